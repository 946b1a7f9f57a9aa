import type { Schema } from '../api/client'
import { plain, signed } from '../format/format'
import { ink } from '../theme/tokens'
import { axisEndMs, axisStartMs, onAxis, ridgePath, scaleOf, strokesOf } from './scale'

/** Height of one thread stroke's step, px. */
const step = 14

/** What is drawn under one line: tolerance band, time thread, forecast ridge, measured mark. */
export interface PlotRow {
  thread: readonly Schema['ThreadStage'][]
  forecast: Schema['Forecast'] | null
  tolerance: Schema['Tolerance']
  measured?: Schema['Measured'] | null
  /** How far handles of delay settings move it from where it stands, ms; left out where none can. */
  shiftMs?: number
}

/** Height the plot of a row needs, px. */
export const plotHeight = (row: PlotRow) => Math.max(66, 12 + strokeCount(row) * step + 20)

// Room for the stroke of a setting is kept before it is moved, so that nothing jumps under the hand.
const strokeCount = (row: PlotRow) => row.thread.length + (row.shiftMs === undefined ? 0 : 1)

/** Draws one arrival on the common axis. The caller says the same in words. */
export function ArrivalPlot({ row, width, y }: { row: PlotRow; width: number; y: number }) {
  const { perMs, xOf } = scaleOf(width)
  const height = plotHeight(row)
  const base = y + height - 8
  const shift = row.shiftMs ?? 0
  const stages = shift ? [...row.thread, { medianMs: shift }] : row.thread
  const strokes = strokesOf(stages)
  return (
    <g>
      <rect
        x={xOf(row.tolerance.earlyMs)}
        y={y}
        width={(row.tolerance.lateMs - row.tolerance.earlyMs) * perMs}
        height={height - 4}
        fill={ink.cold}
        opacity={0.1}
      />
      <path
        d={`M${xOf(row.tolerance.earlyMs)} ${y}V${y + height - 4}M${xOf(row.tolerance.lateMs)} ${y}V${y + height - 4}`}
        stroke={ink.cold}
        strokeWidth={1.2}
        strokeDasharray="2 4"
        fill="none"
      />
      {row.forecast && (
        <g className="nf-moves" transform={`translate(${shift * perMs} 0)`}>
          <path d={ridgePath(row.forecast.ridge, xOf, base, height - 18)} fill={ink.text} opacity={row.measured ? 0.12 : 0.24} />
        </g>
      )}
      {strokes.map((stroke, i) => (
        <Stroke
          key={i}
          from={xOf(onAxis(stroke.fromMs))}
          to={xOf(onAxis(stroke.toMs))}
          y={y + 10 + i * step}
          last={i === strokes.length - 1}
          cold={shift !== 0 && i === strokes.length - 1}
        />
      ))}
      <path d={`M${xOf(0)} ${y - 2}V${y + height}`} stroke={ink.needsYou} strokeWidth={1.8} />
      {row.forecast && (
        <Interval
          low={row.forecast.p05Ms + shift}
          high={row.forecast.p95Ms + shift}
          at={row.forecast.medianMs + shift}
          y={base}
          xOf={xOf}
          quiet={!!row.measured}
        />
      )}
      {row.measured && <Mark at={row.measured.skewMs + shift} plusMinus={row.measured.plusMinusMs} y={base - 11} xOf={xOf} />}
    </g>
  )
}

function Stroke({ from, to, y, last, cold }: { from: number; to: number; y: number; last: boolean; cold: boolean }) {
  return (
    <g stroke={cold ? ink.cold : ink.text} fill="none">
      {Math.abs(to - from) < 1.5 ? (
        <circle cx={to} cy={y} r={1.8} fill={cold ? ink.cold : ink.text} stroke="none" />
      ) : (
        <path d={`M${from} ${y}H${to}`} strokeWidth={2.6} />
      )}
      {!last && <path d={`M${to} ${y + 2}V${y + step - 2}`} strokeWidth={1.2} strokeDasharray="1.5 2.5" />}
    </g>
  )
}

function Interval({
  low,
  high,
  at,
  y,
  xOf,
  quiet,
}: {
  low: number
  high: number
  at: number
  y: number
  xOf: (ms: number) => number
  quiet: boolean
}) {
  const stroke = quiet ? ink.quiet : ink.text
  return (
    <g stroke={stroke} fill="none">
      <path d={`M${xOf(onAxis(low))} ${y}H${xOf(onAxis(high))}`} strokeWidth={2} />
      {at >= axisStartMs && at <= axisEndMs ? (
        <path d={`M${xOf(at)} ${y - 6}V${y + 4}`} strokeWidth={2.4} />
      ) : (
        <Beyond at={at} y={y} xOf={xOf} fill={stroke} />
      )}
    </g>
  )
}

function Mark({ at, plusMinus, y, xOf }: { at: number; plusMinus: number; y: number; xOf: (ms: number) => number }) {
  const [low, high] = [xOf(onAxis(at - plusMinus)), xOf(onAxis(at + plusMinus))]
  return (
    <g className="nf-moves">
      <path d={`M${low} ${y}H${high}M${low} ${y - 5}V${y + 5}M${high} ${y - 5}V${y + 5}`} stroke={ink.cold} strokeWidth={2.4} fill="none" />
      {at >= axisStartMs && at <= axisEndMs ? (
        <path d={`M${xOf(at) - 5} ${y - 5}H${xOf(at) + 1}L${xOf(at) + 5} ${y - 1}V${y + 5}H${xOf(at) - 5}Z`} fill={ink.cold} />
      ) : (
        <Beyond at={at} y={y} xOf={xOf} fill={ink.cold} />
      )}
    </g>
  )
}

/** An arrow with the number, for what lies beyond the axis. */
function Beyond({ at, y, xOf, fill }: { at: number; y: number; xOf: (ms: number) => number; fill: string }) {
  const right = at > axisEndMs
  const x = xOf(right ? axisEndMs : axisStartMs)
  return (
    <g>
      <path
        d={right ? `M${x - 9} ${y - 6}L${x} ${y}L${x - 9} ${y + 6}Z` : `M${x + 9} ${y - 6}L${x} ${y}L${x + 9} ${y + 6}Z`}
        fill={fill}
        stroke="none"
      />
      <text x={right ? x - 13 : x + 13} y={y - 8} textAnchor={right ? 'end' : 'start'} fontSize={13} fill={fill} stroke="none">
        {signed(at)} ms
      </text>
    </g>
  )
}

/** The axis under all rows: ticks, and the picture at 0. */
export function Axis({ width, y, ticks }: { width: number; y: number; ticks: readonly number[] }) {
  const { xOf } = scaleOf(width)
  return (
    <g fontSize={13}>
      <path d={`M0 ${y}H${width}`} stroke={ink.rule} strokeWidth={1} />
      {ticks.map((ms) => (
        <g key={ms} transform={`translate(${xOf(ms)} ${y})`}>
          <path d="M0 0V6" stroke={ms === 0 ? ink.needsYou : ink.quiet} strokeWidth={1.4} />
          <text
            y={22}
            textAnchor={ms === axisStartMs ? 'start' : ms === axisEndMs ? 'end' : 'middle'}
            fill={ms === 0 ? ink.needsYou : ink.quiet}
          >
            {ms === 0 ? 'picture' : ms > 0 ? `+${ms}` : plain(ms)}
          </text>
        </g>
      ))}
    </g>
  )
}
