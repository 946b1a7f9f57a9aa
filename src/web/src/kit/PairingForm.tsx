import { Box, Button } from '@mui/material'
import { Choice } from '../parts/Choice'
import { Tick, Words } from '../parts/fields'
import { NumberField } from '../parts/NumberField'
import type { Schema } from '../api/client'
import type { FormPart } from './draft'

const firstPress: Schema['PairingWay'] = { fromState: '', press: '', holdSeconds: 0, shows: '', linked: '', windowSeconds: 0 }

/** How a device is paired in its own maker's way, and what its lights mean. */
export function PairingForm({ draft, set, problemOf }: FormPart) {
  const { pairing, lights } = draft
  const sendsToTwo = draft.links.some((l) => l.transmits && l.listenersAtOnce > 1)
  const change = (to: Partial<Schema['PairingWay']>) => set({ pairing: { ...(pairing ?? firstPress), ...to } })
  const words = (label: string, field: 'fromState' | 'press' | 'shows' | 'linked', hint: string) => (
    <Words
      label={label}
      hint={hint}
      value={pairing?.[field] ?? ''}
      problem={problemOf(`pairing.${field}`)}
      onChange={(value) => change({ [field]: value })}
    />
  )
  const light = (i: number, to: Partial<Schema['LightMeaning']>) => set({ lights: lights.map((l, at) => (at === i ? { ...l, ...to } : l)) })
  return (
    <Box sx={{ mt: 4 }}>
      <Tick label="It is paired by hand" checked={pairing !== null} onChange={(byHand) => set({ pairing: byHand ? firstPress : null })} />
      {pairing && (
        <Box sx={{ display: 'grid', gap: 4, gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' }, alignItems: 'start', mt: 2 }}>
          {words('Starting from', 'fromState', 'such as “off”')}
          {words('Press', 'press', 'such as “the round button”')}
          <NumberField
            label="Held for"
            unit="s"
            value={pairing.holdSeconds}
            problem={problemOf('pairing.holdSeconds')}
            onChange={(holdSeconds) => change({ holdSeconds })}
          />
          <NumberField
            label="Waits for a partner"
            unit="s"
            value={pairing.windowSeconds}
            problem={problemOf('pairing.windowSeconds')}
            onChange={(windowSeconds) => change({ windowSeconds })}
          />
          {words('Shows while it waits', 'shows', 'light or spoken word')}
          {words('Shows when it is joined', 'linked', 'light or spoken word')}
          {sendsToTwo && (
            <>
              <Words
                label="Button or slot of the second listener"
                value={draft.secondSlot}
                problem={problemOf('secondSlot')}
                onChange={(secondSlot) => set({ secondSlot })}
              />
              <Choice
                label="While the second is paired, the first is"
                value={draft.secondListener}
                options={[
                  { value: 'firstOff', words: 'off' },
                  { value: 'firstStaysOn', words: 'on' },
                ]}
                onChange={(secondListener) => set({ secondListener })}
              />
            </>
          )}
        </Box>
      )}
      {lights.map((l, i) => (
        <Box
          key={i}
          role="group"
          aria-label={`Light ${i + 1}`}
          sx={{ display: 'grid', gap: 3, gridTemplateColumns: { xs: '1fr', sm: '1fr 2fr auto' }, alignItems: 'start', mt: 3 }}
        >
          <Words label="It means" value={l.state} problem={problemOf(`lights[${i}].state`)} onChange={(state) => light(i, { state })} />
          <Words label="It looks" value={l.looks} problem={problemOf(`lights[${i}].looks`)} onChange={(looks) => light(i, { looks })} />
          <Button variant="text" onClick={() => set({ lights: lights.filter((_, at) => at !== i) })} aria-label={`Take out light ${i + 1}`}>
            Take out
          </Button>
        </Box>
      ))}
      <Button sx={{ mt: 3 }} onClick={() => set({ lights: [...lights, { state: '', looks: '' }] })}>
        Add a light’s meaning
      </Button>
    </Box>
  )
}
