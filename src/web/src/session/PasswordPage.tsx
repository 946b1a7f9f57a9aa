import { Box, Button, Checkbox, FormControlLabel, TextField, Typography } from '@mui/material'
import { useState, type FormEvent } from 'react'
import { RefusedError } from '../api/client'
import { Trouble } from '../parts/Trouble'
import { useSession, useSigning } from './session'

/** Choosing a password of one's own: at the first sign-in, or at any time. */
export function PasswordPage({ first, onDone }: { first: boolean; onDone?: () => void }) {
  const { changePassword, signOut } = useSigning()
  const rule = useSession().data?.passwordRule
  const [current, setCurrent] = useState('')
  const [fresh, setFresh] = useState('')
  const [shown, setShown] = useState(false)
  const [error, setError] = useState<unknown>(null)
  const problemOf = (field: string) => {
    const problem = error instanceof RefusedError ? error.refusal.problems.find((p) => p.field === field) : undefined
    return problem && `${problem.reason} ${problem.remedy}`
  }
  const known = problemOf('current') ?? problemOf('fresh')
  const submit = async (event: FormEvent) => {
    event.preventDefault()
    setError(null)
    try {
      await changePassword({ current, fresh })
      onDone?.()
    } catch (refused) {
      setError(refused)
    }
  }
  return (
    <Box component="main" id="main" sx={{ px: { xs: 4, sm: 8 }, py: { xs: 6, sm: 12 }, maxWidth: 520 }}>
      <Typography variant="h1">{first ? 'Choose a password of your own' : 'Change your password'}</Typography>
      <Typography color="textSecondary" sx={{ mt: 2, mb: 6 }}>
        {first
          ? 'The one you signed in with was printed once and opens nothing else. '
          : 'Whoever is signed in elsewhere is signed out at once. '}
        {rule}
      </Typography>
      <Box component="form" onSubmit={(e) => void submit(e)}>
        <TextField
          label="Password so far"
          type={shown ? 'text' : 'password'}
          value={current}
          onChange={(e) => setCurrent(e.target.value)}
          error={!!problemOf('current')}
          helperText={problemOf('current')}
          autoComplete="current-password"
          sx={{ mb: 4 }}
          required
        />
        <TextField
          label="New password"
          type={shown ? 'text' : 'password'}
          value={fresh}
          onChange={(e) => setFresh(e.target.value)}
          error={!!problemOf('fresh')}
          helperText={problemOf('fresh')}
          autoComplete="new-password"
          sx={{ mb: 2 }}
          required
        />
        <FormControlLabel
          control={<Checkbox checked={shown} onChange={(e) => setShown(e.target.checked)} />}
          label="Show what I type"
          sx={{ mb: 4, display: 'flex' }}
        />
        {error !== null && !known && <Trouble error={error} />}
        <Box sx={{ display: 'flex', gap: 3 }}>
          {first ? <Button onClick={() => void signOut()}>Sign out</Button> : <Button onClick={onDone}>Back</Button>}
          <Button type="submit" variant="contained" color="primary">
            Keep it
          </Button>
        </Box>
      </Box>
    </Box>
  )
}
