import { Box, Typography } from '@mui/material'
import type { Schema } from '../api/client'
import { useWidth } from '../parts/useWidth'
import { Line } from './Line'

/** The ways of a rig alone, a thin line for each listener: what stands between socket and ear, without its milliseconds. */
export function MiniLines({ rows }: { rows: readonly Schema['LineRow'][] }) {
  const { ref, width } = useWidth<HTMLDivElement>()
  const line = Math.min(320, width - 96)
  return (
    <Box ref={ref} aria-hidden sx={{ my: 1 }}>
      {rows
        .filter((row) => row.listenerId !== 'room')
        .map((row) => (
          <Box key={row.listenerId} sx={{ display: 'flex', alignItems: 'center', gap: 2, overflow: 'hidden' }}>
            <Typography component="span" variant="body2" color="textSecondary" noWrap sx={{ width: 84, flex: 'none' }}>
              {row.name}
            </Typography>
            {line > 100 && (
              <svg width={line} height={34} style={{ flex: 'none' }}>
                <Line stations={row.stations} legs={row.legs} width={line} y={17} inset={18} />
              </svg>
            )}
          </Box>
        ))}
    </Box>
  )
}
