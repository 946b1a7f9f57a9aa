import { Box, Button } from '@mui/material'
import { useState } from 'react'
import type { Schema } from '../api/client'
import { Pick, Tick, Words } from '../parts/fields'
import { NumberField, readNumber } from '../parts/NumberField'
import { TypedField } from '../parts/TypedField'
import type { Draft, FormPart } from './draft'
import { row } from './formRows'

const windowWords: readonly { value: Schema['WindowOpens']; words: string }[] = [
  { value: 'byHand', words: 'only when told by hand' },
  { value: 'whileNobodyIsKnown', words: 'once it has power, while it knows nobody' },
  { value: 'withPower', words: 'each time it gets power' },
]
const seeksWords: readonly { value: Schema['Seeks']; words: string }[] = [
  { value: 'notRead', words: 'not read yet' },
  { value: 'nobody', words: 'nobody: it waits to be found' },
  { value: 'lastPartner', words: 'its last partner' },
  { value: 'everyPartner', words: 'every partner it knows' },
]

/** What a device does by itself, and its levels; what is seldom read stands under More. */
export function HabitsForm({ draft, set, problemOf }: FormPart) {
  const { automatic, levels } = draft
  const [opened, setOpened] = useState(false)
  const habit = (to: Partial<Draft['automatic']>) => set({ automatic: { ...automatic, ...to } })
  const radio = draft.links.length > 0
  const inputs = draft.ports.filter((p) => !p.output)
  const more = opened || (['clipDbV', 'fullScaleDbV', 'noiseBelowDb', 'loudestDbSpl'] as const).some((f) => problemOf(`levels.${f}`))
  const level = (label: string, unit: string, field: keyof Draft['levels']) => (
    <MaybeNumber
      label={label}
      unit={unit}
      value={levels[field]}
      problem={problemOf(`levels.${field}`)}
      onChange={(value) => set({ levels: { ...levels, [field]: value } })}
    />
  )
  return (
    <Box>
      {radio && (
        <Box sx={row('1fr 1fr', 0)}>
          <Pick label="It waits for a partner" value={automatic.window} options={windowWords} onChange={(window) => habit({ window })} />
          <NumberField
            label="for"
            unit="s"
            width="100%"
            hint="0 without end"
            value={automatic.windowSeconds}
            problem={problemOf('automatic.windowSeconds')}
            onChange={(windowSeconds) => habit({ windowSeconds })}
          />
          <Pick label="Switched on, it looks for" value={automatic.seeks} options={seeksWords} onChange={(seeks) => habit({ seeks })} />
          <MaybeNumber
            label="Without sound it switches itself off after"
            unit="min"
            hint="0 for never; empty while not read"
            value={automatic.idleOffMinutes}
            problem={problemOf('automatic.idleOffMinutes')}
            onChange={(n) => habit({ idleOffMinutes: n === null ? null : Math.round(n) })}
          />
        </Box>
      )}
      {inputs.length > 1 && (
        <Box sx={row('1fr 1fr', radio ? 3 : 0)}>
          <Tick
            label="It finds the input in use by itself"
            checked={automatic.sensesInput}
            onChange={(sensesInput) => habit({ sensesInput })}
          />
          <Words
            label="With the plug pulled it goes over to"
            hint="the mark of an input; blank when it stays"
            value={automatic.fallsBackTo}
            problem={problemOf('automatic.fallsBackTo')}
            onChange={(fallsBackTo) => habit({ fallsBackTo })}
          />
        </Box>
      )}
      <Button variant="text" sx={{ mt: 2 }} aria-expanded={more} onClick={() => setOpened(!opened)}>
        {more ? 'Less about levels' : 'More about levels'}
      </Button>
      {more && (
        <Box sx={row('1fr 1fr')}>
          {inputs.length > 0 && level('Its line input clips at', 'dBV', 'clipDbV')}
          {draft.ports.some((p) => p.output) && level('Full scale comes out at', 'dBV', 'fullScaleDbV')}
          {level('Its noise lies below full scale by', 'dB', 'noiseBelowDb')}
          {draft.role === 'receiver' && level('Right up, full scale is', 'dB SPL', 'loudestDbSpl')}
        </Box>
      )}
    </Box>
  )
}

interface MaybeProps {
  label: string
  unit: string
  hint?: string
  value: number | null
  problem: Schema['FieldProblem'] | undefined
  onChange: (value: number | null) => void
}

/** A number that nobody may have read: empty means so. */
function MaybeNumber({ label, unit, hint = 'empty while not read', value, problem, onChange }: MaybeProps) {
  return (
    <TypedField<{ read: number | null }>
      label={label}
      unit={unit}
      hint={hint}
      width="100%"
      problem={problem}
      text={value === null ? '' : String(value).replace('-', '−')}
      read={(typed) => {
        if (typed.trim() === '') return { read: null }
        const number = readNumber(typed)
        return number === null ? null : { read: number }
      }}
      unreadable={(typed) => `“${typed}” is not a number. Enter one, or leave it empty.`}
      inputMode="decimal"
      onChange={({ read }) => onChange(read)}
    />
  )
}
