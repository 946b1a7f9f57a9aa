import { Box, Button, Checkbox, FormControlLabel, MenuItem, TextField, Typography } from '@mui/material'
import { useState } from 'react'
import type { Schema } from '../api/client'
import { day } from '../format/format'
import { Choice } from '../parts/Choice'
import { DateField } from '../parts/DateField'
import { offerUndo } from '../parts/undo'
import { useAsked, type Asked } from './useAsked'
import { ListenerMore } from './ListenerMore'
import { isSeat, newListener } from './lookEdits'
import { NumberField } from '../parts/NumberField'
import { saying } from '../parts/saying'

type Listener = Schema['Listener']

interface Props {
  listeners: readonly Listener[]
  /** Places known from earlier cases of the site. */
  places: readonly Schema['RoamPlace'][]
  /** Day since when such a place is known. */
  sinceOf: (place: string) => string | null
  receivers: readonly Schema['Device'][]
  nearBody: readonly Schema['Device'][]
  tolerances: readonly Schema['Tolerance'][]
  most: number
  goodEnoughPercent: number
  onGoodEnough: (percent: number) => void
  problems: readonly Schema['FieldProblem'][]
  asked: Asked | null
  onChange: (listeners: Listener[]) => void
}

/** Who listens: seat, what is worn, and what each needs. */
export function Listeners({
  listeners,
  places,
  sinceOf,
  receivers,
  nearBody,
  tolerances,
  most,
  goodEnoughPercent,
  onGoodEnough,
  problems,
  asked,
  onChange,
}: Props) {
  const put = (listener: Listener) => onChange(listeners.map((l) => (l.id === listener.id ? listener : l)))
  const remove = (listener: Listener) => {
    onChange(listeners.filter((l) => l.id !== listener.id))
    offerUndo(`${listener.name} was taken out.`, () => onChange([...listeners]))
  }
  return (
    <Box>
      {listeners.length === 0 && (
        <Typography color="textSecondary" sx={{ mt: 4 }}>
          Nobody yet. Ask who has to hear, and who must be left in quiet.
        </Typography>
      )}
      {listeners.map((listener, i) => (
        <ListenerForm
          key={listener.id}
          listener={listener}
          asked={asked}
          place={`listeners[${i}]`}
          receivers={receivers}
          nearBody={nearBody}
          tolerances={tolerances}
          places={places}
          problemOf={(field) => problems.find((p) => p.field === `listeners[${i}].${field}`)}
          onChange={put}
          onRemove={() => remove(listener)}
        />
      ))}
      {listeners.length < most && (
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 3, mt: 3, alignItems: 'center' }}>
          <Button onClick={() => onChange([...listeners, newListener(listeners)])}>Add a listener</Button>
          {places.filter(isSeat).map((place) => (
            <Button
              key={place.name}
              variant="text"
              sx={{ px: 0, textAlign: 'left' }}
              onClick={() => onChange([...listeners, { ...newListener(listeners), seatDistanceM: place.distanceM, seat: place.way }])}
            >
              Add one in the {place.name}
              {sinceOf(place.name) && `, known since ${day(sinceOf(place.name) ?? '')}`}
            </Button>
          ))}
        </Box>
      )}
      {listeners.length > 0 && (
        <Box sx={{ mt: 4, maxWidth: 360 }}>
          <NumberField
            label="In step is good enough from"
            unit="%"
            value={goodEnoughPercent}
            problem={problems.find((p) => p.field === 'goodEnoughPercent')}
            onChange={(percent) => onGoodEnough(Math.round(percent))}
            width="100%"
          />
          <Typography variant="body2" color="textSecondary" sx={{ mt: 1 }}>
            Above it the cheapest and simplest rig wins; nothing is bought for a few points more.
          </Typography>
        </Box>
      )}
    </Box>
  )
}

/** Fields that stand in the second part of the form. */
const moreFields = ['clearLine', 'telecoil', 'implant', 'implantAnsweredBy', 'implantAllows', 'phone', 'ears', 'hoursADay', 'noiseAtSeat']

interface FormProps {
  listener: Listener
  asked: Asked | null
  /** Path of this listener in the look. */
  place: string
  receivers: readonly Schema['Device'][]
  nearBody: readonly Schema['Device'][]
  places: readonly Schema['RoamPlace'][]
  tolerances: readonly Schema['Tolerance'][]
  problemOf: (field: string) => Schema['FieldProblem'] | undefined
  onChange: (listener: Listener) => void
  onRemove: () => void
}

function ListenerForm({ listener, asked, place, receivers, nearBody, places, tolerances, problemOf, onChange, onRemove }: FormProps) {
  const set = (change: Partial<Listener>) => onChange({ ...listener, ...change })
  const [more, setMore] = useState(false)
  const form = useAsked<HTMLFieldSetElement>(
    asked,
    place,
    () => asked && moreFields.some((f) => asked.field === `${place}.${f}`) && setMore(true),
  )
  const moreWords = more ? 'Less' : listener.leavesRoom ? 'Seat, ears, phone, hours, noise, places' : 'Seat, ears, phone, hours, noise'
  const worn = receivers.find((r) => r.id === listener.receiverId)
  const gone = listener.receiverId && !worn
  const tick = (field: 'openToAnother' | 'leavesRoom' | 'readsLips' | 'ownVolume' | 'unsteadyHands', label: string) => (
    <FormControlLabel
      control={<Checkbox checked={listener[field] ?? false} onChange={(e) => set({ [field]: e.target.checked })} />}
      label={label}
    />
  )
  return (
    <Box
      component="fieldset"
      ref={form}
      tabIndex={-1}
      sx={{ outline: 'none', border: 0, borderTop: 1, borderColor: 'divider', p: 0, m: 0, pt: 4, pb: 3, minWidth: 0 }}
    >
      <Typography component="legend" variant="h3" sx={{ float: 'left', width: '100%', mb: 3 }}>
        {listener.name || 'Unnamed'}
      </Typography>
      <Box
        sx={{
          clear: 'both',
          display: 'grid',
          gap: 4,
          gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr', md: '1.2fr 150px 1.4fr' },
          alignItems: 'start',
        }}
      >
        <TextField
          label="Name or seat"
          value={listener.name}
          {...saying(problemOf('name'))}
          onChange={(e) => set({ name: e.target.value })}
        />
        <NumberField
          label="Seat to set"
          unit="m"
          value={listener.seatDistanceM}
          problem={problemOf('seatDistanceM')}
          onChange={(seatDistanceM) => set({ seatDistanceM })}
          width="100%"
        />
        <TextField
          select
          label="Wears or uses now"
          value={gone ? 'gone' : (listener.receiverId ?? '')}
          error={!!gone}
          helperText={gone ? 'It is no longer on the shelf. Choose another.' : undefined}
          onChange={(e) => set({ receiverId: e.target.value || null })}
          slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: true } }}
          sx={{ gridColumn: { sm: '1 / -1', md: 'auto' } }}
        >
          <MenuItem value="">nothing yet</MenuItem>
          {gone && (
            <MenuItem value="gone" disabled>
              no longer on the shelf
            </MenuItem>
          )}
          {receivers.map((r) => (
            <MenuItem key={r.id} value={r.id}>
              {r.name}
            </MenuItem>
          ))}
        </TextField>
      </Box>
      <Box sx={{ mt: 4, display: 'grid', gap: 4, gridTemplateColumns: { xs: '1fr', md: '1fr 1fr' } }}>
        <Choice
          label="While listening, the room …"
          value={listener.roomWish ?? 'noWish'}
          options={[
            { value: 'noWish', words: 'either way' },
            { value: 'roomHearsToo', words: 'hears too' },
            { value: 'setSilent', words: 'set silent' },
          ]}
          onChange={(roomWish) => set({ roomWish })}
        />
      </Box>
      <Box sx={{ mt: 3, display: 'grid', columnGap: 4, gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr', md: '1fr 1fr 1fr' } }}>
        {tick('readsLips', 'Reads lips')}
        {tick('ownVolume', 'Needs an own volume')}
        {tick('unsteadyHands', 'Unsteady hands')}
        {tick('leavesRoom', 'Leaves the room')}
        {tick('openToAnother', 'Open to another receiver')}
      </Box>
      <Box sx={{ mt: 3, display: 'grid', gap: 4, gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' } }}>
        {listener.leavesRoom && (listener.roams ?? []).length === 0 && (
          <NumberField
            label="Walks as far as"
            unit="m"
            value={listener.roamDistanceM ?? 8}
            problem={problemOf('roamDistanceM')}
            onChange={(roamDistanceM) => set({ roamDistanceM })}
            width="100%"
          />
        )}
        {worn?.links?.some((l) => !l.transmits && l.technology === 'bluetoothClassic') && (
          <TextField
            label="Phones and tablets that know it"
            value={listener.knownTo ?? ''}
            {...saying(problemOf('knownTo'), 'They may take it away; they are named before pairing.')}
            onChange={(e) => set({ knownTo: e.target.value })}
          />
        )}
        {worn?.form === 'hearingAids' && (
          <>
            <TextField
              label="Who confirmed which streamer fits"
              value={listener.aidsConfirmedBy ?? ''}
              {...saying(problemOf('aidsConfirmedBy'), 'The clinic or the dealer. The order waits for it.')}
              onChange={(e) => set({ aidsConfirmedBy: e.target.value })}
            />
            <DateField label="On" value={listener.aidsConfirmedOn ?? null} onChange={(aidsConfirmedOn) => set({ aidsConfirmedOn })} />
          </>
        )}
      </Box>
      {more && (
        <ListenerMore
          listener={listener}
          nearBody={nearBody}
          tolerances={tolerances}
          places={places}
          wearsAids={worn?.form === 'hearingAids'}
          problemOf={problemOf}
          onChange={set}
        />
      )}
      <Button
        variant="text"
        sx={{ mt: 2, mr: 4, px: 0 }}
        onClick={() => setMore(!more)}
        aria-expanded={more}
        aria-label={`${moreWords}: ${listener.name}`}
      >
        {moreWords}
      </Button>
      <Button variant="text" sx={{ mt: 2 }} onClick={onRemove} aria-label={`Take out ${listener.name}`}>
        Take out
      </Button>
    </Box>
  )
}
