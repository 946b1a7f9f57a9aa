import { describe, expect, it } from 'vitest'
import type { Schema } from '../api/client'
import { verdict } from './KitFile'
import { matches } from './KitPage'
import { marksOf } from './ShelfRow'

const entry = (abilities: string[]) =>
  ({ device: { name: 'Pass Two box', maker: 'Skerrow' }, version: 1, abilities, inShort: [] }) as unknown as Schema['ShelfEntry']
const row = (fate: Schema['RowFate']): Schema['KitRow'] => ({ line: 1, id: 'a', name: 'A', fate, changes: [], problems: [] })

describe('the shelf', () => {
  it('finds by name or maker, whatever the capitals', () => {
    expect(matches(entry([]), ' pass TWO ', [])).toBe(true)
    expect(matches(entry([]), 'skerrow', [])).toBe(true)
    expect(matches(entry([]), 'duo', [])).toBe(false)
  })

  it('asks for every ability that is ticked, not for one of them', () => {
    expect(matches(entry(['several', 'low-latency']), '', ['several', 'low-latency'])).toBe(true)
    expect(matches(entry(['several']), '', ['several', 'low-latency'])).toBe(false)
  })

  it('asks for one printed mark a class of maker’s codec, and for none of a standard', () => {
    const codec = (cls: Schema['CodecClass'], mark: string, isStandard = false) => ({ class: cls, mark, isStandard })
    const device = {
      links: [
        {
          codecs: [codec('vendorLowLatency', 'Swift'), codec('sbc', '', true)],
          codecsWithSeveral: [codec('vendorDualListener', ''), codec('vendorLowLatency', 'Swift')],
        },
      ],
    } as unknown as Schema['Device']
    expect(marksOf(device).map((c) => c.class)).toEqual(['vendorLowLatency', 'vendorDualListener'])
  })
})

describe('what a kit file would do', () => {
  it('is said in one line', () => {
    expect(verdict({ rows: [row('new'), row('changed'), row('changed'), row('same'), row('wrong')] })).toBe(
      '1 new, 2 changed, 1 cannot be taken',
    )
    expect(verdict({ rows: [row('same')] })).toBe('Nothing in it differs from the shelf')
    expect(verdict({ rows: [] })).toBe('The file lists no device')
  })
})
