import type { Schema } from '../api/client'

/** What a text field says of its problem; a hint of its own otherwise. */
export const saying = (problem: Schema['FieldProblem'] | undefined, hint?: string) => ({
  error: !!problem,
  helperText: problem ? `${problem.reason} ${problem.remedy}` : hint,
})
