import { cleanup, fireEvent, render, screen } from '@testing-library/react'
import { afterEach, describe, expect, it, vi } from 'vitest'
import type { Schema } from '../api/client'
import { Takes } from './Takes'

afterEach(cleanup)

const broadcast = { id: 'broadcast', words: 'broadcast chain', earlyMs: -40, lateMs: 60, source: 'EBU R 37' }
const take = (change: Partial<Schema['TakeView']> = {}): Schema['TakeView'] => ({
  id: 't1',
  framesPerSecond: 240,
  frames: 8,
  clickOnWaveform: false,
  skewMs: 33.3,
  settingMs: 0,
  pictureMode: 'standard',
  counts: true,
  at: '2026-11-24T12:00:00Z',
  ...change,
})
const row = (change: Partial<Schema['TuneRow']> = {}) =>
  ({
    row: { listenerId: 'edda', name: 'Edda', tolerance: broadcast } as Schema['LineRow'],
    takes: [],
    measured: null,
    offByMs: null,
    tooWide: false,
    verdicts: [],
    ...change,
  }) as Schema['TuneRow']

const show = (r: Schema['TuneRow'], waiting: Parameters<typeof Takes>[0]['waiting'] = []) => {
  const on = { add: vi.fn(async () => {}), remove: vi.fn(async () => {}), again: vi.fn(), letGo: vi.fn() }
  render(<Takes row={r} rigId="rig" waiting={waiting} onAdd={on.add} onRemove={on.remove} onAgain={on.again} onLetGo={on.letGo} />)
  return on
}
const text = () => document.body.textContent?.replaceAll('\u00a0', ' ') ?? ''

describe('the takes of one listener', () => {
  it('says that nothing is measured yet', () => {
    show(row())
    expect(screen.getByText('Not measured yet.')).toBeTruthy()
  })

  it('shows the measurement, how far the forecast was off, and each verdict in words', () => {
    show(
      row({
        takes: [take()],
        measured: { skewMs: 33.3, plusMinusMs: 3.4, takes: 1 },
        offByMs: 1.4,
        verdicts: [{ tolerance: broadcast, verdict: 'cannotTell', isTheirs: true }],
      }),
    )
    expect(text()).toContain('+33 ± 4 ms late · measured 1×')
    expect(text()).toContain('The forecast was off by +1 ms.')
    expect(text()).toContain('broadcast chain (theirs)')
    expect(text()).toContain('? cannot tell')
  })

  it('warns when ± is too wide for the nearest limit', () => {
    show(row({ measured: { skewMs: 33, plusMinusMs: 27, takes: 1 }, tooWide: true, takes: [take()] }))
    expect(text()).toContain('film with more frames a second, or take more')
  })

  it('says which takes were filmed with another delay or picture mode', () => {
    show(row({ takes: [take({ settingMs: 40 }), take({ id: 't2', pictureMode: 'film', counts: false })] }))
    expect(text()).toContain('with 40 ms of delay set')
    expect(text()).toContain('filmed in film mode: does not count now')
  })

  it('adds a take with what was typed, a comma and a minus included', () => {
    const on = show(row())
    fireEvent.change(screen.getByLabelText('Frames, flash to click'), { target: { value: '−2,5' } })
    fireEvent.click(screen.getByText('Add take'))
    expect(on.add).toHaveBeenCalledWith(expect.objectContaining({ listenerId: 'edda', rigId: 'rig', frames: -2.5, framesPerSecond: 60 }))
  })

  it('keeps an unsent take in sight, and a refused one with its reason and two ways on', () => {
    const body = { rigId: 'rig', listenerId: 'edda', framesPerSecond: 60, frames: 3, clickOnWaveform: false }
    const on = show(row(), [
      { sort: 'take', key: 'a', caseId: 'case', body },
      { sort: 'take', key: 'b', caseId: 'case', body, refused: 'Another rig was chosen.' },
    ])
    expect(text()).toContain('to be worked out when connected')
    expect(text()).toContain('not taken. Another rig was chosen.')
    fireEvent.click(screen.getByText('Try again'))
    fireEvent.click(screen.getByText('Let it go'))
    expect(on.again).toHaveBeenCalledWith('b')
    expect(on.letGo).toHaveBeenCalledWith('b')
  })
})
