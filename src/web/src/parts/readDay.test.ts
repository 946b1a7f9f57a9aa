import { describe, expect, it } from 'vitest'
import { readDay, readHour } from './readDay'

describe('a date as it is typed', () => {
  it.each(['2 Oct 2026', '2 October 2026', '02.10.2026', '2/10/2026', '2026-10-02', ' 2 oct 2026 '])(
    'reads %s, the day before the month',
    (text) => expect(readDay(text)).toBe('2026-10-02'),
  )
  it.each(['', 'soon', '31 Feb 2026', '32.1.2026', '2026-13-01', '2 Oct', '2 Octopus 20'])('takes %s for none', (text) =>
    expect(readDay(text)).toBeNull(),
  )
})

describe('an hour as it is typed', () => {
  it.each([
    ['9', '09:00'],
    ['9:05', '09:05'],
    ['14.30', '14:30'],
  ])('reads %s', (text, hour) => expect(readHour(text)).toBe(hour))
  it.each(['', '24', '9:5', '9:60', 'noon'])('takes %s for none', (text) => expect(readHour(text)).toBeNull())
})
