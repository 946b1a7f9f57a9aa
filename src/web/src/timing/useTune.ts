import { useQuery, useQueryClient, type QueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'
import { api, told, writeKey, type Schema } from '../api/client'
import { Outbox, useWaiting } from '../parts/outbox'
import { setSaved } from '../parts/saved'

type View = Schema['TuneView']

let queries: QueryClient | null = null

const outbox = new Outbox<Schema['NewTake'], View>(
  'nightfrost-takes',
  (entry) =>
    told(
      api.POST('/api/cases/{caseId}/tune/takes', {
        params: { path: { caseId: entry.group } },
        body: entry.body,
        headers: { 'Idempotency-Key': entry.key },
      }),
    ),
  (entry, answer) => {
    queries?.setQueryData(['tune', entry.group], answer)
    void queries?.invalidateQueries({ queryKey: ['case', entry.group] })
  },
)

/** Takes, verdicts and delay settings of a case. */
export function useTune(caseId: string) {
  const client = useQueryClient()
  const path = { caseId }
  const tune = useQuery({ queryKey: ['tune', caseId], queryFn: () => told(api.GET('/api/cases/{caseId}/tune', { params: { path } })) })
  useEffect(() => {
    queries = client
  }, [client])
  const waiting = useWaiting(outbox, caseId)
  const took = (view: View) => {
    client.setQueryData(['tune', caseId], view)
    setSaved({ kind: 'saved', at: new Date() })
    void client.invalidateQueries({ queryKey: ['case', caseId] })
    void client.invalidateQueries({ queryKey: ['cases'] })
  }
  return {
    tune,
    waiting,
    takeOut: outbox.takeOut,
    again: outbox.again,
    add: async (take: Schema['NewTake']) => {
      const view = await outbox.post(caseId, take)
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
