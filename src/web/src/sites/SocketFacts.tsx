import { Box, Button, Checkbox, FormControlLabel, MenuItem, TextField } from '@mui/material'
import type { Schema } from '../api/client'
import { Choice, knownOptions } from '../parts/Choice'
import { NumberField } from '../parts/NumberField'
import { saying } from '../parts/saying'

type Socket = Schema['SourcePort']
type Facts = Schema['SocketFacts']

export interface SocketFormProps {
  facts: Facts
  socket: Socket
  problemOf: (field: string) => Schema['FieldProblem'] | undefined
  roomSpeakers: readonly Schema['Device'][]
  /** The headphone use of the same hole, where it has one. */
  otherUse: Socket | undefined
  onBoth: (both: boolean) => void
  onChange: (socket: Socket) => void
  onAnother: () => void
}

/** A radio built into the source: nothing is plugged and nothing printed. */
export const isRadio = (facts: Facts) => facts.isRadio ?? false

/** What may be known of one socket: printed beside it, taken by what, and how it behaves. */
export function SocketFactsForm({ facts, socket, problemOf, roomSpeakers, otherUse, onBoth, onChange, onAnother }: SocketFormProps) {
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
    <Box sx={{ mt: 3, display: 'grid', gap: 4, gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr', md: '1fr' }, alignItems: 'start' }}>
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
