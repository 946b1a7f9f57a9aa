import { Box, Typography } from '@mui/material'
import type { Schema } from '../api/client'
import { day } from '../format/format'
import { isThere } from './lookEdits'
import { isRadio, SocketFactsForm, type SocketFormProps } from './SocketFacts'
import { stateWords } from './SocketTile'

interface Props extends SocketFormProps {
  meaning?: Schema['SocketMeaning']
  state: Schema['SocketState']
  /** Day since when it is known from an earlier case; null when it was entered here. */
  since: string | null
}

/** The socket touched last: what it means, what is printed beside it, and its facts. */
export function SocketPanel({ meaning, state, since, ...form }: Props) {
  const { facts, socket } = form
  const there = isThere(socket)
  const refused = there && (meaning?.use === 'input' || meaning?.use === 'unsure')
  return (
    <Box component="section" aria-label={`${facts.words}, facts`}>
      <Typography variant="h3">{facts.words}</Typography>
      <Typography variant="caption" color="textSecondary" component="p" sx={{ overflowWrap: 'anywhere' }}>
        {[
          meaning?.taken || stateWords[state],
          there && (socket.marking || (socket.sameSocketAs ? 'in the optical combination' : isRadio(facts) ? 'built in' : '')),
          since && `known since ${day(since)}`,
        ]
          .filter(Boolean)
          .join(' · ')}
      </Typography>
      <Typography
        aria-live="polite"
        variant="body2"
        sx={{ mt: 1, color: refused ? 'warning.main' : 'text.secondary', fontWeight: refused ? 650 : 400 }}
      >
        {refused && <span aria-hidden>× </span>}
        {there && meaning ? meaning.sentence : facts.hint}
      </Typography>
      {there && meaning && (
        <Typography variant="caption" color="textSecondary" component="p" sx={{ mt: 1 }}>
          {facts.hint}
        </Typography>
      )}
      {there && <SocketFactsForm {...form} />}
    </Box>
  )
}
