import { Box, Button, Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { api, told, type Schema } from '../api/client'
import { count, listed } from '../format/format'
import { Trouble, Waiting } from '../parts/Trouble'

/** What may stop each listener's sound: how much of it shows by a look, and what tells the rest apart. */
export function FaultsOfRig({ caseId }: { caseId: string }) {
  const report = useQuery({
    queryKey: ['faults', caseId],
    queryFn: () => told(api.GET('/api/cases/{caseId}/faults', { params: { path: { caseId } } })),
  })
  if (report.isPending) return <Waiting words="Going through what may fail…" />
  if (report.isError) return <Trouble error={report.error} onRetry={() => void report.refetch()} />
  if (report.data.notSimulated.length > 0)
    return <Typography>No simulated device stands for {listed(report.data.notSimulated)} yet: nothing is said of what may fail.</Typography>
  return (
    <Box sx={{ display: 'grid', gap: 8, mt: 4, maxWidth: 900 }}>
      {report.data.ears.map((ear, i) => (
        <EarFaults key={i} ear={ear} />
      ))}
    </Box>
  )
}

function EarFaults({ ear }: { ear: Schema['EarFaults'] }) {
  return (
    <Box component="section">
      <Typography variant="h3" sx={{ m: 0, fontSize: 16, fontWeight: 650 }}>
        {ear.who}: {count(ear.causes, 'cause', 'causes')}, {ear.seen.length} of them shown by a look
      </Typography>
      <Seen seen={ear.seen} />
      {ear.alike.map((alike) => (
        <Box
          key={alike.causes.join()}
          sx={{
            display: 'grid',
            gap: { xs: 2, md: 6 },
            gridTemplateColumns: { xs: '1fr', md: '1fr 1fr' },
            py: 3,
            mt: 2,
            borderTop: 1,
            borderColor: 'divider',
          }}
        >
          <Lines title="These look alike" lines={alike.causes} />
          <Box>
            <Lines title="Until this is tried, in this order" lines={alike.tries} numbered />
            {alike.notToldApart.map((same) => (
              <Typography key={same.join()} variant="body2" sx={{ mt: 2, color: 'warning.main', fontWeight: 650 }}>
                No check tells apart: {same.join(' ')}
              </Typography>
            ))}
          </Box>
        </Box>
      ))}
    </Box>
  )
}

/** Causes that a look tells, each with where to look; folded, as there are many. */
function Seen({ seen }: { seen: Schema['EarFaults']['seen'] }) {
  const [open, setOpen] = useState(false)
  if (seen.length === 0) return null
  return (
    <>
      <Button variant="text" aria-expanded={open} onClick={() => setOpen(!open)}>
        {open ? 'Hide what a look shows' : 'Show what a look shows'}
      </Button>
      {open && (
        <Box component="dl" sx={{ m: 0, display: 'grid', columnGap: 6, gridTemplateColumns: { xs: '1fr', md: '1fr 1fr' } }}>
          {seen.map((one) => (
            <Box key={one.cause} sx={{ display: 'contents' }}>
              <Typography component="dt" sx={{ pt: 1, borderTop: 1, borderColor: 'divider', overflowWrap: 'anywhere' }}>
                {one.cause}
              </Typography>
              <Typography
                component="dd"
                color="textSecondary"
                sx={{ m: 0, py: 1, borderTop: { xs: 0, md: 1 }, borderColor: { md: 'divider' }, overflowWrap: 'anywhere' }}
              >
                {one.look}
              </Typography>
            </Box>
          ))}
        </Box>
      )}
    </>
  )
}

function Lines({ title, lines, numbered = false }: { title: string; lines: readonly string[]; numbered?: boolean }) {
  return (
    <Box>
      <Typography variant="body2" color="textSecondary">
        {title}
      </Typography>
      <Box component={numbered ? 'ol' : 'ul'} sx={{ m: 0, mt: 1, pl: 5, display: 'grid', gap: 1 }}>
        {lines.map((line) => (
          <Typography key={line} component="li" sx={{ overflowWrap: 'anywhere' }}>
            {line}
          </Typography>
        ))}
      </Box>
    </Box>
  )
}
