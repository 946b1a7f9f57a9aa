import { Box, ButtonBase, Typography } from '@mui/material'
import { useState } from 'react'
import type { Schema } from '../api/client'
import { measured as measuredWords, percent, signed, skew } from '../format/format'
import { useWidth } from '../parts/useWidth'
import { ink } from '../theme/tokens'
import { Line } from './Line'
import { onAxis, ridgePath, scaleOf } from './scale'
import { spoken } from './LineBoard'

interface StripProps {
  rows: readonly Schema['LineRow'][]
  measured: readonly Schema['MeasuredRow'][]
  /** The listener at work; the first one otherwise. */
  active?: string | null
  /** A thin rule under each row. */
  ruled?: boolean
}

/** The line board in miniature: one 44 px row a listener, on a phone one row for the active listener that opens the others. */
export function LineStrip({ rows, measured, active, ruled = true }: StripProps) {
  const { ref, width } = useWidth<HTMLDivElement>()
  const [open, setOpen] = useState(false)
  const narrow = width > 0 && width < 620
  const first = rows.find((r) => r.listenerId === active) ?? rows[0]
  const shown = narrow && !open ? (first ? [first] : []) : rows
  const of = (row: Schema['LineRow']) => measured.find((m) => m.listenerId === row.listenerId) ?? null
  return (
    <Box ref={ref} role="group" aria-label="Line board, small">
      {narrow && rows.length > 1 ? (
        <ButtonBase onClick={() => setOpen(!open)} aria-expanded={open} sx={{ width: '100%', textAlign: 'left', display: 'block' }}>
          {shown.map((row, i) => (
            <StripRow
              key={row.listenerId}
              row={row}
              measured={of(row)}
              width={width}
              narrow
              ruled={ruled}
              more={i === 0 ? (open ? '▴' : '▾') : ' '}
            />
          ))}
        </ButtonBase>
      ) : (
        shown.map((row) => (
          <StripRow key={row.listenerId} row={row} measured={of(row)} width={width} narrow={narrow} ruled={ruled} more="" />
        ))
      )}
    </Box>
  )
}

function StripRow({
  row,
  measured: known,
  width,
  narrow,
  ruled,
  more,
}: {
  row: Schema['LineRow']
  measured: Schema['MeasuredRow'] | null
  width: number
  narrow: boolean
  ruled: boolean
  more: string
}) {
  const measured = known?.measured ?? null
  const inStep = known?.inStep ?? row.forecast?.inStep
  const words = measured
    ? measuredWords(measured)
    : row.forecast
      ? `${skew(row.forecast.medianMs)}${narrow ? '' : ' · predicted'}`
      : row.musicOnly
        ? 'music'
        : 'no route'
  const line = Math.min(300, Math.max(160, (width - 470) * 0.45))
  return (
    <Box
      aria-label={spoken({ row, measured, inStep })}
      sx={{
        display: 'flex',
        alignItems: 'center',
        gap: 3,
        minHeight: 44,
        borderBottom: ruled ? 1 : 0,
        borderColor: 'divider',
        overflow: 'hidden',
      }}
    >
      <Typography
        component="span"
        noWrap
        sx={{ fontWeight: 650, width: narrow ? 'auto' : 130, flex: 'none', maxWidth: narrow ? 110 : 130 }}
      >
        {row.name}
      </Typography>
      {!narrow && width > 0 && (
        <svg width={line} height={40} aria-hidden style={{ flex: 'none' }}>
          <Line stations={row.stations} legs={row.legs} width={line} y={20} inset={20} />
        </svg>
      )}
      <Typography variant="body2" component="span" color="textSecondary" noWrap sx={{ flex: 1, minWidth: 0 }}>
        {words}
        {inStep !== undefined && !(narrow && measured) && ` · in step ${percent(inStep)}`}
      </Typography>
      {!narrow && row.forecast && <MiniArrival row={row} measured={measured} width={width >= 1000 ? 260 : 132} />}
      {more && (
        <Typography component="span" aria-hidden color="textSecondary">
          {more}
        </Typography>
      )}
    </Box>
  )
}

function MiniArrival({ row, measured, width }: { row: Schema['LineRow']; measured: Schema['Measured'] | null; width: number }) {
  const { xOf, perMs } = scaleOf(width)
  return (
    <svg width={width} height={36} style={{ flex: 'none' }} aria-hidden>
      <title>{`${signed(row.tolerance.earlyMs)} to ${signed(row.tolerance.lateMs)} ms`}</title>
      <rect
        x={xOf(row.tolerance.earlyMs)}
        width={(row.tolerance.lateMs - row.tolerance.earlyMs) * perMs}
        y={4}
        height={28}
        fill={ink.cold}
        opacity={0.12}
      />
      {row.forecast && <path d={ridgePath(row.forecast.ridge, xOf, 31, 24)} fill={ink.text} opacity={measured ? 0.16 : 0.34} />}
      <path d={`M${xOf(0)} 2V34`} stroke={ink.needsYou} strokeWidth={1.6} />
      {measured && <rect x={xOf(onAxis(measured.skewMs)) - 3.5} y={25} width={7} height={7} fill={ink.cold} />}
    </svg>
  )
}
