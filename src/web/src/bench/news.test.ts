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
  picture: false,
  problems: [],
  ...of,
})

const edda = { who: 'Edda', how: 'AAC, about 30 ms late' }

describe('what is new after a step', () => {
  it('is what changed since the step before, and nothing that stood already', () => {
    const before = step({ shows: ['The box: green', 'The headset: blue'], hears: [edda], roomHears: true })
    expect(news(before, before)).toEqual([])
    expect(
      news(
        step({ shows: ['The box: green; steady'], hears: [edda, { who: 'Tobias', how: '' }], events: ['The headset joins the box.'] }),
        before,
      ),
    ).toEqual(['The headset joins the box.', 'The box: green; steady.', 'The headset: dark.', 'Tobias hears it.', 'The room is silent.'])
  })

  it('says who no longer hears', () => {
    expect(news(step(), step({ hears: [edda] }))).toEqual(['Edda no longer hears it.'])
    expect(news(step({ hears: [{ ...edda, how: 'SBC' }] }), step({ hears: [edda] }))).toEqual(['Edda hears it: SBC, predicted.'])
  })

  it('says when the picture comes and goes', () => {
    const watched = step({ picture: true })
    expect([news(watched, undefined), news(watched, watched), news(step(), watched)]).toEqual([
      ['The picture is there.'],
      [],
      ['The picture is gone.'],
    ])
  })

  it('counts from the beginning of the visit', () => {
    expect([0, 59_900, 61_000, 754_000].map(minutes)).toEqual(['0:00', '0:59', '1:01', '12:34'])
  })
})
