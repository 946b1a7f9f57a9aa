import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { api, told, type Schema } from '../api/client'
import { queue } from '../waiting/queue'
import { useWaiting } from '../waiting/useWaiting'

/** The run sheet of a case, with reports that wait for the connection already shown as made. */
export function useRunSheet(caseId: string) {
  const client = useQueryClient()
  const [error, setError] = useState<unknown>(null)
  const waiting = useWaiting('step', caseId)
  const sheet = useQuery({
    queryKey: ['run-sheet', caseId],
    queryFn: () => told(api.GET('/api/cases/{caseId}/run-sheet', { params: { path: { caseId } } })),
  })
  const steps = sheet.data?.steps.map((s) => {
    const mine = waiting.findLast((w) => !w.refused && w.body.stepId === s.step.id)
    return mine ? { ...s, outcome: mine.body.report.outcome, note: mine.body.report.note, waits: true } : { ...s, waits: false }
  })
  const report = async (stepId: string, body: Schema['StepReport']) => {
    setError(null)
    try {
      const fresh = await queue.post('step', caseId, { stepId, report: body })
      if (fresh) {
        client.setQueryData(['run-sheet', caseId], fresh)
        await client.invalidateQueries({ queryKey: ['case', caseId] })
        void client.invalidateQueries({ queryKey: ['tune', caseId] })
        void client.invalidateQueries({ queryKey: ['handover', caseId] })
        void client.invalidateQueries({ queryKey: ['cases'] })
      }
      return true
    } catch (refused) {
      setError(refused)
      await client.invalidateQueries({ queryKey: ['run-sheet', caseId] })
      return false
    }
  }
  return { sheet, steps, report, error, waiting, takeOut: queue.takeOut, again: queue.again }
}
