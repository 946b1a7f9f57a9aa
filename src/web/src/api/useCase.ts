import { useQuery, type QueryClient } from '@tanstack/react-query'
import { useOutletContext } from 'react-router'
import { api, told, type Schema } from './client'

export const caseKey = (id: string) => ['case', id]

/** One case in full. */
export const useCaseQuery = (id: string) =>
  useQuery({ queryKey: caseKey(id), queryFn: () => told(api.GET('/api/cases/{caseId}', { params: { path: { caseId: id } } })) })

/** The case a stage belongs to. */
export const useCase = () => useOutletContext<Schema['CaseDetail']>()

/** Everything that hangs on a case is asked for again. */
export async function refreshCase(queries: QueryClient, id: string, fresh?: Schema['CaseDetail']) {
  if (fresh) queries.setQueryData(caseKey(id), fresh)
  await Promise.all([
    fresh ? Promise.resolve() : queries.invalidateQueries({ queryKey: caseKey(id) }),
    queries.invalidateQueries({ queryKey: ['cases'] }),
    ...['rigs', 'questions', 'run-sheet', 'preparation', 'tune', 'handover'].map((part) =>
      queries.invalidateQueries({ queryKey: [part, id] }),
    ),
  ])
}
