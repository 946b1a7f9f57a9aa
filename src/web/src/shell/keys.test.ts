import { beforeEach, describe, expect, it } from 'vitest'
import { isTyping, remap, restoreKeys, switchKeys, useKeyState } from './keys'
import { act, renderHook } from '@testing-library/react'

describe('keys', () => {
  beforeEach(() => restoreKeys())

  it('gives a key in use to one action only', () => {
    const { result } = renderHook(() => useKeyState())
    act(() => remap('newTake', 'z'))
    expect(result.current.keys.newTake).toBe('z')
    expect(result.current.keys.bestSettings).toBe('m')
  })

  it('can be switched off and remembers it', () => {
    const { result } = renderHook(() => useKeyState())
    act(() => switchKeys(false))
    expect(result.current.on).toBe(false)
    expect(localStorage.getItem('nightfrost-keys')).toContain('"on":false')
  })

  it('knows typing from pressing', () => {
    const input = document.createElement('input')
    const button = document.createElement('button')
    expect(isTyping(input)).toBe(true)
    expect(isTyping(button)).toBe(false)
  })
})
