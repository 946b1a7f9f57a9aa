import { describe, expect, it } from 'vitest'
import { emptySocket, restNotThere } from './lookEdits'

describe('the rest of the sockets of a source', () => {
  it('is put down as not there, and what was seen stays as it is', () => {
    const seen = { ...emptySocket('opticalSquare', []), state: 'taken' as const, takenBy: 'a bar' }
    const tapped = emptySocket('coaxial', [seen])
    const all = restNotThere([seen, tapped], ['coaxial', 'phonoPair'], ['phonoPair'])
    expect(all.map((s) => [s.id, s.kind, s.state])).toEqual([
      ['opticalSquare', 'opticalSquare', 'taken'],
      ['coaxial', 'coaxial', 'notThere'],
      ['phonoPair-2', 'phonoPair', 'notThere'],
    ])
    expect(all[0]).toBe(seen)
  })
})
