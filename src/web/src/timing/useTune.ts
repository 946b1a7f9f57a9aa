import { useQuery, useQueryClient } from '@tanstack/react-query'
import { api, told, writeKey, type Schema } from '../api/client'
import { setSaved } from '../parts/saved'
import { queue } from '../waiting/queue'
import { useWaiting } from '../waiting/useWaiting'

type View = Schema['TuneView']

/** Takes, verdicts and delay settings of a case. */
export function useTune(caseId: string) {
  const client = useQueryClient()
  const path = { caseId }
  const tune = useQuery({ queryKey: ['tune', caseId], queryFn: () => told(api.GET('/api/cases/{caseId}/tune', { params: { path } })) })
  const waiting = useWaiting('take', caseId)
  const took = (view: View) => {
    client.setQueryData(['tune', caseId], view)
    setSaved({ kind: 'saved', at: new Date() })
    void client.invalidateQueries({ queryKey: ['case', caseId] })
    void client.invalidateQueries({ queryKey: ['cases'] })
  }
  return {
    tune,
    waiting,
    takeOut: queue.takeOut,
    again: queue.again,
    add: async (take: Schema['NewTake']) => {
      const view = await queue.post('take', caseId, take)
      if (view) took(view)
    },
    remove: async (takeId: string) =>
      took(await told(api.DELETE('/api/cases/{caseId}/tune/takes/{takeId}', { params: { path: { caseId, takeId } } }))),
    restore: async (takeId: string) =>
      took(await told(api.POST('/api/cases/{caseId}/tune/takes/{takeId}/restore', { params: { path: { caseId, takeId } } }))),
    setCamera: async (body: Schema['CameraFound']) =>
      took(await told(api.PUT('/api/cases/{caseId}/tune/camera', { params: { path }, body }))),
    setDelays: async (body: Schema['DelaysSet']) => {
      took(await told(api.PUT('/api/cases/{caseId}/tune/delays', { params: { path }, body })))
      void client.invalidateQueries({ queryKey: ['handover', caseId] })
    },
    judge: (valuesMs: number[], signal?: AbortSignal) =>
      told(
        api.POST('/api/cases/{caseId}/tune/verdict', {
          params: { path },
          body: { valuesMs },
          signal,
          headers: { 'Idempotency-Key': writeKey() },
        }),
      ),
  }
}
