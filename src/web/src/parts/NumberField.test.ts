import { describe, expect, it } from 'vitest'
import { readNumber } from './NumberField'

describe('numbers as people type them', () => {
  it('reads comma and point, and any minus', () => {
    expect(readNumber('2,8')).toBe(2.8)
    expect(readNumber(' 2.8 ')).toBe(2.8)
    expect(readNumber('−1')).toBe(-1)
    expect(readNumber('3.')).toBe(3)
  })

  it.each(['', 'two', 'NaN', '1e9', '--1', '1.2.3'])('does not guess at %j', (text) => expect(readNumber(text)).toBeNull())
})
