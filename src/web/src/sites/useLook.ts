import { useQueryClient, type QueryClient } from '@tanstack/react-query'
import { useEffect, useSyncExternalStore } from 'react'
import { api, dropped, RefusedError, told, type Schema } from '../api/client'
import { caseKey, refreshCase } from '../api/useCase'
import { LookPlace, saveLook } from '../waiting/looks'
import { vaultOwner } from '../waiting/vault'
import { LookKeeper } from './lookKeeper'

const keepers = new Map<string, LookKeeper>()

function keeperOf(detail: Schema['CaseDetail'], queries: QueryClient) {
  let keeper = keepers.get(detail.id)
  if (!keeper) {
    const owner = vaultOwner()
    keeper = new LookKeeper(
      new LookPlace(detail.id),
      detail,
      (version, look) => (vaultOwner() === owner ? saveLook(detail.id, { version, look }) : Promise.reject(new RefusedError(dropped))),
      (fresh) => void refreshCase(queries, detail.id, fresh),
    )
    keepers.set(detail.id, keeper)
  }
  return keeper
}

/** The look of a case as it is edited. */
export function useLook(detail: Schema['CaseDetail']) {
  const queries = useQueryClient()
  const keeper = keeperOf(detail, queries)
  const state = useSyncExternalStore(keeper.subscribe, keeper.snapshot)
  useEffect(() => keeper.adopt(detail), [keeper, detail])
  useEffect(() => () => keeper.flush(), [keeper])
  const settle = async (mine: boolean) => {
    const theirs = await told(api.GET('/api/cases/{caseId}', { params: { path: { caseId: detail.id } } }))
    keeper.settle(mine, theirs)
    queries.setQueryData(caseKey(detail.id), theirs)
  }
  return { ...state, change: (update: (look: Schema['Look']) => Schema['Look']) => keeper.change(update), settle }
}
