import { Box, Button, Checkbox, Dialog, DialogContent, FormControlLabel, Typography } from '@mui/material'
import { useState } from 'react'
import { keyActions, remap, restoreKeys, switchKeys, useKeyState, type KeyAction } from './keys'

/** All keys on one sheet; each may be given another key, and all may be switched off. */
export function KeySheet({ open, onClose }: { open: boolean; onClose: () => void }) {
  const { on, keys } = useKeyState()
  const [waiting, setWaiting] = useState<KeyAction | null>(null)
  return (
    <Dialog open={open} onClose={onClose} aria-labelledby="key-sheet" maxWidth="sm" fullWidth>
      <DialogContent
        onKeyDown={(event) => {
          if (!waiting || event.key.length !== 1) return
          event.preventDefault()
          remap(waiting, event.key)
          setWaiting(null)
        }}
      >
        <Typography id="key-sheet" variant="h1" component="h2" sx={{ fontSize: 24 }}>
          Keys
        </Typography>
        <FormControlLabel control={<Checkbox checked={on} onChange={(e) => switchKeys(e.target.checked)} />} label="Single keys are on" />
        <Box component="dl" sx={{ m: 0, display: 'grid', columnGap: 6, gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' } }}>
          {(Object.keys(keyActions) as KeyAction[]).map((action) => (
            <Box key={action} sx={{ display: 'flex', alignItems: 'center', borderTop: 1, borderColor: 'divider' }}>
              <Typography component="dt" sx={{ flex: 1 }}>
                {keyActions[action]}
              </Typography>
              <Box component="dd" sx={{ m: 0 }}>
                <Button variant="text" onClick={() => setWaiting(action)} aria-label={`${keyActions[action]}: key ${keys[action]}, change`}>
                  {waiting === action ? 'press a key' : keys[action]}
                </Button>
              </Box>
            </Box>
          ))}
        </Box>
        <Box sx={{ display: 'flex', gap: 3, mt: 4 }}>
          <Button onClick={restoreKeys}>Put all back</Button>
          <Button variant="contained" color="primary" onClick={onClose}>
            Close
          </Button>
        </Box>
      </DialogContent>
    </Dialog>
  )
}
