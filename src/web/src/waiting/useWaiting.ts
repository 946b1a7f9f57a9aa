import { useMemo, useSyncExternalStore } from 'react'
import { queue } from './queue'
import type { Sort, WriteOf } from './writes'

/** What waits of one sort for one case. */
export function useWaiting<S extends Sort>(sort: S, caseId: string): readonly WriteOf<S>[] {
  const all = useSyncExternalStore(queue.subscribe, queue.snapshot)
  return useMemo(() => all.filter((w) => w.sort === sort && w.caseId === caseId) as unknown as WriteOf<S>[], [all, sort, caseId])
}
