import type { QueryClient } from '@tanstack/react-query'

/** Everything that hangs on the shelf is asked for again. */
export const refreshKit = (queries: QueryClient) =>
  Promise.all(['kit', 'compare', 'rigs', 'case', 'cases', 'questions'].map((key) => queries.invalidateQueries({ queryKey: [key] })))
