import { cleanup, render, screen } from '@testing-library/react'
import { afterEach, describe, expect, it } from 'vitest'
import type { Schema } from '../api/client'
import { ArrivalPlot, plotHeight } from './ArrivalPlot'
import { Line, stationXs } from './Line'
import { LineBoard, spoken } from './LineBoard'

afterEach(cleanup)

const row: Schema['LineRow'] = {
  listenerId: 'seat',
  name: 'Seat 1',
  note: 'over-ear headset, owned',
  stations: [
    { glyph: 'socket', label: 'optical out', socket: 'opticalSquare' },
    { glyph: 'box', label: 'a box', socket: null },
    { glyph: 'headset', label: 'a headset', socket: null },
  ],
  legs: [
    { kind: 'digital', label: 'optical lead, PCM' },
    { kind: 'air', label: 'Bluetooth, low-latency' },
  ],
  thread: [
    { id: 'digital-out', words: 'digital output', medianMs: -7, minMs: -60, maxMs: 40 },
    { id: 'link', words: 'link', medianMs: 38, minMs: 30, maxMs: 45 },
  ],
  forecast: { p05Ms: -7, medianMs: 32, p95Ms: 66, inStep: 0.9, ridge: { startMs: 30, mass: [0.2, 0.6, 0.2] } },
  tolerance: { id: 'broadcast', words: 'broadcast', earlyMs: -40, lateMs: 60, source: 'EBU R 37' },
  findings: [],
  needs: [],
  loudness: '',
  link: 'link +23 dB, good at the kitchenette',
  echo: null,
  socketId: 'optical',
}

describe('the line board in words', () => {
  it('says the whole way, the arrival and the verdict', () => {
    const words = spoken({ row }).replaceAll('\u00a0', ' ')
    expect(words).toBe(
      'Seat 1: optical out, optical lead, PCM, a box, Bluetooth, low-latency, a headset. +32 ms late (−7 … +66) predicted. Inside −40 … +60 ms with 90 %. Link +23 dB, good at the kitchenette.',
    )
  })

  it('lets the measurement stand before the forecast', () => {
    const words = spoken({ row, measured: { skewMs: 41, plusMinusMs: 4, takes: 3 }, inStep: 0.97 }).replaceAll('\u00a0', ' ')
    expect(words).toContain('+41 ± 4 ms late · measured 3×')
    expect(words).toContain('with 97 %')
  })

  it('says by how much handles move what was measured, so that a value only tried is not taken for a measured one', () => {
    const words = spoken({ row, measured: { skewMs: -60, plusMinusMs: 9, takes: 2 }, shiftMs: 60 }).replaceAll('\u00a0', ' ')
    expect(words).toContain('0 ± 9 ms in step · measured 2× · tried +60 ms')
    expect(spoken({ row, shiftMs: 20 }).replaceAll('\u00a0', ' ')).toContain('+52 ms late (+13 … +86) predicted · tried +20 ms')
  })

  it('says when there is no route', () => expect(spoken({ row: { ...row, forecast: null } })).toBe('Seat 1: no route.'))

  it('is a named group even before it is measured', () => {
    render(<LineBoard rows={[{ row }]} />)
    expect(screen.getByRole('group', { name: 'Line board' })).toBeTruthy()
  })
})

describe('the drawing', () => {
  it('puts stations at equal pitch between its edges', () => {
    expect(stationXs(3, 400, 20)).toEqual([20, 200, 380])
    expect(stationXs(2, 400, 20)).toEqual([20, 380])
  })

  it('draws a double rule for digital, arcs for the air and a cross for a break', () => {
    const { container } = render(
      <svg>
        <Line stations={row.stations} legs={[row.legs[0]!, { kind: 'break', label: 'no route' }]} width={600} y={20} />
      </svg>,
    )
    const paths = [...container.querySelectorAll('path')].map((p) => p.getAttribute('d') ?? '')
    expect(paths.some((d) => d.includes('17.5') && d.includes('22.5'))).toBe(true)
    expect(container.querySelector('g[stroke*="error"]')).toBeTruthy()
  })

  it('shows what lies beyond the axis as an arrow with its number', () => {
    const late = { ...row.forecast!, p05Ms: 280, medianMs: 340, p95Ms: 400 }
    const { container } = render(
      <svg>
        <ArrivalPlot row={{ thread: row.thread, forecast: late, tolerance: row.tolerance }} width={400} y={0} />
      </svg>,
    )
    expect(container.querySelector('text')?.textContent).toBe('+340 ms')
  })

  it('grows with its stages so that folding back is seen', () => {
    const few = plotHeight({ thread: row.thread, forecast: row.forecast, tolerance: row.tolerance })
    const many = plotHeight({ thread: [...row.thread, ...row.thread, ...row.thread], forecast: row.forecast, tolerance: row.tolerance })
    expect(many).toBeGreaterThan(few)
  })

  it('adds the delay setting as a stroke of its own', () => {
    const strokes = (shiftMs: number) => {
      const { container } = render(
        <svg>
          <ArrivalPlot row={{ thread: row.thread, forecast: row.forecast, tolerance: row.tolerance, shiftMs }} width={400} y={0} />
        </svg>,
      )
      const count = container.querySelectorAll('path[stroke-width="2.6"]').length
      cleanup()
      return count
    }
    expect(strokes(20)).toBe(strokes(0) + 1)
  })
})
