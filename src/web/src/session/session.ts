import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'
import { api, keepToken, told, type Schema } from '../api/client'
import { refreshCase } from '../api/useCase'
import { startKeeping, stopKeeping } from '../waiting/keeping'
import { vaultOwner } from '../waiting/vault'

const key = ['session']

/** Who is signed in. */
export const useSession = () =>
  useQuery({
    queryKey: key,
    queryFn: fetchSession,
    staleTime: Infinity,
  })

/** Signs in and out; both fetch the session anew, with its token. */
export function useSigning() {
  const queries = useQueryClient()
  return {
    signIn: async (body: Schema['SignIn']) => {
      await told(api.POST('/api/session/sign-in', { body }))
      await queries.fetchQuery({ queryKey: key, queryFn: fetchSession, staleTime: 0 })
    },
    changePassword: async (body: Schema['NewPassword']) => {
      await told(api.PUT('/api/session/password', { body }))
      await queries.fetchQuery({ queryKey: key, queryFn: fetchSession, staleTime: 0 })
    },
    /** Ends the session; what follows from that is done `then`, never without it. What was fetched and typed goes with the page. */
    signOut: async (then?: () => Promise<void>) => {
      await told(api.POST('/api/session/sign-out'))
      await then?.()
      await stopKeeping()
      sessionStorage.clear()
      location.assign('/')
    },
  }
}

/** Sends what waits on this device for whoever is signed in, at each sign-in. Somebody else finds nothing of it on the page. */
export function useKeeping(session: Schema['SessionState'] | undefined) {
  const queries = useQueryClient()
  const owner = session?.device?.owner
  const key = session?.device?.key
  useEffect(() => {
    if (!owner || !key) return
    if (lastOwner && lastOwner !== owner) {
      location.reload()
      return
    }
    lastOwner = owner
    // Where nothing can be kept, everything is still sent at once.
    startKeeping({ owner, key }, (caseId) => void refreshCase(queries, caseId)).catch(() => {})
    // The token is new with every sign-in.
  }, [owner, key, session?.token, queries])
}

let lastOwner: string | null = null

async function fetchSession(): Promise<Schema['SessionState']> {
  const session = await told(api.GET('/api/session'))
  // Nothing of one person is sent as another: what waits is sealed before the new token is known.
  if (vaultOwner() && vaultOwner() !== session.device?.owner) await stopKeeping()
  keepToken(session.token)
  return session
}
