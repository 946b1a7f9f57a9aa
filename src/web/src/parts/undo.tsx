import { Button, Snackbar } from '@mui/material'
import { useSyncExternalStore } from 'react'

interface Offer {
  id: number
  message: string
  undo?: () => void
}

let offer: Offer | null = null
let next = 1
const listeners = new Set<() => void>()
const set = (fresh: Offer | null) => {
  offer = fresh
  listeners.forEach((tell) => tell())
}

/** Says what was done, and offers to take it back. */
export const offerUndo = (message: string, undo?: () => void) => set({ id: next++, message, undo })

const subscribe = (tell: () => void) => {
  listeners.add(tell)
  return () => listeners.delete(tell)
}

/** The bar at the bottom that offers to take the last deletion back. */
export function UndoBar() {
  const shown = useSyncExternalStore(subscribe, () => offer)
  return (
    <Snackbar
      key={shown?.id}
      open={!!shown}
      autoHideDuration={12_000}
      onClose={(_, reason) => reason !== 'clickaway' && set(null)}
      anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
      message={shown?.message}
      action={
        shown?.undo && (
          <Button
            variant="text"
            onClick={() => {
              shown.undo?.()
              set(null)
            }}
          >
            Undo
          </Button>
        )
      }
      slotProps={{ content: { sx: { bgcolor: 'text.primary', color: 'background.default', boxShadow: 'none', fontSize: 16 } } }}
    />
  )
}
