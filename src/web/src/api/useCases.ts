import { keepPreviousData, useInfiniteQuery } from '@tanstack/react-query'
import { api, told } from './client'

/** Standing cases, last changed first, a page at a time: every one, or those of a site, title, person or device. */
export function useCases({ search = '', withRig = false }: { search?: string; withRig?: boolean } = {}) {
  const query = useInfiniteQuery({
    queryKey: ['cases', search, withRig],
    queryFn: ({ pageParam, signal }) => told(api.GET('/api/cases', { params: { query: { search, withRig, page: pageParam } }, signal })),
    initialPageParam: 1,
    getNextPageParam: (last) => last.nextPage,
    placeholderData: keepPreviousData,
  })
  const pages = query.data?.pages
  return {
    ...query,
    cases: pages?.flatMap((page) => page.cases),
    unreadable: pages?.flatMap((page) => page.unreadable) ?? [],
    /** How many there are, on all pages. */
    found: pages?.[0]?.found ?? 0,
    handedOver: pages?.[0]?.handedOver ?? 0,
  }
}
