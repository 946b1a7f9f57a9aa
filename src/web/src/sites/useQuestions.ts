import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useRef } from 'react'
import { api, told, type Schema } from '../api/client'

/** Open questions as far as they are weighed, most decisive first. */
export interface Questions {
  asked: Schema['OpenQuestion'][]
  weighed: number
  toWeigh: number
  open: number
  /** Not all are weighed: whoever waited had enough of it, or it took too long. */
  stopped?: boolean
}

/** Longest that is weighed without being asked to go on, in milliseconds. */
const longestMs = 10_000

/** Weighs the open questions of a look a few at a time, and shows them as they come. */
export function useQuestions(caseId: string, version: number, ready: boolean) {
  const queries = useQueryClient()
  const queryKey = ['questions', caseId, version]
  // Asked to go on, what is weighed stays; asked anew because something changed, all is weighed again.
  const goesOn = useRef(false)
  const query = useQuery({
    queryKey,
    queryFn: async ({ signal }): Promise<Questions> => {
      const began = Date.now()
      const before = queries.getQueryData<Questions>(queryKey)
      let all: Questions = goesOn.current && before ? { ...before, stopped: false } : { asked: [], weighed: 0, toWeigh: 1, open: 0 }
      goesOn.current = false
      while (all.weighed < all.toWeigh) {
        if (Date.now() - began > longestMs) return { ...all, stopped: true }
        const next = await told(
          api.GET('/api/cases/{caseId}/questions', { params: { path: { caseId }, query: { from: all.weighed } }, signal }),
        )
        all = { ...next, asked: [...all.asked, ...next.questions].sort((a, b) => b.weight - a.weight) }
        // With nothing weighed the look changed meanwhile: its own questions come with its own version.
        if (next.questions.length === 0) break
        if (!signal.aborted) queries.setQueryData(queryKey, all)
      }
      return all
    },
    enabled: ready,
    placeholderData: (before) => before,
  })
  const stop = async () => {
    await queries.cancelQueries({ queryKey })
    queries.setQueryData<Questions>(queryKey, (known) => known && { ...known, stopped: true })
  }
  const goOn = () => {
    goesOn.current = true
    void query.refetch()
  }
  return { ...query, stop: () => void stop(), goOn }
}
