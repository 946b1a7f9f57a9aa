import { Box, Button, Typography } from '@mui/material'
import type { Schema } from '../api/client'

/** Fields side by side; below each other on a phone. */
export const row = (columns: string, mt = 3) =>
  ({ display: 'grid', gap: 3, gridTemplateColumns: { xs: '1fr', sm: columns }, alignItems: 'start', mt }) as const

/** What is wrong with a list as a whole. */
export function Refused({ problem }: { problem: Schema['FieldProblem'] | undefined }) {
  return problem ? (
    <Typography variant="body2" color="error" role="alert">
      {problem.reason} {problem.remedy}
    </Typography>
  ) : null
}

interface RowButtonsProps {
  /** What the row is, such as "light 2". */
  of: string
  onRemove: () => void
  /** Whether the rest of it is shown; left out where it has none. */
  more?: boolean
  onMore?: () => void
}

/** What can be done with a row as a whole. */
export function RowButtons({ of, onRemove, more = false, onMore }: RowButtonsProps) {
  return (
    <Box sx={{ display: 'flex', justifyContent: 'flex-end', columnGap: 2 }}>
      {onMore && (
        <Button variant="text" aria-expanded={more} aria-label={`${more ? 'Less' : 'More'} of ${of}`} onClick={onMore}>
          {more ? 'Less' : 'More'}
        </Button>
      )}
      <Button variant="text" aria-label={`Take out ${of}`} onClick={onRemove}>
        Take out
      </Button>
    </Box>
  )
}
