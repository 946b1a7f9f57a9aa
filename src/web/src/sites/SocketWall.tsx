import { Box, Button, Typography } from '@mui/material'
import { useState } from 'react'
import type { Schema } from '../api/client'
import { Choice } from '../parts/Choice'
import { SocketShape } from '../parts/socketShapes'
import { useAsked, type Asked } from './useAsked'
import { emptySocket, socketOf, withSocket } from './lookEdits'
import { isRadio, SocketFactsForm, type SocketFormProps } from './SocketFacts'

type Socket = Schema['SourcePort']
type Facts = Schema['SocketFacts']
type Problems = readonly Schema['FieldProblem'][]

interface WallProps {
  facts: readonly Facts[]
  sockets: readonly Socket[]
  meanings: readonly Schema['SocketMeaning'][]
  problems: Problems
  asked: Asked | null
  roomSpeakers: readonly Schema['Device'][]
  onChange: (sockets: Socket[]) => void
  /** Path of the sockets in the look. */
  path?: string
  label?: string
  /** Ids that other sources use already. */
  takenIds?: readonly string[]
}

const stateOptions = [
  { value: 'notThere', words: 'not there', quiet: true },
  { value: 'free', words: 'free' },
  { value: 'taken', words: 'taken' },
] as const

/** The back of this set as rows of sockets: what is there, whether it is free, and what that means. */
export function SocketWall({
  facts,
  sockets,
  meanings,
  problems,
  asked,
  roomSpeakers,
  onChange,
  path = 'set.sockets',
  label = 'Socket wall',
  takenIds = [],
}: WallProps) {
  const put = (socket: Socket) => onChange(withSocket(sockets, socket))
  const pairUses = (socket: Socket, both: boolean) =>
    onChange(
      both
        ? [
            ...sockets,
            { ...socketOf('headphone35', sockets, takenIds), state: socket.state, takenBy: socket.takenBy, sameSocketAs: socket.id },
          ]
        : sockets.filter((s) => s.sameSocketAs !== socket.id),
    )
  const rows = facts.flatMap((f) => {
    const mine = sockets.filter((s) => s.kind === f.kind)
    return (mine.length > 0 ? mine : [emptySocket(f.kind, sockets, takenIds)]).map((socket, i) => ({ facts: f, socket, first: i === 0 }))
  })
  const seen = rows.filter((r) => r.socket.state !== 'notThere')
  const unseen = rows.filter((r) => r.socket.state === 'notThere')
  const row = ({ facts: f, socket }: (typeof rows)[number]) => {
    const index = sockets.findIndex((s) => s.id === socket.id)
    return (
      <SocketRow
        key={socket.id}
        facts={f}
        socket={socket}
        asked={asked}
        place={`${path}[${index}]`}
        meaning={meanings.find((m) => m.socketId === socket.id)}
        problemOf={(field) => problems.find((p) => p.field === `${path}[${index}].${field}`)}
        roomSpeakers={roomSpeakers}
        otherUse={sockets.find((s) => s.sameSocketAs === socket.id)}
        onBoth={(both) => pairUses(socket, both)}
        onChange={put}
        onAnother={() => onChange([...sockets, { ...socketOf(f.kind, sockets, takenIds), state: 'free' }])}
      />
    )
  }
  return (
    <Box component="ul" aria-label={label} sx={{ listStyle: 'none', p: 0, m: 0, borderBottom: 1, borderColor: 'divider' }}>
      {seen.map(row)}
      {unseen.map(row)}
    </Box>
  )
}

interface RowProps extends SocketFormProps {
  asked: Asked | null
  /** Path of this socket in the look. */
  place: string
  meaning?: Schema['SocketMeaning']
}

function SocketRow({ facts, socket, asked, place, meaning, problemOf, roomSpeakers, otherUse, onBoth, onChange, onAnother }: RowProps) {
  const [open, setOpen] = useState(false)
  const row = useAsked<HTMLLIElement>(asked, place, () => setOpen(true))
  const there = socket.state !== 'notThere'
  const refused = there && (meaning?.use === 'input' || meaning?.use === 'unsure')
  return (
    <Box
      component="li"
      ref={row}
      tabIndex={-1}
      aria-label={facts.words}
      sx={{ outline: 'none', borderTop: 1, borderColor: 'divider', py: there ? 2.5 : 1 }}
    >
      <Box
        sx={{
          display: 'grid',
          alignItems: 'center',
          columnGap: 4,
          rowGap: 2,
          gridTemplateColumns: { xs: '52px 1fr', md: '48px minmax(168px, 1.1fr) 250px minmax(160px, 1.3fr) 48px' },
        }}
      >
        <svg width={48} height={36} aria-hidden style={{ opacity: there ? 1 : 0.6, overflow: 'visible' }}>
          <SocketShape kind={socket.kind} />
        </svg>
        <Box sx={{ minWidth: 0 }}>
          <Typography sx={{ fontWeight: 650, color: there ? 'text.primary' : 'text.secondary' }}>{facts.words}</Typography>
          <Typography variant="caption" color="textSecondary" component="p" sx={{ overflowWrap: 'anywhere' }}>
            {there
              ? socket.marking || (socket.sameSocketAs ? 'in the optical combination' : isRadio(facts) ? 'built in' : 'nothing printed')
              : 'not seen'}
          </Typography>
        </Box>
        <Box sx={{ gridColumn: { xs: '1 / -1', md: 'auto' } }}>
          <Choice
            label={`${facts.words}: there, free or taken`}
            hideLabel
            value={socket.state}
            options={stateOptions}
            onChange={(state) => {
              onChange({ ...socket, state })
              if (state === 'taken' && !socket.takenBy) setOpen(true)
            }}
          />
        </Box>
        <Box sx={{ gridColumn: { xs: '1 / -1', md: 'auto' }, minWidth: 0 }}>
          {there && meaning?.taken && <Typography sx={{ fontWeight: 650, fontSize: 15 }}>{meaning.taken}</Typography>}
          <Typography variant="body2" sx={{ color: refused ? 'warning.main' : 'text.secondary', fontWeight: refused ? 650 : 400 }}>
            {refused && <span aria-hidden>× </span>}
            {there ? meaning?.sentence : facts.hint}
          </Typography>
        </Box>
        {there ? (
          <Button
            variant="text"
            onClick={() => setOpen(!open)}
            aria-expanded={open}
            aria-label={`${open ? 'close' : 'facts'}: ${facts.words}`}
            sx={{
              fontSize: 14.5,
              gridColumn: { xs: '1 / -1', md: 'auto' },
              justifySelf: { xs: 'start', md: 'end' },
              px: { xs: 0, md: 1.5 },
            }}
          >
            {open ? 'close' : 'facts'}
          </Button>
        ) : (
          <span />
        )}
      </Box>
      {open && there && (
        <SocketFactsForm
          facts={facts}
          socket={socket}
          problemOf={problemOf}
          roomSpeakers={roomSpeakers}
          otherUse={otherUse}
          onBoth={onBoth}
          onChange={onChange}
          onAnother={onAnother}
        />
      )}
    </Box>
  )
}
