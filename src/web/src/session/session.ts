import { useQuery, useQueryClient } from '@tanstack/react-query'
import { api, keepToken, told, type Schema } from '../api/client'

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
    signOut: async () => {
      await told(api.POST('/api/session/sign-out'))
      queries.removeQueries({ predicate: (query) => query.queryKey[0] !== 'session' })
      await queries.fetchQuery({ queryKey: key, queryFn: fetchSession, staleTime: 0 })
    },
  }
}

async function fetchSession(): Promise<Schema['SessionState']> {
  const session = await told(api.GET('/api/session'))
  keepToken(session.token)
  return session
}
