import { describe, expect, it } from 'vitest'
import { minutes, news } from './news'

const step = (of: Partial<Parameters<typeof news>[0]> = {}) => ({
  stepId: 's',
  action: 'Do it',
  endedAtMs: 0,
  events: [],
  shows: [],
  hears: [],
  roomHears: false,
  problems: [],
  ...of,
})

describe('what is new after a step', () => {
  it('is what changed since the step before, and nothing that stood already', () => {
    const before = step({ shows: ['The box: green', 'The headset: blue'], hears: ['Edda'], roomHears: true })
    expect(news(before, before)).toEqual([])
    expect(
      news(step({ shows: ['The box: green; steady'], hears: ['Edda', 'Tobias'], events: ['The headset joins the box.'] }), before),
    ).toEqual([
      'The headset joins the box.',
      'The box: green; steady.',
      'The headset: dark.',
      'Edda and Tobias hear it.',
      'The room is silent.',
    ])
  })

  it('says who no longer hears', () => {
    expect(news(step(), step({ hears: ['Edda'] }))).toEqual(['Edda no longer hears.'])
  })

  it('counts from the beginning of the visit', () => {
    expect([0, 59_900, 61_000, 754_000].map(minutes)).toEqual(['0:00', '0:59', '1:01', '12:34'])
  })
})
