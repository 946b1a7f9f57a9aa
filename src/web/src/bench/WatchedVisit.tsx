import { Box, Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { api, told, type Schema } from '../api/client'
import { listed } from '../format/format'
import { Trouble, Waiting } from '../parts/Trouble'
import { minutes, news } from './news'

/** A visit as simulated devices went through it. */
export function WatchedVisit({ caseId }: { caseId: string }) {
  const visit = useQuery({
    queryKey: ['watched', caseId],
    queryFn: () => told(api.GET('/api/cases/{caseId}/watched', { params: { path: { caseId } } })),
  })
  if (visit.isPending) return <Waiting words="Going through the visit…" />
  if (visit.isError) return <Trouble error={visit.error} onRetry={() => void visit.refetch()} />
  if (visit.data.notSimulated.length > 0)
    return <Typography sx={{ mt: 4 }}>No simulated device stands for {listed(visit.data.notSimulated)} yet.</Typography>
  return (
    <Box component="ol" aria-label="The visit, step by step" sx={{ listStyle: 'none', p: 0, m: 0, mt: 4, maxWidth: 900 }}>
      {visit.data.steps.map((step, i) => (
        <WatchedStep key={step.stepId} step={step} before={visit.data.steps[i - 1]} place={i + 1} />
      ))}
    </Box>
  )
}

interface StepProps {
  step: Schema['WatchedStep']
  before: Schema['WatchedStep'] | undefined
  place: number
}

function WatchedStep({ step, before, place }: StepProps) {
  return (
    <Box
      component="li"
      sx={{ display: 'grid', columnGap: 4, gridTemplateColumns: '56px minmax(0, 1fr)', py: 2, borderTop: 1, borderColor: 'divider' }}
    >
      <Typography variant="body2" color="textSecondary" sx={{ fontVariantNumeric: 'tabular-nums', pt: '2px' }}>
        {minutes(step.endedAtMs)}
      </Typography>
      <Box>
        <Typography sx={{ overflowWrap: 'anywhere' }}>
          <b>{place}</b> {step.action}
        </Typography>
        {news(step, before).map((line) => (
          <Typography key={line} variant="body2" color="textSecondary">
            {line}
          </Typography>
        ))}
        {step.problems.map((line) => (
          <Typography key={line} variant="body2" sx={{ color: 'warning.main', fontWeight: 650 }}>
            {line}
          </Typography>
        ))}
      </Box>
    </Box>
  )
}
