import { Box, Button, Checkbox, FormControlLabel, MenuItem, TextField } from '@mui/material'
import type { Schema } from '../api/client'
import { limits, metres } from '../format/format'
import { Choice, knownOptions } from '../parts/Choice'
import { DateField } from '../parts/DateField'
import { isSeat, unseenWay } from './lookEdits'
import { NumberField } from '../parts/NumberField'
import { saying } from '../parts/saying'

type Listener = Schema['Listener']

interface Props {
  listener: Listener
  wearsAids: boolean
  /** Devices that are kept from implants unless a clinician allowed them. */
  nearBody: readonly Schema['Device'][]
  tolerances: readonly Schema['Tolerance'][]
  /** Places known from earlier cases of the site. */
  places: readonly Schema['RoamPlace'][]
  problemOf: (field: string) => Schema['FieldProblem'] | undefined
  onChange: (change: Partial<Listener>) => void
}

/** What is asked of a listener when the case needs it: ears, implants, phone, hands and sight, hours, places walked to. */
export function ListenerMore({ listener, wearsAids, nearBody, tolerances, places, problemOf, onChange }: Props) {
  const tick = (
    field: 'seesBadly' | 'nothingOnEars' | 'onRequestOnly' | 'leftAndRight' | 'noiseCancelling' | 'spatialRendering',
    label: string,
  ) => (
    <FormControlLabel
      control={<Checkbox checked={listener[field] ?? false} onChange={(e) => onChange({ [field]: e.target.checked })} />}
      label={label}
    />
  )
  const known = (field: 'telecoil' | 'implant' | 'phone' | 'noiseAtSeat' | 'clearLine' | 'leadKeepsOffWays', label: string) => (
    <Choice label={label} value={listener[field] ?? 'notYet'} options={knownOptions} onChange={(value) => onChange({ [field]: value })} />
  )
  return (
    <Box sx={{ display: 'grid', gap: 4, mt: 3 }}>
      <Box sx={{ display: 'grid', columnGap: 4, gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' } }}>
        {tick('nothingOnEars', 'Wants nothing on the ears')}
        {tick('seesBadly', 'Sees badly, finds controls by touch')}
        {tick('leftAndRight', 'Wants left and right beside the seat')}
        {tick('onRequestOnly', 'Streamed to only when asked')}
        {tick('noiseCancelling', 'Asks for noise cancelling')}
        {tick('spatialRendering', 'Asks for spatial rendering')}
      </Box>
      <Box sx={{ display: 'grid', gap: 4, gridTemplateColumns: { xs: '1fr', md: '1fr 1fr' } }}>
        <Choice
          label="Hears with"
          value={listener.ears ?? 'both'}
          options={[
            { value: 'both', words: 'both ears' },
            { value: 'leftOnly', words: 'left only' },
            { value: 'rightOnly', words: 'right only' },
          ]}
          onChange={(ears) => onChange({ ears })}
        />
        <Choice
          label="Sound quality counts"
          value={listener.quality ?? 'normal'}
          options={[
            { value: 'unimportant', words: 'little' },
            { value: 'normal', words: 'as usual' },
            { value: 'important', words: 'much' },
          ]}
          onChange={(quality) => onChange({ quality })}
        />
        {known('clearLine', 'Clear line from the set to this seat')}
        {known('leadKeepsOffWays', 'A lead to this seat would keep off the ways people walk')}
        <TextField
          select
          label="In step means"
          value={listener.toleranceId ?? ''}
          onChange={(e) => onChange({ toleranceId: e.target.value || null })}
          slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: true } }}
        >
          <MenuItem value="">{listener.readsLips ? 'as for lip-readers' : 'as for broadcast'}</MenuItem>
          {tolerances.map((t) => (
            <MenuItem key={t.id} value={t.id}>
              {t.words}, {limits(t)}
            </MenuItem>
          ))}
        </TextField>
        {known('phone', 'Carries a phone for an app')}
        {wearsAids && known('telecoil', 'Telecoil programme switched on by the clinic')}
        <NumberField
          label="Listens a day"
          unit="h"
          value={listener.hoursADay ?? 0}
          problem={problemOf('hoursADay')}
          onChange={(hoursADay) => onChange({ hoursADay })}
          width="100%"
        />
        {known('implant', 'Carries an implant')}
        {known('noiseAtSeat', 'Noisy at the seat: kitchen, street, fan')}
      </Box>
      {listener.implant === 'yes' && <Implant listener={listener} nearBody={nearBody} problemOf={problemOf} onChange={onChange} />}
      {listener.leavesRoom && <Roams listener={listener} places={places} problemOf={problemOf} onChange={onChange} />}
    </Box>
  )
}

const implantKinds: Record<Schema['ImplantKind'], string> = {
  notSaid: 'not said',
  pacemaker: 'pacemaker',
  defibrillator: 'defibrillator',
  cochlearImplant: 'cochlear implant',
  insulinPump: 'insulin pump',
  shunt: 'shunt',
  other: 'another one',
}

/** Which implant, and what the clinician answered: until then nothing magnetic or radiating is planned near it. */
function Implant({ listener, nearBody, problemOf, onChange }: Omit<Props, 'wearsAids' | 'tolerances' | 'places'>) {
  const allows = listener.implantAllows ?? []
  const gone = allows.filter((id) => !nearBody.some((d) => d.id === id)).map((id) => ({ id, name: 'no longer on the shelf' }))
  const choices = [...nearBody.map(({ id, name }) => ({ id, name })), ...gone]
  const named = allows.map((id) => choices.find((d) => d.id === id)?.name).join(', ')
  return (
    <Box sx={{ display: 'grid', gap: 4, gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' }, alignItems: 'start' }}>
      <TextField
        select
        label="Which implant"
        value={listener.implantKind ?? 'notSaid'}
        onChange={(e) => onChange({ implantKind: e.target.value as Schema['ImplantKind'] })}
      >
        {Object.entries(implantKinds).map(([kind, words]) => (
          <MenuItem key={kind} value={kind}>
            {words}
          </MenuItem>
        ))}
      </TextField>
      <Choice
        label="On which side"
        value={listener.implantSide ?? 'notSaid'}
        options={[
          { value: 'notSaid', words: 'not said' },
          { value: 'left', words: 'left' },
          { value: 'right', words: 'right' },
        ]}
        onChange={(implantSide) => onChange({ implantSide })}
      />
      <TextField
        label="Which clinician answered"
        value={listener.implantAnsweredBy ?? ''}
        {...saying(problemOf('implantAnsweredBy'), 'Until one has, nothing with a magnet, coil or transmitter comes near.')}
        onChange={(e) => onChange({ implantAnsweredBy: e.target.value })}
      />
      <DateField
        label="Answered on"
        value={listener.implantAnsweredOn ?? null}
        onChange={(implantAnsweredOn) => onChange({ implantAnsweredOn })}
      />
      <TextField
        select
        label="Allowed near it"
        value={allows}
        {...saying(problemOf('implantAllows'), 'Only what the clinician named. Everything else stays 15 cm away.')}
        onChange={(e) => onChange({ implantAllows: e.target.value as unknown as string[] })}
        slotProps={{
          select: { multiple: true, displayEmpty: true, renderValue: () => named || 'nothing yet' },
          inputLabel: { shrink: true },
        }}
      >
        {choices.map(({ id, name }) => (
          <MenuItem key={id} value={id}>
            <Box component="span" aria-hidden sx={{ width: 24 }}>
              {allows.includes(id) ? '✓' : ''}
            </Box>
            {name}
          </MenuItem>
        ))}
      </TextField>
    </Box>
  )
}

function Roams({ listener, places, problemOf, onChange }: Omit<Props, 'wearsAids' | 'nearBody' | 'tolerances'>) {
  const roams = listener.roams ?? []
  const put = (at: number, change: Partial<Schema['RoamPlace']>) =>
    onChange({ roams: roams.map((r, i) => (i === at ? { ...r, ...change } : r)) })
  return (
    <Box sx={{ display: 'grid', gap: 3 }}>
      {roams.map((place, i) => (
        <Box key={i} sx={{ display: 'grid', gap: 3, gridTemplateColumns: { xs: '1fr', sm: '1.4fr 1fr auto' }, alignItems: 'start' }}>
          <TextField
            label="Walks to"
            value={place.name}
            {...saying(problemOf(`roams[${i}].name`))}
            onChange={(e) => put(i, { name: e.target.value })}
          />
          <NumberField
            label="From the set"
            unit="m"
            value={place.distanceM}
            problem={problemOf(`roams[${i}].distanceM`)}
            onChange={(distanceM) => put(i, { distanceM })}
            width="100%"
          />
          <Button
            variant="text"
            onClick={() => onChange({ roams: roams.filter((_, at) => at !== i) })}
            aria-label={`Take out ${place.name}`}
          >
            Take out
          </Button>
        </Box>
      ))}
      {roams.length < 6 && (
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 3, alignItems: 'center' }}>
          <Button
            onClick={() =>
              onChange({
                roams: [
                  ...roams,
                  {
                    name: roams.length === 0 ? 'kitchen' : `place ${roams.length + 1}`,
                    distanceM: listener.roamDistanceM ?? 8,
                    way: unseenWay,
                  },
                ],
              })
            }
          >
            Add a place walked to
          </Button>
          {places
            .filter((place) => !isSeat(place) && roams.every((r) => r.name !== place.name))
            .map((place) => (
              <Button
                key={place.name}
                variant="text"
                sx={{ px: 0, textAlign: 'left' }}
                onClick={() => onChange({ roams: [...roams, place] })}
              >
                Add {place.name}, {metres(place.distanceM)}, as known here
              </Button>
            ))}
        </Box>
      )}
    </Box>
  )
}
