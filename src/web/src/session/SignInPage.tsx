import { Box, Button, TextField, Typography } from '@mui/material'
import { useState, type FormEvent } from 'react'
import type { Schema } from '../api/client'
import { Trouble } from '../parts/Trouble'
import { ink } from '../theme/tokens'
import { useSigning } from './session'

/** The first page: what Nightfrost does, and the way in. */
export function SignInPage({ demo }: { demo: Schema['DemoSignIn'] | null }) {
  const { signIn } = useSigning()
  const [name, setName] = useState('')
  const [password, setPassword] = useState('')
  const [error, setError] = useState<unknown>(null)
  const [busy, setBusy] = useState(false)

  const enter = async (body: Schema['SignIn']) => {
    setBusy(true)
    setError(null)
    try {
      await signIn(body)
    } catch (refused) {
      setError(refused)
      setBusy(false)
    }
  }
  const submit = (event: FormEvent) => {
    event.preventDefault()
    void enter({ name, password })
  }

  return (
    <Box component="main" sx={{ minHeight: '100vh', display: 'grid', gridTemplateColumns: { xs: '1fr', md: '1fr 1fr' } }}>
      <Box sx={{ px: { xs: 4, md: 14 }, pt: { xs: 8, md: 24 }, pb: 6 }}>
        <Typography sx={{ fontWeight: 650, fontSize: 18 }}>Nightfrost</Typography>
        <Typography variant="h1" sx={{ mt: 4, fontSize: { xs: 30, md: 34 }, lineHeight: 1.15, maxWidth: 460 }}>
          From the socket behind the set to the ear, in step with the picture
        </Typography>
        <Typography color="textSecondary" sx={{ mt: 4, maxWidth: 440 }}>
          Look behind the set once. Nightfrost finds the route to each listener, orders the steps, measures the lips, and writes the sheet
          that stays.
        </Typography>
        <Box sx={{ mt: 8, display: { xs: 'none', md: 'block' } }} aria-hidden>
          <Sketch />
        </Box>
      </Box>
      <Box sx={{ px: { xs: 4, md: 14 }, pt: { xs: 2, md: 24 }, pb: 10, borderLeft: { md: 1 }, borderColor: { md: 'divider' } }}>
        <Box component="form" onSubmit={submit} sx={{ maxWidth: 400 }}>
          <Typography variant="h2" sx={{ mb: 4 }}>
            Sign in
          </Typography>
          <TextField label="Name" value={name} onChange={(e) => setName(e.target.value)} autoComplete="username" sx={{ mb: 4 }} required />
          <TextField
            label="Password"
            type="password"
            value={password}
            onChange={(e) => setPassword(e.target.value)}
            autoComplete="current-password"
            sx={{ mb: 4 }}
            required
          />
          {error !== null && <Trouble error={error} />}
          <Button type="submit" variant="contained" color="primary" disabled={busy} fullWidth sx={{ minHeight: 56 }}>
            Sign in
          </Button>
        </Box>
        {demo && (
          <Box sx={{ maxWidth: 400, mt: 8, pt: 5, borderTop: 1, borderColor: 'divider' }}>
            <Typography variant="h2">Just looking?</Typography>
            <Typography variant="body2" color="textSecondary" sx={{ mt: 1, mb: 3 }}>
              Made-up cases: an almshouse by the sea and a boatyard. Name {demo.name}, password {demo.password}.
            </Typography>
            <Button fullWidth sx={{ minHeight: 56 }} disabled={busy} onClick={() => void enter(demo)}>
              Open the demo
            </Button>
          </Box>
        )}
      </Box>
    </Box>
  )
}

/** A line from set to ear with its thread, as a sign of what is inside. */
function Sketch() {
  return (
    <svg viewBox="0 0 440 130" width="100%" style={{ maxWidth: 440 }} fill="none">
      <path d="M12 18H32L38 24V42H12Z" stroke={ink.text} strokeWidth={2} />
      <path d="M56 27.5H180M56 32.5H180" stroke={ink.cold} strokeWidth={1.6} />
      <path d="M198 20H220L227 27V40H198Z" stroke={ink.text} strokeWidth={2} />
      {Array.from({ length: 9 }, (_, i) => (
        <path key={i} d={`M${246 + i * 17} 22Q${254 + i * 17} 30 ${246 + i * 17} 38`} stroke={ink.cold} strokeWidth={1.8} />
      ))}
      <path d="M404 34V28A11 11 0 0 1 426 28V34" stroke={ink.text} strokeWidth={2} />
      <path d="M402 31H407V40H402ZM423 31H428V40H423Z" fill={ink.text} />
      <rect x={120} y={64} width={120} height={56} fill={ink.cold} opacity={0.12} />
      <path d="M120 119C170 119 180 76 216 76S262 119 312 119Z" fill={ink.text} opacity={0.25} />
      <path d="M188 72H176M176 82H216" stroke={ink.text} strokeWidth={2.6} />
      <path d="M188 60V124" stroke={ink.needsYou} strokeWidth={1.8} />
      <path d="M150 119H270" stroke={ink.text} strokeWidth={2} />
      <path d="M216 112V124" stroke={ink.text} strokeWidth={2.4} />
    </svg>
  )
}
