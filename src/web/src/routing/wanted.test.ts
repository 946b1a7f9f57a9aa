import { describe, expect, it } from 'vitest'
import { moved, queryOf, readWanted, usualOrder, writeWanted } from './wanted'

describe('what is wanted of a rig', () => {
  it('stands in the address and comes back as it was', () => {
    const wanted = { order: moved(usualOrder, 'price', -1), budget: '120', noWires: true, mustUse: ['a'], mustNotUse: ['b', 'c'] }
    expect(readWanted(writeWanted(wanted))).toEqual(wanted)
  })

  it('leaves the address bare when all is as usual', () => {
    expect(writeWanted(readWanted(new URLSearchParams())).toString()).toBe('')
  })

  it('fills up an order that names only some, and drops what it does not know', () => {
    expect(readWanted(new URLSearchParams('order=price,nonsense')).order).toEqual([
      'price',
      'needs',
      'inStep',
      'link',
      'preferences',
      'boxes',
      'quality',
    ])
  })

  it('keeps the first and last place when moved beyond them', () => {
    expect(moved(usualOrder, 'needs', -1)).toEqual(usualOrder)
    expect(moved(usualOrder, 'quality', 1)).toEqual(usualOrder)
    expect(moved(usualOrder, 'quality', -1)[5]).toBe('quality')
  })

  it('asks the service only for limits that are set', () => {
    expect(Object.keys(queryOf(readWanted(new URLSearchParams())))).toEqual(['order'])
  })
})
