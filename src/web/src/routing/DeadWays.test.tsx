import { cleanup, render, screen, within } from '@testing-library/react'
import { afterEach, describe, expect, it } from 'vitest'
import type { Schema } from '../api/client'
import { DeadWays } from './DeadWays'

afterEach(cleanup)

const ways: Schema['DeadWay'][] = [
  {
    technology: 'networkCast',
    words: 'casting over the network',
    reason: 'Sill speaker takes it, and nothing here sends it.',
    remedy: 'Feed it another way.',
  },
  { technology: 'infraredDigital', words: 'infrared digital', reason: 'Agnes leaves the room; infrared does not.', remedy: 'Use radio.' },
]

describe('ways that cannot work here', () => {
  it('says of each why not, and what to do', () => {
    render(<DeadWays ways={ways} />)
    const rows = screen.getAllByRole('listitem')
    expect(rows).toHaveLength(2)
    expect(within(rows[0]!).getByText('casting over the network')).toBeTruthy()
    expect(within(rows[0]!).getByText('Sill speaker takes it, and nothing here sends it.')).toBeTruthy()
    expect(within(rows[1]!).getByText('Use radio.')).toBeTruthy()
  })
})
