import { describe, expect, it } from 'vitest'
import { clock, count, forecast, measured, megabytes, percent, signed, skew } from './format'

describe('numbers as they are read', () => {
  it.each([
    [40, '1 kB'],
    [99_400, '99 kB'],
    [100_000, '0.1 MB'],
    [1_240_000, '1.2 MB'],
    [20_971_520, '21.0 MB'],
  ])('says a file of %i bytes as %s', (bytes, words) => expect(megabytes(bytes)).toBe(words))

  it('carries a sign, a true minus and a word', () => {
    expect(signed(-7.2)).toBe('−7')
    expect(signed(-0.2)).toBe('0')
    expect(skew(32.4)).toBe('+32\u00a0ms late')
    expect(skew(-12)).toBe('−12\u00a0ms early')
    expect(skew(0.3)).toBe('0\u00a0ms in step')
  })

  it('shows median with 5th and 95th percentile', () => {
    expect(forecast({ medianMs: 32, p05Ms: -7, p95Ms: 66 })).toBe('+32\u00a0ms late (−7\u00a0…\u00a0+66)')
    expect(forecast({ medianMs: 32, p05Ms: -7, p95Ms: 66 }, 10)).toBe('+42\u00a0ms late (+3\u00a0…\u00a0+76)')
  })

  it('never shows a measurement as exact', () => {
    expect(measured({ skewMs: 41, plusMinusMs: 0.2, takes: 3 })).toBe('+41\u00a0±\u00a01\u00a0ms late · measured 3×')
    expect(measured({ skewMs: 41, plusMinusMs: 3.1, takes: 3 })).toContain('±\u00a04')
  })

  it('never claims certainty', () => {
    expect(percent(0.001)).toBe('< 1\u00a0%')
    expect(percent(0.999)).toBe('> 99\u00a0%')
    expect(percent(1)).toBe('> 99\u00a0%')
    expect(percent(0)).toBe('< 1\u00a0%')
    expect(percent(0.634)).toBe('63\u00a0%')
  })

  it('counts in words and tells today from other days', () => {
    expect(count(1, 'lead', 'leads')).toBe('one lead')
    expect(count(3, 'lead', 'leads')).toBe('3 leads')
    const now = new Date('2026-11-24T15:00:00')
    expect(clock(new Date('2026-11-24T14:02:00'), now)).toBe('14:02')
    expect(clock(new Date('2026-11-12T14:02:00'), now)).toBe('12 Nov 14:02')
  })
})
