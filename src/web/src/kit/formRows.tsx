import { Typography } from '@mui/material'
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
