import { Box, Button, Typography } from '@mui/material'
import { RefusedError } from '../api/client'

/** What was refused, why, and what to do. */
export function Trouble({ error, onRetry }: { error: unknown; onRetry?: () => void }) {
  const refusal = error instanceof RefusedError ? error.refusal : null
  return (
    <Box role="alert" sx={{ borderLeft: 4, borderColor: 'error.main', pl: 4, py: 1, my: 3 }}>
      <Typography sx={{ fontWeight: 650 }}>
        <Box component="span" aria-hidden sx={{ color: 'error.main', mr: 2 }}>
          ×
        </Box>
        {refusal?.title ?? 'Something went wrong on this page.'}
      </Typography>
      {refusal && refusal.problems.length > 0 ? (
        refusal.problems.map((p) => (
          <Typography key={p.field + p.reason} variant="body2">
            {p.reason} {p.remedy}
          </Typography>
        ))
      ) : (
        <Typography variant="body2">{refusal?.detail ?? 'Load it again.'}</Typography>
      )}
      {onRetry && (
        <Button sx={{ mt: 2 }} onClick={onRetry}>
          Try again
        </Button>
      )}
    </Box>
  )
}

/** While something is fetched or worked out. */
export function Waiting({ words }: { words: string }) {
  return (
    <Typography role="status" color="textSecondary" sx={{ py: 6 }}>
      {words}
    </Typography>
  )
}
