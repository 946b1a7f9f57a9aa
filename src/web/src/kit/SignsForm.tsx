import { Box, Button, Typography } from '@mui/material'
import { useState } from 'react'
import type { Schema } from '../api/client'
import { Pick, Words } from '../parts/fields'
import type { FormPart } from './draft'
import { Refused, row, RowButtons } from './formRows'

type Sign = Schema['SignLook']

const byWords: readonly { value: Schema['SignBy']; words: string }[] = [
  { value: 'light', words: 'a light' },
  { value: 'prompt', words: 'a tone or word' },
  { value: 'display', words: 'its display' },
]
const rhythmWords: readonly { value: Schema['Rhythm']; words: string }[] = [
  { value: 'notRead', words: 'not read yet' },
  { value: 'dark', words: 'dark' },
  { value: 'steady', words: 'steady' },
  { value: 'slow', words: 'blinks slowly' },
  { value: 'fast', words: 'blinks fast' },
  { value: 'inTurn', words: 'two colours in turn' },
  { value: 'withSound', words: 'swells with the sound' },
]

/** What a device tells by lights, prompts and its display. */
export function SignsForm({ draft, set, terms, problemOf }: FormPart) {
  const { signs } = draft
  return (
    <Box>
      {draft.gestures.some((g) => g.does === 'opensSecondPairing') && (
        <Typography variant="body2" color="textSecondary" sx={{ mb: 2 }}>
          With a light for each listener, say it so that it is true of both, such as “the light at the button, steady”.
        </Typography>
      )}
      {signs.map((sign, i) => (
        <SignForm
          key={i}
          sign={sign}
          place={i}
          states={terms.states}
          problemOf={problemOf}
          onChange={(to) => set({ signs: signs.map((other, at) => (at === i ? { ...sign, ...to } : other)) })}
          onRemove={() => set({ signs: signs.filter((_, at) => at !== i) })}
        />
      ))}
      <Refused problem={problemOf('signs')} />
      <Button
        sx={{ mt: 2 }}
        onClick={() => set({ signs: [...signs, { state: 'joined', by: 'light', looks: '', colour: '', rhythm: 'notRead', means: '' }] })}
      >
        Add a light or prompt
      </Button>
    </Box>
  )
}

interface SignProps {
  sign: Sign
  place: number
  states: Schema['KitTerms']['states']
  problemOf: FormPart['problemOf']
  onChange: (to: Partial<Sign>) => void
  onRemove: () => void
}

function SignForm({ sign, place, states, problemOf, onChange, onRemove }: SignProps) {
  const problem = (field: keyof Sign) => problemOf(`signs[${place}].${field}`)
  const [opened, setOpened] = useState(false)
  const more = opened || !!problem('colour')
  return (
    <Box role="group" aria-label={`Light or prompt ${place + 1}`} sx={{ borderTop: place > 0 ? 1 : 0, borderColor: 'divider', py: 3 }}>
      <Box sx={row('1fr 1fr 2fr auto', 0)}>
        <Pick label="It means" value={sign.state} options={states} onChange={(state) => onChange({ state, means: '' })} />
        <Pick label="told by" value={sign.by} options={byWords} onChange={(by) => onChange({ by, colour: '', rhythm: 'notRead' })} />
        <Words
          label={sign.by === 'prompt' ? 'It sounds' : 'It looks'}
          hint={place > 0 ? undefined : sign.by === 'prompt' ? 'such as “two rising tones”' : 'such as “blue, slow”'}
          value={sign.looks}
          problem={problem('looks')}
          onChange={(looks) => onChange({ looks })}
        />
        <RowButtons
          of={`light or prompt ${place + 1}`}
          onRemove={onRemove}
          more={more}
          {...(sign.by === 'light' && { onMore: () => setOpened(!opened) })}
        />
      </Box>
      {sign.state === 'other' && (
        <Box sx={row('1fr')}>
          <Words label="That is" value={sign.means} problem={problem('means')} onChange={(means) => onChange({ means })} />
        </Box>
      )}
      {more && sign.by === 'light' && (
        <Box sx={row('1fr 1fr')}>
          <Words
            label="Colour"
            hint="so that lights are told apart"
            value={sign.colour}
            problem={problem('colour')}
            onChange={(colour) => onChange({ colour })}
          />
          <Pick label="How it goes" value={sign.rhythm} options={rhythmWords} onChange={(rhythm) => onChange({ rhythm })} />
        </Box>
      )}
    </Box>
  )
}
