import { Box, Button, Checkbox, FormControlLabel, Typography } from '@mui/material'
import { useRef, useState } from 'react'
import type { Schema } from '../api/client'
import { useAsked, type Asked } from './useAsked'
import { afterTap, countsAs, emptySocket, isThere, socketOf, withSocket } from './lookEdits'
import { SocketPanel } from './SocketPanel'
import { SocketTile } from './SocketTile'

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
  /** Changes the sockets as they are by then: two taps may come faster than the wall is drawn. */
  onChange: (update: (sockets: readonly Socket[]) => Socket[]) => void
  /** Path of the sockets in the look. */
  path?: string
  label?: string
  /** Ids that other sources use already. */
  takenIds?: readonly string[]
  /** All sockets were seen, and how to say so; left out where nobody asks. */
  allSeen?: boolean
  onAllSeen?: (all: boolean) => void
  /** Day since when a socket is known from an earlier case; null when it was entered here. */
  sinceOf?: (socketId: string) => string | null
}

/** The back of this set: every sort of socket as a tile; the one touched last says beside the wall what it means. */
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
  allSeen = false,
  onAllSeen,
  sinceOf = () => null,
}: WallProps) {
  const panel = useRef<HTMLDivElement>(null)
  const [touchedId, setTouchedId] = useState<string | null>(null)
  const put = (socket: Socket) => onChange((now) => withSocket(now, socket))
  const tap = (shown: Socket) =>
    onChange((now) => {
      const socket = now.find((s) => s.id === shown.id) ?? shown
      return withSocket(now, { ...socket, state: afterTap(socket.state, allSeen) })
    })
  const pairUses = (socket: Socket, both: boolean) =>
    onChange((now) =>
      both
        ? [...now, { ...socketOf('headphone35', now, takenIds), state: socket.state, takenBy: socket.takenBy, sameSocketAs: socket.id }]
        : now.filter((s) => s.sameSocketAs !== socket.id),
    )
  const tiles = facts.flatMap((f) => {
    const mine = sockets.filter((s) => s.kind === f.kind)
    return (mine.length > 0 ? mine : [emptySocket(f.kind, sockets, takenIds)]).map((socket) => ({ facts: f, socket }))
  })
  const ofQuestion = (field: string) =>
    tiles.find(({ facts: f, socket }) => {
      const place = `${path}[${sockets.findIndex((s) => s.id === socket.id)}]`
      return field === place || field.startsWith(`${place}.`) || field === `${path}.${f.kind}`
    })?.socket.id
  const wall = useAsked<HTMLDivElement>(
    asked,
    tiles.map(({ facts: f }) => `${path}.${f.kind}`).concat(sockets.map((_, i) => `${path}[${i}]`)),
    () => setTouchedId((asked && ofQuestion(asked.field)) ?? null),
  )
  const touched = tiles.find((t) => t.socket.id === touchedId) ?? tiles.find((t) => isThere(t.socket)) ?? tiles[0]
  const meaningOf = (socket: Socket) => meanings.find((m) => m.socketId === socket.id)
  const index = sockets.findIndex((s) => s.id === touched?.socket.id)
  return (
    <Box ref={wall} tabIndex={-1} sx={{ outline: 'none' }}>
      <Box sx={{ display: 'grid', gap: 6, gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) 246px' }, alignItems: 'start' }}>
        <Box>
          <Box
            component="ul"
            aria-label={label}
            sx={{
              listStyle: 'none',
              p: 0,
              m: 0,
              display: 'grid',
              gap: 2,
              gridTemplateColumns: { xs: 'repeat(2, minmax(0, 1fr))', sm: 'repeat(auto-fill, minmax(94px, 1fr))' },
            }}
          >
            {tiles.map(({ facts: f, socket }) => (
              <li key={socket.id} style={{ minWidth: 0 }}>
                <SocketTile
                  kind={socket.kind}
                  words={f.words}
                  marking={socket.marking ?? ''}
                  state={countsAs(socket.state, allSeen)}
                  touched={socket.id === touched?.socket.id}
                  onFocus={() => setTouchedId(socket.id)}
                  onTap={() => {
                    setTouchedId(socket.id)
                    tap(socket)
                  }}
                />
              </li>
            ))}
          </Box>
          {onAllSeen && (
            <FormControlLabel
              sx={{ mt: 2 }}
              control={<Checkbox checked={allSeen} onChange={(e) => onAllSeen(e.target.checked)} />}
              label="That is all there is: rear, sides and underneath were looked over"
            />
          )}
          <Typography variant="caption" color="textSecondary" component="p" sx={{ mt: 1 }}>
            Each tap: free, taken, not there{allSeen ? '' : ', not looked'}.
          </Typography>
        </Box>
        {touched && (
          <Box ref={panel} sx={{ minWidth: 0, scrollMarginTop: 16 }}>
            <SocketPanel
              facts={touched.facts}
              socket={touched.socket}
              state={countsAs(touched.socket.state, allSeen)}
              since={sinceOf(touched.socket.id)}
              meaning={meaningOf(touched.socket)}
              problemOf={(field) => problems.find((p) => p.field === `${path}[${index}].${field}`)}
              roomSpeakers={roomSpeakers}
              otherUse={sockets.find((s) => s.sameSocketAs === touched.socket.id)}
              onBoth={(both) => pairUses(touched.socket, both)}
              onChange={put}
              onAnother={() => onChange((now) => [...now, socketOf(touched.socket.kind, now, takenIds)])}
            />
          </Box>
        )}
        {touched && (
          <TouchedStrip
            words={touched.facts.words}
            says={meaningOf(touched.socket)?.sentence || touched.facts.hint}
            onMore={() => panel.current?.scrollIntoView({ block: 'start' })}
          />
        )}
      </Box>
    </Box>
  )
}

/** On a phone the facts lie below the wall: what the tile touched last means stays in view above it. */
function TouchedStrip({ words, says, onMore }: { words: string; says: string; onMore: () => void }) {
  return (
    <Box
      aria-hidden
      sx={{
        display: { xs: 'flex', md: 'none' },
        order: -1,
        position: 'sticky',
        top: 0,
        zIndex: 2,
        gap: 2,
        alignItems: 'center',
        minHeight: 64,
        bgcolor: 'background.default',
        borderBottom: 1,
        borderColor: 'divider',
      }}
    >
      <Typography variant="caption" sx={{ flex: 1, minWidth: 0, color: 'text.secondary' }}>
        <b>{words}.</b> {says}
      </Typography>
      <Button variant="text" tabIndex={-1} onClick={onMore}>
        facts
      </Button>
    </Box>
  )
}
