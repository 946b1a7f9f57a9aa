import { Box, Button, Checkbox, FormControlLabel, MenuItem, TextField, Typography } from '@mui/material'
import { useState } from 'react'
import type { Schema } from '../api/client'
import { Choice, knownOptions } from '../parts/Choice'
import { NumberField } from '../parts/NumberField'
import { saying } from '../parts/saying'
import { SocketShape } from '../parts/socketShapes'
import { useAsked, type Asked } from './useAsked'
import { emptySocket, socketOf, withSocket } from './lookEdits'

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

interface RowProps {
  facts: Facts
  socket: Socket
  asked: Asked | null
  /** Path of this socket in the look. */
  place: string
  meaning?: Schema['SocketMeaning']
  problemOf: (field: string) => Schema['FieldProblem'] | undefined
  roomSpeakers: readonly Schema['Device'][]
  /** The headphone use of the same hole, where it has one. */
  otherUse: Socket | undefined
  onBoth: (both: boolean) => void
  onChange: (socket: Socket) => void
  onAnother: () => void
}

/** A radio built into the source: nothing is plugged and nothing printed. */
const isRadio = (facts: Schema['SocketFacts']) => facts.isRadio ?? false

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

function SocketFactsForm({
  facts,
  socket,
  problemOf,
  roomSpeakers,
  otherUse,
  onBoth,
  onChange,
  onAnother,
}: Omit<RowProps, 'meaning' | 'asked' | 'place'>) {
  const platform = socket.kind === 'platformSpeakers'
  const outputs = facts.signals.length > 0 || isRadio(facts)
  const power = socket.kind === 'usbA' || socket.kind === 'usbC'
  const radio = socket.kind === 'bluetooth'
  const digital = facts.signals.includes('spdifPcm')
  const known = (
    field:
      'silencesSpeakers' | 'followsPicture' | 'pcm' | 'glows' | 'usbSound' | 'offInStandby' | 'otherMakersJoin' | 'otherMakersSpeakersJoin',
    label: string,
  ) => (
    <Choice
      label={label}
      value={socket[field] ?? 'notYet'}
      options={knownOptions}
      onChange={(value) => onChange({ ...socket, [field]: value })}
    />
  )
  return (
    <Box sx={{ mt: 3, ml: { md: 17 }, display: 'grid', gap: 4, gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' }, alignItems: 'start' }}>
      <Typography variant="body2" color="textSecondary" sx={{ gridColumn: '1 / -1' }}>
        {facts.hint}
      </Typography>
      {!isRadio(facts) && (
        <TextField
          label="Printed beside it"
          value={socket.marking ?? ''}
          {...saying(problemOf('marking'))}
          onChange={(e) => onChange({ ...socket, marking: e.target.value })}
        />
      )}
      {socket.state === 'taken' && (
        <TextField
          label="Taken by"
          value={socket.takenBy ?? ''}
          {...saying(problemOf('takenBy'))}
          onChange={(e) => onChange({ ...socket, takenBy: e.target.value })}
        />
      )}
      {socket.state === 'taken' && outputs && !radio && !platform && roomSpeakers.length > 0 && (
        <TextField
          select
          label="Is it a room speaker of the shelf?"
          value={socket.takenByDeviceId ?? ''}
          onChange={(e) =>
            onChange({
              ...socket,
              takenByDeviceId: e.target.value || null,
              takenBy: socket.takenBy || e.target.value ? socket.takenBy || 'the sound bar' : '',
            })
          }
        >
          <MenuItem value="">no</MenuItem>
          {roomSpeakers.map((d) => (
            <MenuItem key={d.id} value={d.id}>
              {d.name}
            </MenuItem>
          ))}
        </TextField>
      )}
      {outputs && !power && !radio && !platform && (
        <Choice
          label="Which way does sound run?"
          value={socket.direction ?? 'asMarked'}
          options={[
            { value: 'asMarked', words: 'as marked' },
            { value: 'output', words: 'out' },
            { value: 'input', words: 'in' },
          ]}
          onChange={(direction) => onChange({ ...socket, direction })}
        />
      )}
      {outputs && !power && (
        <Choice
          label="Level"
          value={socket.level ?? 'notYet'}
          options={[
            { value: 'notYet', words: 'not known' },
            { value: 'fixed', words: 'fixed' },
            { value: 'variable', words: 'variable' },
          ]}
          onChange={(level) => onChange({ ...socket, level })}
        />
      )}
      {platform && (
        <TextField
          label="Make its speakers must be of"
          value={socket.speakerFamily ?? ''}
          {...saying(problemOf('speakerFamily'), 'as the shelf names the family')}
          onChange={(e) => onChange({ ...socket, speakerFamily: e.target.value })}
        />
      )}
      {outputs && !power && known('silencesSpeakers', 'Silences the set when in use')}
      {outputs && !power && known('followsPicture', 'Sound waits for the picture')}
      {digital && known('pcm', 'Can send PCM')}
      {(socket.kind === 'opticalSquare' || socket.kind === 'optical35') && known('glows', 'Glows with the set on')}
      {socket.kind === 'optical35' && (
        <FormControlLabel
          control={<Checkbox checked={otherUse !== undefined} onChange={(e) => onBoth(e.target.checked)} />}
          label="A headphone plug goes in as well"
        />
      )}
      {power && (
        <NumberField
          label="Current printed"
          unit="mA"
          value={socket.usbMa ?? 0}
          problem={problemOf('usbMa')}
          onChange={(usbMa) => onChange({ ...socket, usbMa: Math.round(usbMa) })}
          width="100%"
        />
      )}
      {socket.kind === 'secondZone' && (
        <TextField
          select
          label="What the zone lets through"
          value={socket.zonePasses ?? 'notYet'}
          onChange={(e) => onChange({ ...socket, zonePasses: e.target.value as Socket['zonePasses'] })}
        >
          <MenuItem value="notYet">not known yet</MenuItem>
          <MenuItem value="analogueOnly">analogue inputs only</MenuItem>
          <MenuItem value="twoChannelPcm">two-channel PCM too</MenuItem>
          <MenuItem value="everything">everything</MenuItem>
        </TextField>
      )}
      {power && known('usbSound', 'Passes sound too (the box’s USB lamp lights)')}
      {power && known('offInStandby', 'Goes off with the set')}
      {radio && known('otherMakersJoin', 'Other makers’ headphones may join')}
      {radio && known('otherMakersSpeakersJoin', 'Other makers’ speakers may join')}
      {(radio || platform) && (
        <NumberField
          label="Listeners at once"
          unit="at once"
          value={socket.listenersAtOnce ?? 1}
          problem={problemOf('listenersAtOnce')}
          onChange={(n) => onChange({ ...socket, listenersAtOnce: Math.round(n) })}
          width="100%"
        />
      )}
      {!isRadio(facts) && (
        <Box>
          <Button onClick={onAnother}>Another {facts.words} socket</Button>
        </Box>
      )}
    </Box>
  )
}
