import { Box, Button, Typography } from '@mui/material'
import type { Bodies, WriteOf } from '../waiting/writes'

interface Props<S extends 'step' | 'preparation'> {
  waiting: readonly WriteOf<S>[]
  /** What an entry is about. */
  wordsOf: (body: Bodies[S]) => string
  onAgain: (key: string) => Promise<void>
  onTakeOut: (key: string) => Promise<void>
}

/** Marks made without a connection that the service would not take later: each with its reason and two ways on. */
export function RefusedMarks<S extends 'step' | 'preparation'>({ waiting, wordsOf, onAgain, onTakeOut }: Props<S>) {
  return waiting
    .filter((w) => w.refused)
    .map((w) => (
      <Box key={w.key} role="alert" sx={{ borderLeft: 4, borderColor: 'warning.main', pl: 4, my: 3 }}>
        <Typography>
          “{wordsOf(w.body)}” was not taken. {w.refused}
        </Typography>
        <Button variant="text" onClick={() => void onAgain(w.key)}>
          Try again
        </Button>{' '}
        <Button variant="text" onClick={() => void onTakeOut(w.key)}>
          Let it go
        </Button>
      </Box>
    ))
}
