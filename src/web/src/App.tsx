import { useQueryClient } from '@tanstack/react-query'
import { lazy, useEffect, type ComponentType } from 'react'
import { Navigate, Route, Routes, useLocation, useNavigate } from 'react-router'
import { Fallible } from './parts/Fallible'
import { Trouble, Waiting } from './parts/Trouble'
import { Shell } from './shell/Shell'
import { useKeeping, useSession } from './session/session'
import { PasswordPage } from './session/PasswordPage'
import { SignInPage } from './session/SignInPage'
import { titleOf } from './shell/titles'

/** After so long the first screen stands, and the others may be fetched. */
const quietMs = 2000

const loads: (() => Promise<unknown>)[] = []

/** A screen that is fetched when it is first visited, or before in a quiet moment, so that it opens without a connection too. */
const screen = <N extends string>(name: N, load: () => Promise<Record<N, ComponentType>>) => {
  loads.push(load)
  return lazy(async () => ({ default: (await load())[name] }))
}

const BenchPage = screen('BenchPage', () => import('./bench/BenchPage'))
const CasePage = screen('CasePage', () => import('./cases/CasePage'))
const CasesPage = screen('CasesPage', () => import('./cases/CasesPage'))
const HandoverPage = screen('HandoverPage', () => import('./handover/HandoverPage'))
const DevicePage = screen('DevicePage', () => import('./kit/DevicePage'))
const KitPage = screen('KitPage', () => import('./kit/KitPage'))
const RoutePage = screen('RoutePage', () => import('./routing/RoutePage'))
const ConnectPage = screen('ConnectPage', () => import('./runsheet/ConnectPage'))
const PackingPage = screen('PackingPage', () => import('./runsheet/PackingPage'))
const PreparePage = screen('PreparePage', () => import('./runsheet/PreparePage'))
const LookPage = screen('LookPage', () => import('./sites/LookPage'))
const TunePage = screen('TunePage', () => import('./timing/TunePage'))

function ChangePassword() {
  const navigate = useNavigate()
  return (
    <Shell place="Your password">
      <PasswordPage first={false} onDone={() => void navigate('/cases')} />
    </Shell>
  )
}

/** Sign-in first; then every screen at its own address. */
export function App() {
  const session = useSession()
  const queries = useQueryClient()
  useEffect(() => {
    const again = () => void queries.invalidateQueries({ queryKey: ['session'] })
    addEventListener('nightfrost:signed-out', again)
    return () => removeEventListener('nightfrost:signed-out', again)
  }, [queries])

  useKeeping(session.data)
  const { pathname } = useLocation()
  const signedIn = !!session.data?.name
  useEffect(() => {
    document.title = titleOf(pathname, signedIn)
  }, [pathname, signedIn])
  useEffect(() => {
    if (!signedIn) return
    const quiet = setTimeout(() => loads.forEach((load) => void load().catch(() => {})), quietMs)
    return () => clearTimeout(quiet)
  }, [signedIn])

  if (session.isPending) return <Waiting words="Opening…" />
  if (session.isError) return <Trouble error={session.error} onRetry={() => void session.refetch()} />
  if (!session.data.name) return <SignInPage demo={session.data.demo} />
  if (session.data.mustChoosePassword) return <PasswordPage first />
  return (
    <Fallible at={pathname}>
      <Routes>
        <Route path="/cases" element={<CasesPage />} />
        <Route path="/cases/:caseId" element={<CasePage />}>
          <Route path="look" element={<LookPage />} />
          <Route path="route" element={<RoutePage />} />
          <Route path="prepare" element={<PreparePage />} />
          <Route path="connect" element={<ConnectPage />} />
          <Route path="tune" element={<TunePage />} />
          <Route path="hand-over" element={<HandoverPage />} />
          <Route index element={<Navigate to="look" replace />} />
        </Route>
        <Route path="/packing/:on" element={<PackingPage />} />
        <Route path="/bench" element={<BenchPage />} />
        <Route path="/kit" element={<KitPage />} />
        <Route path="/kit/new" element={<DevicePage />} />
        <Route path="/kit/:deviceId" element={<DevicePage />} />
        {!session.data.demo && <Route path="/password" element={<ChangePassword />} />}
        <Route path="*" element={<Navigate to="/cases" replace />} />
      </Routes>
    </Fallible>
  )
}
