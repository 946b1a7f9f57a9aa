import { cleanup, fireEvent, render, screen } from '@testing-library/react'
import { afterEach, describe, expect, it, vi } from 'vitest'
import type { Schema } from '../api/client'
import { DelayHandles } from './DelayHandles'

afterEach(cleanup)

const setting = (change: Partial<Schema['DelaySetting']> = {}): Schema['DelaySetting'] => ({
  name: 'audio delay',
  lowMs: 0,
  highMs: 100,
  stepMs: 10,
  foundAtMs: 0,
  movesSpeakers: false,
  movesSocketIds: ['optical'],
  ...change,
})

describe('the handles of delay settings', () => {
  it('step up and down by the step of the menu', () => {
    const onChange = vi.fn()
    render(<DelayHandles settings={[setting()]} values={[50]} onChange={onChange} />)
    fireEvent.click(screen.getByRole('button', { name: 'audio delay: 10 ms more' }))
    fireEvent.click(screen.getByRole('button', { name: 'audio delay: 10 ms less' }))
    expect(onChange.mock.calls).toEqual([[[60]], [[40]]])
  })

  it('stop at both ends of the range', () => {
    const { rerender } = render(<DelayHandles settings={[setting()]} values={[0]} onChange={() => {}} />)
    expect(screen.getByRole('button', { name: 'audio delay: 10 ms less' })).toHaveProperty('disabled', true)
    rerender(<DelayHandles settings={[setting()]} values={[100]} onChange={() => {}} />)
    expect(screen.getByRole('button', { name: 'audio delay: 10 ms more' })).toHaveProperty('disabled', true)
  })

  it('never step past the end of a range that the step does not divide', () => {
    const onChange = vi.fn()
    render(<DelayHandles settings={[setting({ highMs: 105 })]} values={[100]} onChange={onChange} />)
    fireEvent.click(screen.getByRole('button', { name: 'audio delay: 10 ms more' }))
    expect(onChange).toHaveBeenCalledWith([105])
  })

  it('move one setting and leave the others', () => {
    const onChange = vi.fn()
    render(<DelayHandles settings={[setting(), setting({ name: 'A/V sync', stepMs: 5 })]} values={[20, 35]} onChange={onChange} />)
    fireEvent.click(screen.getByRole('button', { name: 'A/V sync: 5 ms more' }))
    expect(onChange).toHaveBeenCalledWith([20, 40])
  })

  it('say the value and what was found', () => {
    render(<DelayHandles settings={[setting({ foundAtMs: 30, setToMs: 60, standsAtMs: 60 })]} values={[60]} onChange={() => {}} />)
    expect(screen.getByText('60 ms · found at 30')).toBeTruthy()
  })
})
