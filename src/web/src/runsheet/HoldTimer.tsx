import { Box, Typography } from '@mui/material'
import { useEffect, useRef, useState } from 'react'
import { hidden } from '../parts/Choice'

const size = 100
const cut = 16
const edge = `M3 3H${size - cut}L${size - 3} ${cut}V${size - 3}H3Z`
const edgeLength = size - cut - 3 + Math.hypot(cut - 3, cut - 3) + (size - 3 - cut) + (size - 6) * 2

/** Counts while it is held, beside the thumb that holds the real button. Space or Enter holds it too. */
export function HoldTimer({ seconds }: { seconds: number }) {
  const [held, setHeld] = useState(0)
  const started = useRef<number | null>(null)
  const frame = useRef(0)
  useEffect(() => () => cancelAnimationFrame(frame.current), [])
  const press = () => {
    if (started.current !== null) return
    started.current = performance.now()
    const run = (now: number) => {
      if (started.current === null) return
      setHeld((now - started.current) / 1000)
      frame.current = requestAnimationFrame(run)
    }
    frame.current = requestAnimationFrame(run)
  }
  const release = () => {
    started.current = null
    cancelAnimationFrame(frame.current)
  }
  const share = Math.min(1, held / seconds)
  return (
    <Box sx={{ display: 'flex', gap: 5, alignItems: 'center', my: 5 }}>
      <Box
        component="button"
        type="button"
        onPointerDown={press}
        onPointerUp={release}
        onPointerLeave={release}
        onKeyDown={(e) => {
          if (e.key === ' ' || e.key === 'Enter') {
            e.preventDefault()
            press()
          }
        }}
        onKeyUp={release}
        sx={{
          position: 'relative',
          width: size,
          height: size,
          flex: 'none',
          p: 0,
          border: 0,
          bgcolor: 'transparent',
          color: 'text.primary',
          touchAction: 'none',
          cursor: 'pointer',
          font: 'inherit',
        }}
      >
        <svg viewBox={`0 0 ${size} ${size}`} width={size} height={size} aria-hidden style={{ position: 'absolute', inset: 0 }}>
          <path d={edge} fill="none" stroke="var(--nf-palette-divider)" strokeWidth={6} />
          <path
            d={edge}
            fill="none"
            stroke="var(--nf-palette-primary-main)"
            strokeWidth={6}
            strokeDasharray={edgeLength}
            strokeDashoffset={edgeLength * (1 - share)}
          />
        </svg>
        <Box component="span" sx={hidden}>
          Hold timer{' '}
        </Box>
        <Box component="span" sx={{ fontSize: 30, fontWeight: 650, display: 'block', lineHeight: 1.1 }}>
          {held.toFixed(1)}
        </Box>
        <Box component="span" sx={{ fontSize: 14, color: 'text.secondary' }}>
          {share >= 1 ? 'let go' : `of ${seconds} s`}
        </Box>
      </Box>
      <Typography color="textSecondary">Keep this under your thumb while you hold the real button. It counts for you.</Typography>
    </Box>
  )
}
