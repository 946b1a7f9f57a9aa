import { Box, Typography } from '@mui/material'
import type { Schema } from '../api/client'
import { capital, forecast, limits, measured as measuredWords, percent, signed } from '../format/format'
import { useWidth } from '../parts/useWidth'
import { ink } from '../theme/tokens'
import { ArrivalPlot, Axis, plotHeight } from './ArrivalPlot'
import { Line, stationXs } from './Line'
import { scaleOf, ticksFor } from './scale'

/** A row of the board with what is known beyond the forecast. */
export interface BoardRow {
  row: Schema['LineRow']
  measured?: Schema['Measured'] | null
  shiftMs?: number
  /** Probability of being inside as the service judged it for moved settings; the forecast's own otherwise. */
  inStep?: number
}

/** Width of the words left of the ruler on a wide screen, px. */
export const leftColumn = 266
const lineY = 34

/** The line board: each listener's way from set to ear, its time thread and its arrival on one axis. */
export function LineBoard({ rows }: { rows: readonly BoardRow[] }) {
  const { ref, width } = useWidth<HTMLDivElement>()
  const wide = width >= 760
  const plot = Math.max(200, wide ? width - leftColumn : width)
  const { xOf } = scaleOf(plot)
  return (
    <Box ref={ref} role="group" aria-label="Line board" sx={{ width: '100%', minWidth: 0 }}>
      {width > 0 && (
        <>
          {rows.map((board) => (
            <BoardLine key={board.row.listenerId} board={board} plot={plot} wide={wide} />
          ))}
          <Box sx={{ display: 'flex' }} aria-hidden>
            {wide && (
              <Typography variant="caption" color="textSecondary" sx={{ width: leftColumn, flex: 'none', pt: 2 }}>
                ms after the picture
              </Typography>
            )}
            <svg width={plot} height={30} style={{ display: 'block', overflow: 'visible' }}>
              <Axis width={plot} y={1} ticks={ticksFor(plot)} />
              <path d={`M${xOf(0)} -4V1`} stroke={ink.needsYou} strokeWidth={1.8} />
            </svg>
          </Box>
        </>
      )}
    </Box>
  )
}

function BoardLine({ board, plot, wide }: { board: BoardRow; plot: number; wide: boolean }) {
  const { row, measured } = board
  const plotRow = { thread: row.thread, forecast: row.forecast, tolerance: row.tolerance, measured, shiftMs: board.shiftMs }
  const top = wide ? 66 : 48
  const height = top + (row.forecast ? plotHeight(plotRow) : 0) + 6
  return (
    <Box
      component="section"
      aria-label={spoken(board)}
      sx={{
        display: wide ? 'flex' : 'block',
        borderTop: 1,
        borderColor: 'divider',
        pt: 2.5,
        pb: 1,
        '&:first-of-type': { borderTop: 0, pt: 0 },
      }}
    >
      <Box sx={{ width: wide ? leftColumn : 'auto', flex: 'none', pr: 3, pt: wide ? 4 : 0 }}>
        <Typography variant="h2">{row.name}</Typography>
        <Typography variant="body2" color="textSecondary">
          {row.note}
        </Typography>
        {row.link && (
          <Typography variant="caption" color="textSecondary" component="p">
            {row.link}
          </Typography>
        )}
        <Typography variant="body2" sx={{ mt: wide ? 3 : 1 }}>
          {arrivalWords(board, ' · predicted')}
        </Typography>
      </Box>
      <Box sx={{ position: 'relative', width: plot, minWidth: 0 }}>
        <svg width={plot} height={height} style={{ display: 'block', overflow: 'visible' }} aria-hidden>
          <Line stations={row.stations} legs={row.legs} width={plot} y={wide ? lineY : 24} inset={wide ? 34 : 24} />
          {row.forecast && <ArrivalPlot row={plotRow} width={plot} y={top} />}
        </svg>
        {wide ? <StationWords row={row} plot={plot} /> : <ChainWords row={row} />}
        {row.forecast && <Verdict board={board} plot={plot} top={top} wide={wide} />}
      </Box>
    </Box>
  )
}

function StationWords({ row, plot }: { row: Schema['LineRow']; plot: number }) {
  const xs = stationXs(row.stations.length, plot, 34)
  const pitch = (xs[1] ?? plot) - (xs[0] ?? 0)
  return (
    <Box aria-hidden sx={{ position: 'absolute', inset: 0, pointerEvents: 'none' }}>
      {row.legs.map((leg, i) => (
        <Typography
          key={`leg${i}`}
          variant="caption"
          color="textSecondary"
          noWrap
          sx={{ position: 'absolute', top: 4, left: (xs[i] ?? 0) + 22, width: pitch - 44, textAlign: 'center' }}
        >
          {leg.label}
        </Typography>
      ))}
      {row.stations.map((station, i) => {
        const first = i === 0
        const last = i === row.stations.length - 1
        return (
          <Typography
            key={`station${i}`}
            variant="body2"
            noWrap
            sx={{
              position: 'absolute',
              top: 46,
              left: first ? 0 : last ? undefined : (xs[i] ?? 0) - pitch / 2,
              right: last ? 0 : undefined,
              width: first || last ? 'auto' : pitch,
              maxWidth: pitch * (first || last ? 0.62 : 1),
              textAlign: first ? 'left' : last ? 'right' : 'center',
              fontSize: 14,
            }}
          >
            {station.label}
          </Typography>
        )
      })}
    </Box>
  )
}

function ChainWords({ row }: { row: Schema['LineRow'] }) {
  return (
    <Typography variant="body2" color="textSecondary" sx={{ pb: 1 }}>
      {row.stations.map((s, i) => (i === 0 ? capital(s.label) : `${row.legs[i - 1]?.kind === 'air' ? ' ))) ' : ' — '}${s.label}`)).join('')}
      {row.legs.some((l) => l.kind === 'air') && `. ${capital(row.legs.find((l) => l.kind === 'air')?.label ?? '')}.`}
    </Typography>
  )
}

function Verdict({ board, plot, top, wide }: { board: BoardRow; plot: number; top: number; wide: boolean }) {
  const { row, measured, shiftMs = 0 } = board
  if (!row.forecast) return null
  const { xOf } = scaleOf(plot)
  const inStep = board.inStep ?? row.forecast.inStep
  // Clear of the ridge's last tail, of the band and of the measured mark.
  const ends = [
    row.forecast.ridge.startMs + row.forecast.ridge.mass.length + shiftMs,
    row.tolerance.lateMs,
    measured ? measured.skewMs + measured.plusMinusMs + shiftMs : 0,
  ]
  const right = xOf(Math.min(290, Math.max(...ends))) + 14
  const left = xOf(Math.max(-90, Math.min(row.forecast.p05Ms + shiftMs, row.tolerance.earlyMs))) - 20
  const onRight = plot - right >= 250 || plot - right >= left
  const words = (
    <>
      <Typography variant="caption" color="textSecondary" component="p">
        {row.thread.map((s) => `${s.words} ${signed(s.medianMs)}`).join(' · ')}
        {shiftMs ? ` · delay setting ${signed(shiftMs)}` : ''}
      </Typography>
      <Typography variant="body2" component="p" sx={{ fontWeight: 650 }}>
        inside {limits(row.tolerance)}: {percent(inStep)}
      </Typography>
      {row.echo && !shiftMs && !measured && (
        <Typography
          variant="caption"
          component="p"
          sx={{ color: row.echo.effect === 'blurs' || row.echo.effect === 'echoes' ? 'warning.main' : 'text.secondary' }}
        >
          {row.echo.words}
        </Typography>
      )}
    </>
  )
  if (!wide) return <Box sx={{ pb: 1 }}>{words}</Box>
  return (
    <Box
      sx={{
        position: 'absolute',
        top: top + 4,
        ...(onRight ? { left: right, width: plot - right } : { left: 0, width: Math.max(180, left) }),
      }}
    >
      {words}
    </Box>
  )
}

/** When it arrives; where handles only try a value, by how much they move it. */
function arrivalWords({ row, measured, shiftMs = 0 }: BoardRow, predicted: string) {
  const tried = shiftMs ? ` · tried ${signed(shiftMs)}\u00a0ms` : ''
  if (measured) return measuredWords(measured, shiftMs) + tried
  return row.forecast ? forecast(row.forecast, shiftMs) + predicted + tried : row.musicOnly ? 'music: delay does not count' : 'no route'
}

/** The same facts for the ear as the row shows to the eye. */
export function spoken({ row, measured, shiftMs = 0, inStep }: BoardRow) {
  if (!row.forecast && !row.musicOnly) return `${row.name}: no route.`
  const way = row.stations.map((s, i) => (i === 0 ? s.label : `${row.legs[i - 1]?.label ?? ''}, ${s.label}`)).join(', ')
  const arrival = arrivalWords({ row, measured, shiftMs }, ' predicted')
  if (!row.forecast) return `${row.name}: ${way}. ${arrival}.`
  const link = row.link && ` ${capital(row.link)}.`
  return `${row.name}: ${way}. ${arrival}. Inside ${limits(row.tolerance)} with ${percent(inStep ?? row.forecast.inStep)}.${link}`
}
