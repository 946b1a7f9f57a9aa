import { Box } from '@mui/material'
import { useRef, type KeyboardEvent, type PointerEvent } from 'react'
import type { Schema } from '../api/client'
import { metres } from '../format/format'
import { useWidth } from '../parts/useWidth'
import { ink } from '../theme/tokens'

/** Room left and right of the strip for the set and the ear, px. */
const margin = 22
/** Room above the line for the names of walls, px. */
const named = 56
const bare = 24

interface Props {
  strip: Schema['SightStrip']
  /** Moves a wall along the strip, m from the set. */
  onMove: (wallId: string, atM: number) => void
}

/** The straight way from the set to an ear, unrolled: walls at their metres. Walls are dragged, or moved by the arrow keys. */
export function StripDrawing({ strip, onMove }: Props) {
  const { ref, width } = useWidth<HTMLDivElement>()
  const axis = strip.walls.length > 0 ? named : bare
  const height = axis + 28
  const dragged = useRef<string | null>(null)
  const span = Math.max(1, width - 2 * margin)
  const xOf = (m: number) => margin + (span * m) / strip.distanceM
  const move = (wallId: string, atM: number) => onMove(wallId, Math.round(Math.min(strip.distanceM, Math.max(0, atM)) * 10) / 10)
  const drag = (event: PointerEvent<SVGSVGElement>) => {
    if (!dragged.current) return
    const box = event.currentTarget.getBoundingClientRect()
    move(dragged.current, ((event.clientX - box.left - margin) / span) * strip.distanceM)
  }
  const key = (event: KeyboardEvent, wall: Schema['StripWall']) => {
    const step = { ArrowLeft: -0.1, ArrowRight: 0.1, PageDown: -0.5, PageUp: 0.5 }[event.key]
    if (event.key === 'Home') move(wall.wallId, 0)
    else if (event.key === 'End') move(wall.wallId, strip.distanceM)
    else if (step) move(wall.wallId, wall.atM + step)
    else return
    event.preventDefault()
  }
  const ticks = Array.from({ length: Math.floor(strip.distanceM) }, (_, i) => i + 1).filter((m) => strip.distanceM <= 12 || m % 2 === 0)
  return (
    <Box ref={ref} sx={{ minWidth: 0 }}>
      {width > 0 && (
        <svg
          width={width}
          height={height}
          role="group"
          aria-label={`The way to ${strip.listener}, ${strip.place}: ${metres(strip.distanceM)}`}
          onPointerMove={drag}
          onPointerUp={() => (dragged.current = null)}
          onPointerLeave={() => (dragged.current = null)}
          style={{ display: 'block', touchAction: 'pan-y' }}
        >
          <line
            x1={margin}
            x2={width - margin}
            y1={axis}
            y2={axis}
            stroke={ink.quiet}
            strokeWidth={1.5}
            strokeDasharray="1 5"
            strokeLinecap="round"
          />
          {ticks.map((m) => (
            <g key={m}>
              <line x1={xOf(m)} x2={xOf(m)} y1={axis + 9} y2={axis + 13} stroke={ink.rule} />
              {(ticks.length <= 8 || m % 2 === 0) && (
                <text x={xOf(m)} y={axis + 25} fontSize={11} textAnchor="middle" fill={ink.quiet}>
                  {m} m
                </text>
              )}
            </g>
          ))}
          <path d={`M4 ${axis - 10}H18V${axis + 10}H4Z`} fill="none" stroke={ink.text} strokeWidth={2} />
          <path
            d={`M${width - 14} ${axis + 8}C${width - 20} ${axis - 2} ${width - 14} ${axis - 13} ${width - 7} ${axis - 9}C${width + 1} ${axis - 4} ${width - 8} ${axis} ${width - 9} ${axis + 8}`}
            fill="none"
            stroke={ink.text}
            strokeWidth={2}
          />
          {Array.from({ length: strip.bodies }, (_, i) => (
            <circle key={i} cx={width - margin - 14 - 13 * i} cy={axis} r={5} fill={ink.ground} stroke={ink.text} strokeWidth={2} />
          ))}
          {strip.walls.map((wall, i) => (
            <g
              key={wall.wallId}
              role="slider"
              tabIndex={0}
              aria-label={`${wall.name}, ${wall.material}`}
              aria-valuemin={0}
              aria-valuemax={strip.distanceM}
              aria-valuenow={wall.atM}
              aria-valuetext={metres(wall.atM)}
              onKeyDown={(e) => key(e, wall)}
              onPointerDown={(e) => {
                dragged.current = wall.wallId
                e.currentTarget.ownerSVGElement?.setPointerCapture(e.pointerId)
              }}
              style={{ cursor: 'ew-resize', touchAction: 'none' }}
            >
              <rect x={xOf(wall.atM) - 22} y={axis - 28} width={44} height={52} fill="transparent" />
              <rect
                x={xOf(wall.atM) - Math.min(7, 2 + wall.lossDb / 3)}
                y={axis - 22}
                width={2 * Math.min(7, 2 + wall.lossDb / 3)}
                height={40}
                fill={ink.cold}
              />
              <text
                x={Math.min(width - 40, Math.max(40, xOf(wall.atM)))}
                y={i % 2 === 0 ? 14 : 27}
                fontSize={12}
                textAnchor="middle"
                fill={ink.text}
              >
                {wall.name}
              </text>
            </g>
          ))}
        </svg>
      )}
    </Box>
  )
}
