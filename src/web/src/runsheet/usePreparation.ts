import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { api, told, type Schema } from '../api/client'
import { queue } from '../waiting/queue'
import { useWaiting } from '../waiting/useWaiting'

/** What is to be prepared for a case, with marks that wait for the connection already shown as made. */
export function usePreparation(caseId: string) {
  const client = useQueryClient()
  const [error, setError] = useState<unknown>(null)
  const waiting = useWaiting('preparation', caseId)
  const view = useQuery({
    queryKey: ['preparation', caseId],
    queryFn: () => told(api.GET('/api/cases/{caseId}/preparation', { params: { path: { caseId } } })),
  })
  const items = view.data?.items.map((state) => {
    const mine = waiting.findLast((w) => !w.refused && w.body.itemId === state.item.id)
    return mine ? { ...state, outcome: mine.body.report.outcome, note: mine.body.report.note } : state
  })
  const settle = async (fresh: Schema['PreparationView']) => {
    client.setQueryData(['preparation', caseId], fresh)
    await Promise.all([['case', caseId], ['cases'], ['packing']].map((queryKey) => client.invalidateQueries({ queryKey })))
  }
  const doing = async (work: () => Promise<Schema['PreparationView'] | null>) => {
    setError(null)
    try {
      const fresh = await work()
      if (fresh) await settle(fresh)
    } catch (refused) {
      setError(refused)
      await client.invalidateQueries({ queryKey: ['preparation', caseId] })
    }
  }
  return {
    view,
    items,
    error,
    waiting,
    takeOut: queue.takeOut,
    again: queue.again,
    report: (itemId: string, report: Schema['PrepareReport']) => doing(() => queue.post('preparation', caseId, { itemId, report })),
    plan: (visit: Schema['Visit'] | null) =>
      doing(() =>
        told(api.PUT('/api/cases/{caseId}/visit', { params: { path: { caseId } }, body: { visit, was: view.data?.visit ?? null } })),
      ),
  }
}
