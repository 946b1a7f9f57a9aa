import { Fragment } from 'react'
import type { Schema } from '../api/client'
import { ink } from '../theme/tokens'
import { Glyph } from './glyphs'

type Station = Schema['Station']
type Leg = Schema['Leg']

/** Half the room a glyph takes on the line, px. */
const glyphRoom = 24

/** Stations at equal pitch joined by their legs, drawn on one line at `y`. Words are set by the caller. */
export function Line({
  stations,
  legs,
  width,
  y,
  inset = 20,
}: {
  stations: readonly Station[]
  legs: readonly Leg[]
  width: number
  y: number
  inset?: number
}) {
  const xs = stationXs(stations.length, width, inset)
  return (
    <g>
      {legs.map((leg, i) => (
        <LegStroke key={i} kind={leg.kind} from={(xs[i] ?? 0) + glyphRoom} to={(xs[i + 1] ?? 0) - glyphRoom} y={y} />
      ))}
      {stations.map((station, i) => (
        <g key={i} transform={`translate(${xs[i]} ${y})`}>
          <Glyph glyph={station.glyph} socket={station.socket} />
        </g>
      ))}
    </g>
  )
}

/** Where stations stand, px from the left edge. */
export function stationXs(count: number, width: number, inset: number) {
  if (count < 2) return [inset]
  return Array.from({ length: count }, (_, i) => inset + (i * (width - 2 * inset)) / (count - 1))
}

function LegStroke({ kind, from, to, y }: { kind: Leg['kind']; from: number; to: number; y: number }) {
  if (to <= from) return null
  switch (kind) {
    case 'digital':
      return <path d={`M${from} ${y - 2.5}H${to}M${from} ${y + 2.5}H${to}`} stroke={ink.cold} strokeWidth={1.6} fill="none" />
    case 'analogue':
      return <path d={`M${from} ${y}H${to}`} stroke={ink.cold} strokeWidth={2} fill="none" />
    case 'break': {
      const middle = (from + to) / 2
      return (
        <g stroke={ink.refusal} strokeWidth={2} fill="none">
          <path d={`M${from} ${y}H${middle - 16}M${middle + 16} ${y}H${to}`} />
          <path d={`M${middle - 6} ${y - 6}L${middle + 6} ${y + 6}M${middle - 6} ${y + 6}L${middle + 6} ${y - 6}`} />
        </g>
      )
    }
    case 'sound':
      return <Arcs from={from} to={to} y={y} pitch={34} stroke={ink.quiet} />
    default:
      return <Arcs from={from} to={to} y={y} pitch={18} stroke={ink.cold} />
  }
}

function Arcs({ from, to, y, pitch, stroke }: { from: number; to: number; y: number; pitch: number; stroke: string }) {
  const count = Math.max(1, Math.floor((to - from) / pitch))
  return (
    <Fragment>
      {Array.from({ length: count }, (_, i) => {
        const x = from + ((i + 0.5) * (to - from)) / count
        return <path key={i} d={`M${x - 2} ${y - 7}Q${x + 5} ${y} ${x - 2} ${y + 7}`} stroke={stroke} strokeWidth={1.7} fill="none" />
      })}
    </Fragment>
  )
}
