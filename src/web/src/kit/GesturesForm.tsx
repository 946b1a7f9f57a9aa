import { Box, Button, Typography } from '@mui/material'
import { useState } from 'react'
import type { Schema } from '../api/client'
import { Choice } from '../parts/Choice'
import { Pick, Words } from '../parts/fields'
import { NumberField } from '../parts/NumberField'
import type { FormPart } from './draft'
import { Refused, row, RowButtons } from './formRows'

type Gesture = Schema['Gesture']
type Control = Schema['Control']

const inWords = ''
const doesWords: readonly { value: Schema['GestureDoes']; words: string }[] = [
  { value: 'opensPairing', words: 'pair' },
  { value: 'opensSecondPairing', words: 'pair a second one' },
  { value: 'switchesPower', words: 'switch on and off' },
  { value: 'transmits', words: 'send' },
  { value: 'receives', words: 'receive' },
  { value: 'choosesInput', words: 'choose the input' },
  { value: 'joinsPair', words: 'join another as left and right' },
  { value: 'choosesBroadcast', words: 'choose a broadcast' },
]
const kindWords: readonly { value: Schema['ControlKind']; words: string }[] = [
  { value: 'button', words: 'button' },
  { value: 'slide', words: 'slide' },
  { value: 'knob', words: 'knob or wheel' },
  { value: 'display', words: 'entry on its display' },
  { value: 'lid', words: 'drawer, case or charger' },
  { value: 'app', words: 'entry in its app' },
]
const fromWords: readonly { value: Schema['PowerFrom']; words: string }[] = [
  { value: 'notRead', words: 'not read yet' },
  { value: 'on', words: 'on' },
  { value: 'off', words: 'off, or in its case' },
]
const fresh: Gesture = {
  does: 'opensPairing',
  control: inWords,
  from: 'notRead',
  holdSeconds: 0,
  holdAtMostSeconds: 0,
  presses: 1,
  to: '',
  startsFrom: '',
  words: '',
}

/** What hands work on a device, and what that makes it do. */
export function GesturesForm(part: FormPart) {
  const { draft, set, terms, problemOf } = part
  const { controls, gestures } = draft
  const worn = draft.role === 'receiver' || draft.role === 'relay'
  const usual = terms.readyMade.filter((r) => r.worn === worn)
  const control = (i: number, to: Partial<Control>) => {
    const before = controls[i]?.name
    set({
      controls: controls.map((c, at) => (at === i ? { ...c, ...to } : c)),
      // A gesture keeps its control when that gets another name.
      gestures: to.name === undefined ? gestures : gestures.map((g) => (g.control === before ? { ...g, control: to.name ?? '' } : g)),
    })
  }
  return (
    <Box>
      {controls.length + gestures.length === 0 && draft.automatic.window === 'byHand' && (
        <Box role="group" aria-label="Start from a usual one" sx={{ mb: 4 }}>
          <Typography variant="body2" color="textSecondary">
            Start from a usual one, then correct it from its manual:
          </Typography>
          <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, mt: 2 }}>
            {usual.map((r) => (
              <Button
                key={r.id}
                onClick={() => set({ controls: r.controls, gestures: r.gestures, automatic: { ...draft.automatic, ...r.automatic } })}
              >
                {r.words}
              </Button>
            ))}
          </Box>
        </Box>
      )}
      {controls.length + gestures.length === 0 && draft.automatic.window !== 'byHand' && (
        <Typography sx={{ mb: 3 }}>Nothing to press: when it waits for a partner stands under “By itself”.</Typography>
      )}
      {controls.map((c, i) => (
        <Box key={i} role="group" aria-label={`Control ${i + 1}`} sx={row('2fr 1fr 1fr auto')}>
          <Words
            label="People call it"
            hint={i === 0 ? 'such as “the round button”' : undefined}
            value={c.name}
            problem={problemOf(`controls[${i}].name`)}
            onChange={(name) => control(i, { name })}
          />
          <Pick label="It is a" value={c.kind} options={kindWords} onChange={(kind) => control(i, { kind })} />
          <Words
            label="Printed beside it"
            value={c.printed}
            problem={problemOf(`controls[${i}].printed`)}
            onChange={(printed) => control(i, { printed })}
          />
          <RowButtons
            of={`control ${i + 1}`}
            onRemove={() =>
              set({
                controls: controls.filter((_, at) => at !== i),
                gestures: gestures.map((g) => (g.control === c.name ? { ...g, control: inWords } : g)),
              })
            }
          />
        </Box>
      ))}
      <Refused problem={problemOf('controls')} />
      <Box sx={{ mt: 2 }}>
        <Button onClick={() => set({ controls: [...controls, { name: '', kind: 'button', printed: '' }] })}>Add a control</Button>
      </Box>
      {gestures.map((g, i) => (
        <GestureForm
          key={i}
          gesture={g}
          place={i}
          controls={controls}
          problemOf={problemOf}
          onChange={(to) => set({ gestures: gestures.map((other, at) => (at === i ? { ...g, ...to } : other)) })}
          onRemove={() => set({ gestures: gestures.filter((_, at) => at !== i) })}
        />
      ))}
      <Refused problem={problemOf('gestures')} />
      <Box sx={{ mt: 3 }}>
        <Button onClick={() => set({ gestures: [...gestures, { ...fresh, control: controls[0]?.name ?? inWords }] })}>
          Add what a control does
        </Button>
      </Box>
      {gestures.some((g) => g.does === 'opensPairing') && (
        <Box sx={{ mt: 4, width: 'fit-content' }}>
          <Choice
            label="Its manual begins with"
            value={draft.comesFirst}
            options={[
              { value: 'notSaid', words: 'not read' },
              { value: 'leads', words: 'its leads' },
              { value: 'pairing', words: 'its pairing' },
            ]}
            onChange={(comesFirst) => set({ comesFirst })}
          />
        </Box>
      )}
      {gestures.some((g) => g.does === 'opensSecondPairing') && (
        <Box sx={{ mt: 4, width: 'fit-content' }}>
          <Choice
            label="While the second is paired, the first is"
            value={draft.secondListener}
            options={[
              { value: 'firstOff', words: 'off' },
              { value: 'firstStaysOn', words: 'on' },
            ]}
            onChange={(secondListener) => set({ secondListener })}
          />
        </Box>
      )}
    </Box>
  )
}

interface GestureProps {
  gesture: Gesture
  place: number
  controls: readonly Control[]
  problemOf: FormPart['problemOf']
  onChange: (to: Partial<Gesture>) => void
  onRemove: () => void
}

/** One gesture: what it is for, what is worked and how; the rest under More. */
function GestureForm({ gesture: g, place, controls, problemOf, onChange, onRemove }: GestureProps) {
  const path = `gestures[${place}]`
  const problem = (field: keyof Gesture) => problemOf(`${path}.${field}`)
  const rest = ['holdAtMostSeconds', 'presses', 'startsFrom', 'words'] as const
  const [opened, setOpened] = useState(false)
  const kind = controls.find((c) => c.name === g.control)?.kind
  const more = opened || rest.some((field) => problem(field))
  const said = g.control === inWords || g.words !== ''
  return (
    <Box role="group" aria-label={`Gesture ${place + 1}`} sx={{ borderTop: 1, borderColor: 'divider', mt: 4, pt: 4 }}>
      <Box sx={row('1.2fr 1.2fr 0.8fr 1fr auto', 0)}>
        <Pick label="To" value={g.does} options={doesWords} problem={problem('does')} onChange={(does) => onChange({ does })} />
        <Pick
          label="work"
          value={g.control}
          options={[
            ...controls.filter((c) => c.name !== '').map((c) => ({ value: c.name, words: c.name })),
            { value: inWords, words: 'as said in words' },
          ]}
          problem={problem('control')}
          onChange={(control) => onChange({ control })}
        />
        {kind === 'slide' || kind === 'display' ? (
          <Words
            label={kind === 'slide' ? 'put to' : 'choose'}
            hint={place > 0 ? undefined : 'as printed'}
            value={g.to}
            problem={problem('to')}
            onChange={(to) => onChange({ to })}
          />
        ) : (
          <NumberField
            label="held for"
            unit="s"
            width="100%"
            hint={place > 0 ? undefined : '0 for a press'}
            value={g.holdSeconds}
            problem={problem('holdSeconds')}
            onChange={(holdSeconds) => onChange({ holdSeconds })}
          />
        )}
        <Pick label="starting from" value={g.from} options={fromWords} onChange={(from) => onChange({ from })} />
        <RowButtons of={`gesture ${place + 1}`} onRemove={onRemove} more={more} onMore={() => setOpened(!opened)} />
      </Box>
      {said && (
        <Box sx={row('1fr')}>
          <Words
            label="In words"
            hint="what to do, one sentence"
            value={g.words}
            problem={problem('words')}
            onChange={(words) => onChange({ words })}
          />
        </Box>
      )}
      {more && (
        <Box sx={row('1fr 1fr 2fr')}>
          <NumberField
            label="held at most"
            unit="s"
            width="100%"
            hint="0 for any time"
            value={g.holdAtMostSeconds}
            problem={problem('holdAtMostSeconds')}
            onChange={(holdAtMostSeconds) => onChange({ holdAtMostSeconds })}
          />
          <NumberField
            label="how often"
            unit="×"
            width="100%"
            value={g.presses}
            problem={problem('presses')}
            onChange={(n) => onChange({ presses: Math.round(n) })}
          />
          <Words
            label="What else must be so before"
            hint="such as “no light blinking”"
            value={g.startsFrom}
            problem={problem('startsFrom')}
            onChange={(startsFrom) => onChange({ startsFrom })}
          />
          {!said && (
            <Words
              label="In words, where data says too little"
              value={g.words}
              problem={problem('words')}
              onChange={(words) => onChange({ words })}
            />
          )}
        </Box>
      )}
    </Box>
  )
}
