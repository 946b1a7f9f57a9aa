import { Box } from '@mui/material'
import type { Schema } from '../api/client'
import { Choice, knownOptions } from '../parts/Choice'
import { Pick, PickSome, Tick, Words } from '../parts/fields'
import { NumberField } from '../parts/NumberField'
import { Part } from '../parts/Page'
import { GesturesForm } from './GesturesForm'
import { HabitsForm } from './HabitsForm'
import { InTheBox } from './InTheBox'
import { LinksForm } from './LinksForm'
import { PortsForm } from './PortsForm'
import { roleWord } from './roleWords'
import { SignsForm } from './SignsForm'
import { volumeOf, withRole, withVolume, type Draft, type FormPart } from './draft'

const grid = { display: 'grid', gap: 4, gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' }, alignItems: 'start' } as const

const formWords: readonly { value: Schema['WearForm']; words: string }[] = [
  { value: 'overEar', words: 'over the ear' },
  { value: 'earbuds', words: 'in the ear' },
  { value: 'hearingAids', words: 'hearing aids' },
  { value: 'neckband', words: 'around the neck' },
  { value: 'personalSpeaker', words: 'personal speaker' },
  { value: 'chairSpeaker', words: 'chair speaker' },
  { value: 'pillowSpeaker', words: 'pillow speaker' },
]

/** Everything that decides anything about a device; what its role cannot have is not asked. */
export function DeviceForm(part: FormPart & { devices: readonly Schema['Device'][]; currency: string }) {
  const { draft, set, terms, problemOf, devices, currency } = part
  const words = (label: string, field: keyof Draft & string, hint?: string) => (
    <Words
      label={label}
      hint={hint}
      value={draft[field] as string}
      problem={problemOf(field)}
      onChange={(value) => set({ [field]: value })}
    />
  )
  const tick = (label: string, field: keyof Draft) => (
    <Tick label={label} checked={draft[field] as boolean} onChange={(value) => set({ [field]: value })} />
  )
  const { role, power } = draft
  const powered = role !== 'lead' && role !== 'supply'
  const worn = role === 'receiver' || role === 'relay'
  const setPower = (change: Partial<Draft['power']>) => set({ power: { ...power, ...change } })
  return (
    <>
      <Part title="What it is">
        <Box sx={grid}>
          {words('Name', 'name')}
          {words('Maker', 'maker')}
          <Pick
            label="What it is for"
            value={role}
            options={(Object.keys(roleWord) as Schema['DeviceRole'][]).map((value) => ({ value, words: roleWord[value] }))}
            onChange={(next) => set(withRole(draft, next))}
          />
          {role === 'receiver' && (
            <Pick
              label="How it is worn or placed"
              value={draft.form}
              options={formWords}
              problem={problemOf('form')}
              onChange={(form) => set({ form })}
            />
          )}
          <Box sx={{ display: 'flex', gap: 3, flexWrap: 'wrap' }}>
            <NumberField
              label="Price"
              unit={currency}
              value={draft.price}
              problem={problemOf('price')}
              onChange={(price) => set({ price })}
            />
            <Words
              label="Price read on"
              hint="year-month-day"
              width={190}
              value={draft.pricedOn}
              problem={problemOf('pricedOn')}
              onChange={(pricedOn) => set({ pricedOn })}
            />
          </Box>
          <NumberField
            label="Days from order to door"
            unit="days"
            width={200}
            value={draft.deliveryDays}
            problem={problemOf('deliveryDays')}
            onChange={(n) => set({ deliveryDays: Math.round(n) })}
          />
          <Pick
            label="Known from"
            value={draft.evidence}
            options={[
              { value: 'makersWord', words: 'its maker’s word' },
              { value: 'specificationRead', words: 'its specification, read' },
              { value: 'measuredHere', words: 'measured here' },
            ]}
            onChange={(evidence) => set({ evidence })}
          />
          {(role === 'lead' || draft.ports.length > 0) && (
            <NumberField
              label={role === 'lead' ? 'Length' : 'Its own lead'}
              hint={role === 'lead' ? undefined : '0 for sockets alone'}
              unit="m"
              value={draft.lengthM}
              problem={problemOf('lengthM')}
              onChange={(lengthM) => set({ lengthM })}
            />
          )}
          {role === 'lead' && tick('The second end is a socket (extension)', 'isExtension')}
        </Box>
      </Part>
      <Part
        title={role === 'lead' ? (draft.isExtension ? 'Its plug, then its socket' : 'Its two plugs') : 'Sockets'}
        note={role === 'lead' ? undefined : 'Those that carry sound.'}
      >
        <PortsForm {...part} />
        {powered && (
          <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 5, mt: 2 }}>
            {tick('Hands the digital signal on', 'passesThrough')}
            {!worn && tick('Gives a fixed level', 'fixesLevel')}
          </Box>
        )}
        {(role === 'adapter' || (role === 'lead' && draft.isExtension)) && (
          <NumberField
            label={role === 'lead' ? 'Shares a USB socket among, 0 for one' : 'Splits into'}
            unit={role === 'lead' ? 'sockets' : 'outputs'}
            value={draft.splitsInto}
            problem={problemOf('splitsInto')}
            onChange={(n) => set({ splitsInto: Math.round(n) })}
          />
        )}
      </Part>
      {powered && role !== 'adapter' && (
        <Part title="Through the air" note="One entry for each way it sends or receives.">
          <LinksForm {...part} />
        </Part>
      )}
      {powered && (
        <Part title="Power">
          <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 3, alignItems: 'start' }}>
            <NumberField
              label="Taken from USB"
              unit="mA"
              value={power.usbDrawMa}
              problem={problemOf('power.usbDrawMa')}
              onChange={(n) => setPower({ usbDrawMa: Math.round(n) })}
            />
            <NumberField
              label="Battery"
              unit="h"
              value={power.batteryHours}
              problem={problemOf('power.batteryHours')}
              onChange={(batteryHours) => setPower({ batteryHours })}
            />
            <NumberField
              label="Full charge"
              unit="h"
              value={power.chargeHours}
              problem={problemOf('power.chargeHours')}
              onChange={(chargeHours) => setPower({ chargeHours })}
            />
          </Box>
          <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 5, mt: 2 }}>
            <Tick label="Its own mains supply is in the box" checked={power.ownSupply} onChange={(ownSupply) => setPower({ ownSupply })} />
            <Tick
              label="Switched on by hand each time"
              checked={power.switchedByHand}
              onChange={(switchedByHand) => setPower({ switchedByHand })}
            />
          </Box>
          <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 5, rowGap: 3, mt: 3 }}>
            {draft.links.length > 0 && (
              <Choice
                label="Finds its partner after a power cut"
                value={power.pairingSurvivesPowerLoss}
                options={knownOptions}
                onChange={(pairingSurvivesPowerLoss) => setPower({ pairingSurvivesPowerLoss })}
              />
            )}
            {power.batteryHours > 0 && (
              <Choice
                label="Plays while it charges"
                value={power.worksWhileCharging}
                options={knownOptions}
                onChange={(worksWhileCharging) => setPower({ worksWhileCharging })}
              />
            )}
          </Box>
        </Part>
      )}
      {powered && (
        <Part title="Controls and pairing" note="What hands work on it and what that does, from its manual; blank is “not read yet”.">
          <GesturesForm {...part} />
        </Part>
      )}
      {powered && (
        <Part title="Lights and prompts" note="As they look or sound. A prompt passes by; a light stands.">
          <SignsForm {...part} />
          <Box sx={{ mt: 4 }}>{words('The codec in use is shown by', 'codecReadback')}</Box>
        </Part>
      )}
      {powered && (
        <Part title="By itself, and how loud">
          <HabitsForm {...part} />
        </Part>
      )}
      {powered && (
        <Part title="In use">
          {worn && (
            <Choice
              label="Its loudness"
              value={volumeOf(draft)}
              options={[
                { value: 'own', words: 'set on it' },
                { value: 'follows', words: 'follows its source' },
                { value: 'fixed', words: 'fixed' },
              ]}
              onChange={(volume) => set(withVolume(draft, volume))}
            />
          )}
          <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 5, mt: worn ? 2 : 0, mb: 3 }}>
            {worn && tick('Large and few controls', 'easyControls')}
            {worn && tick('Controls found by touch', 'foundByTouch')}
            {role === 'receiver' && tick('Worn over aids', 'wornOverAids')}
            {role === 'receiver' && tick('Lets the room in', 'openToRoom')}
            {role === 'receiver' && tick('Noise cancelling', 'noiseCancelling')}
            {role === 'receiver' && tick('Spatial rendering with a set that lists it', 'spatialRendering')}
            {tick('Gives one ear both channels', 'monoSum')}
            {role === 'receiver' && tick('Two of them join as left and right', 'joinsAsPair')}
            {tick('Magnet, coil or transmitter worn on the body', 'nearImplants')}
            {tick('Starts only when its app is told', 'streamsOnRequest')}
            {tick('Looks for its partner when idle and may wake other gear', 'disturbsWhenIdle')}
          </Box>
          <Box sx={grid}>
            {words('App it cannot do without', 'app', 'blank for none')}
            {words('Firmware it should have', 'firmware', 'as its maker prints it')}
            {words('Other modes a wrong press leads to', 'strayModes', 'such as “FM radio, memory card”; blank for none')}
            {role === 'roomSpeaker' && (
              <NumberField
                label="Its emitter reaches the set from"
                unit="m"
                width="100%"
                value={draft.emitterReachM}
                problem={problemOf('emitterReachM')}
                onChange={(emitterReachM) => set({ emitterReachM })}
              />
            )}
            {role === 'receiver' && (
              <NumberField
                label="Making an ear profile in its app takes"
                unit="min"
                width="100%"
                value={draft.earProfileMinutes}
                problem={problemOf('earProfileMinutes')}
                onChange={(n) => set({ earProfileMinutes: Math.round(n) })}
              />
            )}
            <PickSome
              label="Delays inside it"
              hint="besides its link"
              value={draft.stageIds}
              options={terms.stages}
              problem={problemOf('stageIds')}
              onChange={(stageIds) => set({ stageIds })}
            />
          </Box>
        </Part>
      )}
      {powered && (
        <Part title="In its box">
          <InTheBox {...part} devices={devices} />
        </Part>
      )}
      <Part title="Beware" note="Each in one short sentence; it stands at the step it belongs to.">
        <Box sx={{ display: 'grid', gap: 3 }}>
          {[...draft.cautions, ''].slice(0, 8).map((caution, i) => (
            <Words
              key={i}
              label={`Caution ${i + 1}`}
              value={caution}
              problem={problemOf(`cautions[${i}]`)}
              onChange={(text) =>
                set({
                  cautions: [...draft.cautions.slice(0, i), text, ...draft.cautions.slice(i + 1)].filter(
                    (c, at, all) => c !== '' || at < all.length - 1,
                  ),
                })
              }
            />
          ))}
        </Box>
      </Part>
    </>
  )
}
