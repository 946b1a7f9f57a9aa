import { Box, Button, Dialog, DialogContent, Typography } from '@mui/material'
import { useState } from 'react'
import { RefusedError } from '../api/client'
import { Trouble } from '../parts/Trouble'
import { sendAllOrName, throwAway } from '../waiting/keeping'
import { useSigning } from './session'

/** Signing out: what waits is sent first, and what cannot be sent is named before anybody leaves. */
export function useLeaving() {
  const { signOut } = useSigning()
  const [unsent, setUnsent] = useState<string[] | null>(null)
  const [error, setError] = useState<unknown>(null)
  const end = async (then?: () => Promise<void>) => {
    setError(null)
    try {
      await signOut(then)
    } catch (refused) {
      setError(refused)
      setUnsent((named) => named ?? [])
    }
  }
  const leave = async () => {
    setError(null)
    const left = await sendAllOrName()
    if (left.length === 0) await end()
    else setUnsent(left)
  }
  const dialog = (
    <Dialog open={unsent !== null} onClose={() => setUnsent(null)} aria-labelledby="leaving" fullWidth maxWidth="xs">
      <DialogContent>
        <Typography id="leaving" variant="h1" component="h2" sx={{ fontSize: 24, mb: 3 }}>
          {unsent?.length ? 'Not everything could be sent' : 'Still signed in'}
        </Typography>
        {unsent && unsent.length > 0 && (
          <>
            <Box component="ul" sx={{ m: 0, mb: 3, pl: 5, maxHeight: 200, overflow: 'auto' }}>
              {unsent.map((words, i) => (
                <li key={i}>{words}</li>
              ))}
            </Box>
            <Typography sx={{ mb: 5 }}>Kept, nobody else can read them on this device; they are here again when you sign in.</Typography>
          </>
        )}
        {error instanceof RefusedError && error.offline ? (
          <Typography role="alert" sx={{ borderLeft: 4, borderColor: 'error.main', pl: 4, mb: 5 }}>
            No connection. A session ends at the service only: you are still signed in. Lock this device, or try again when the connection
            is back.
          </Typography>
        ) : (
          error !== null && <Trouble error={error} />
        )}
        <Box sx={{ display: 'flex', gap: 3, flexDirection: 'column' }}>
          <Button variant="contained" color="primary" onClick={() => void end()}>
            {unsent?.length ? 'Keep them and sign out' : 'Try again'}
          </Button>
          {unsent && unsent.length > 0 && <Button onClick={() => void end(throwAway)}>Throw them away and sign out</Button>}
          <Button variant="text" onClick={() => setUnsent(null)}>
            Stay signed in
          </Button>
        </Box>
      </DialogContent>
    </Dialog>
  )
  return { leave: () => void leave(), dialog }
}
