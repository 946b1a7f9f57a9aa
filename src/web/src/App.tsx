import { useQueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'
import { Navigate, Route, Routes, useNavigate } from 'react-router'
import { CasePage } from './cases/CasePage'
import { CasesPage } from './cases/CasesPage'
import { HandoverPage } from './handover/HandoverPage'
import { DevicePage } from './kit/DevicePage'
import { KitPage } from './kit/KitPage'
import { Trouble, Waiting } from './parts/Trouble'
import { RoutePage } from './routing/RoutePage'
import { ConnectPage } from './runsheet/ConnectPage'
import { PackingPage } from './runsheet/PackingPage'
import { PreparePage } from './runsheet/PreparePage'
import { Shell } from './shell/Shell'
import { useSession } from './session/session'
import { PasswordPage } from './session/PasswordPage'
import { SignInPage } from './session/SignInPage'
import { LookPage } from './sites/LookPage'
import { TunePage } from './timing/TunePage'

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

  if (session.isPending) return <Waiting words="Opening…" />
  if (session.isError) return <Trouble error={session.error} onRetry={() => void session.refetch()} />
  if (!session.data.name) return <SignInPage demo={session.data.demo} />
  if (session.data.mustChoosePassword) return <PasswordPage first />
  return (
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
      <Route path="/kit" element={<KitPage />} />
      <Route path="/kit/new" element={<DevicePage />} />
      <Route path="/kit/:deviceId" element={<DevicePage />} />
      {!session.data.demo && <Route path="/password" element={<ChangePassword />} />}
      <Route path="*" element={<Navigate to="/cases" replace />} />
    </Routes>
  )
}
