import { describe, expect, it } from 'vitest'
import { axisEndMs, axisStartMs, ridgePath, scaleOf, strokesOf, ticksFor } from './scale'

describe('the axis', () => {
  it('runs from −100 to +300 ms over the whole width', () => {
    const { xOf } = scaleOf(800)
    expect(xOf(axisStartMs)).toBe(0)
    expect(xOf(0)).toBe(200)
    expect(xOf(axisEndMs)).toBe(800)
  })

  it('marks the picture at every width', () => {
    expect(ticksFor(358)).toContain(0)
    expect(ticksFor(800)).toHaveLength(9)
  })
})

describe('a time thread', () => {
  it('steps on from the end of the stage before and folds back for negative ones', () => {
    expect(strokesOf([{ medianMs: -7 }, { medianMs: 38 }])).toEqual([
      { fromMs: 0, toMs: -7 },
      { fromMs: -7, toMs: 31 },
    ])
  })
})

describe('a ridge', () => {
  it('is cut at the ends of the axis', () => {
    const path = ridgePath({ startMs: 298, mass: [0.1, 0.2, 0.3, 0.4] }, scaleOf(400).xOf, 50, 40)
    expect(path).toContain('L400.0 20.0')
    expect(path).not.toContain('401')
  })

  it('draws nothing beyond the axis', () => {
    expect(ridgePath({ startMs: 400, mass: [1] }, scaleOf(400).xOf, 50, 40)).toBe('')
  })
})
