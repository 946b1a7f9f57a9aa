import { Box, Typography } from '@mui/material'
import type { Schema } from '../api/client'

/** Ways through the air that no rig can use here, each with its reason. */
export function DeadWays({ ways }: { ways: readonly Schema['DeadWay'][] }) {
  return (
    <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
      {ways.map((way) => (
        <Box
          component="li"
          key={way.technology}
          sx={{
            py: 2,
            borderTop: 1,
            borderColor: 'divider',
            display: 'grid',
            columnGap: 4,
            gridTemplateColumns: { xs: '1fr', sm: '220px 1fr' },
          }}
        >
          <Typography sx={{ fontWeight: 650, '&::first-letter': { textTransform: 'uppercase' } }}>{way.words}</Typography>
          <Box sx={{ minWidth: 0 }}>
            <Typography>{way.reason}</Typography>
            <Typography variant="body2" color="textSecondary">
              {way.remedy}
            </Typography>
          </Box>
        </Box>
      ))}
    </Box>
  )
}
