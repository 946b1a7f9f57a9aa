import { Box, Typography } from '@mui/material'
import type { Schema } from '../api/client'
import { Part } from '../parts/Page'

/** What costs nothing and may do, before the parts are ordered. */
export function TryFirst({ remedies }: { remedies: readonly Schema['FreeRemedy'][] }) {
  if (remedies.length === 0) return null
  return (
    <Part title="Try first, for nothing" note="From what brings us here, and from what stands in the sockets.">
      <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {remedies.map((r) => (
          <Box component="li" key={r.id} sx={{ borderTop: 1, borderColor: 'divider', py: 2 }}>
            <Typography sx={{ fontWeight: 650 }}>{r.words}</Typography>
            <Typography variant="body2" color="textSecondary">
              {r.why}
            </Typography>
          </Box>
        ))}
      </Box>
    </Part>
  )
}
