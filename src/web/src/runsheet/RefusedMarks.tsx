import { Box, Button, Typography } from '@mui/material'
import type { Waiting } from '../parts/outbox'

interface Props<T> {
  waiting: readonly Waiting<T>[]
  /** What an entry is about. */
  wordsOf: (body: T) => string
  onAgain: (key: string) => void
  onTakeOut: (key: string) => void
}

/** Marks made without a connection that the service would not take later: each with its reason and two ways on. */
export function RefusedMarks<T>({ waiting, wordsOf, onAgain, onTakeOut }: Props<T>) {
  return waiting
    .filter((w) => w.refused)
    .map((w) => (
      <Box key={w.key} role="alert" sx={{ borderLeft: 4, borderColor: 'warning.main', pl: 4, my: 3 }}>
        <Typography>
          “{wordsOf(w.body)}” was not taken. {w.refused}
        </Typography>
        <Button variant="text" onClick={() => onAgain(w.key)}>
          Try again
        </Button>{' '}
        <Button variant="text" onClick={() => onTakeOut(w.key)}>
          Let it go
        </Button>
      </Box>
    ))
}
