import type { Schema } from '../api/client'

type Device = Schema['Device']
type AirLink = Schema['AirLink']

/** A link with nothing left unsaid. */
export type LinkDraft = Required<AirLink>

/** A device with nothing left unsaid, as the form edits it. */
export type Draft = Required<Omit<Device, 'links' | 'automatic' | 'levels'>> & {
  links: LinkDraft[]
  automatic: Required<Schema['Automatic']>
  levels: Required<Schema['Levels']>
}

const noPower: Schema['PowerNeed'] = {
  usbDrawMa: 0,
  ownSupply: false,
  batteryHours: 0,
  chargeHours: 0,
  worksWhileCharging: 'notYet',
  pairingSurvivesPowerLoss: 'notYet',
  switchedByHand: false,
}

const noHabits: Required<Schema['Automatic']> = {
  window: 'byHand',
  windowSeconds: 0,
  seeks: 'notRead',
  idleOffMinutes: null,
  sensesInput: false,
  fallsBackTo: '',
}

const noLevels: Required<Schema['Levels']> = { clipDbV: null, fullScaleDbV: null, noiseBelowDb: null, loudestDbSpl: null }

/** A link of a technology, as a maker would usually state it. */
export const newLink = (technology: Schema['LinkTechnology'], transmits: boolean): LinkDraft => ({
  technology,
  transmits,
  codecs: technology === 'bluetoothClassic' ? [codec('sbc')] : technology.startsWith('leAudio') ? [codec('lc3')] : [],
  codecsWithSeveral: [],
  listenersAtOnce: 1,
  remembers: 1,
  family: '',
  generations: [],
  transmitDbm: 4,
  sensitivityDbm: -90,
  onAxisRangeM: technology.startsWith('infrared') ? 8 : technology === 'inductionLoop' ? 2 : 0,
  halfPowerDeg: 60,
  lc3RatesKHz: [16, 24, 48],
  threeMegabit: false,
  bandLowMHz: 0,
  bandHighMHz: 0,
  channels: null,
  selectsDestination: false,
  encrypts: false,
  delay: null,
})

/** A codec as it is entered: its class and, for a maker's own, the printed mark. */
export const codec = (of: Schema['CodecClass'], mark = '') => ({ class: of, mark }) as Schema['Codec']

// What the browser kept from when these two were ticks; an unticked charging lead was only its default.
const answered = (power: Schema['PowerNeed']): Schema['PowerNeed'] => ({
  ...power,
  worksWhileCharging: ({ true: 'yes', false: 'notYet' } as const)[String(power.worksWhileCharging)] ?? power.worksWhileCharging,
  pairingSurvivesPowerLoss:
    ({ true: 'yes', false: 'no' } as const)[String(power.pairingSurvivesPowerLoss)] ?? power.pairingSurvivesPowerLoss,
})

/** A device nobody has described yet. */
export const blank = (today: string): Draft => complete({ id: '', name: '', maker: '', role: 'transmitter', price: 0, pricedOn: today })

/** A device with every attribute spoken out. */
export const complete = (device: Device): Draft => ({
  form: 'none',
  deliveryDays: 3,
  ports: [],
  stageIds: [],
  includes: [],
  lengthM: 0,
  isExtension: false,
  splitsInto: 0,
  passesThrough: false,
  controls: [],
  gestures: [],
  signs: [],
  codecReadback: '',
  secondListener: 'firstOff',
  comesFirst: 'notSaid',
  emitterReachM: 0,
  ownVolume: false,
  foundByTouch: false,
  noiseCancelling: false,
  spatialRendering: false,
  strayModes: '',
  earProfileMinutes: 0,
  monoSum: false,
  joinsAsPair: false,
  fixesLevel: false,
  app: '',
  firmware: '',
  cautions: [],
  evidence: 'makersWord',
  retiredOn: null,
  easyControls: false,
  wornOverAids: false,
  openToRoom: false,
  disturbsWhenIdle: false,
  nearImplants: false,
  streamsOnRequest: false,
  ...device,
  power: answered(device.power ?? noPower),
  automatic: { ...noHabits, ...device.automatic },
  levels: { ...noLevels, ...device.levels },
  links: (device.links ?? []).map((link) => ({ ...newLink(link.technology, link.transmits), ...link })),
})

/** A copy to start from: no id, and a name that says so. */
export const copyOf = (device: Device): Draft => complete({ ...device, id: '', name: `${device.name} (copy)`, retiredOn: null })

/** A device of another role: what that role cannot have is dropped. */
export const withRole = (draft: Draft, role: Schema['DeviceRole']): Draft => ({
  ...draft,
  role,
  form: role === 'receiver' ? (draft.form === 'none' ? 'overEar' : draft.form) : 'none',
})

/** How loudness is set on a receiver. */
export type Volume = 'own' | 'follows' | 'fixed'

export const volumeOf = (draft: Draft): Volume => (draft.ownVolume ? 'own' : draft.fixesLevel ? 'fixed' : 'follows')

export const withVolume = (draft: Draft, volume: Volume): Draft => ({
  ...draft,
  ownVolume: volume === 'own',
  fixesLevel: volume === 'fixed',
})

const partWords: Record<string, string> = {
  ports: 'Socket',
  links: 'Link',
  controls: 'Control',
  gestures: 'Gesture',
  signs: 'Light or prompt',
  cautions: 'Caution',
  includes: 'In the box',
  codecs: 'codec',
}

/** A field's path as a person would say it: "links[0].listenersAtOnce" is "Link 1, listeners at once". */
export function fieldWords(path: string) {
  const steps = path.split('.').map((step) => {
    const [, list = '', place] = /^(\w+)(?:\[(\d+)\])?$/.exec(step) ?? []
    const words = list.replace(/(?<=[a-z])[A-Z0-9]/g, (c) => ` ${c.toLowerCase()}`)
    return place === undefined ? words : `${partWords[list] ?? words} ${Number(place) + 1}`
  })
  const said = steps.join(', ')
  return said.charAt(0).toUpperCase() + said.slice(1)
}

/** What every part of the form is given. */
export interface FormPart {
  draft: Draft
  set: (change: Partial<Draft>) => void
  terms: Schema['KitTerms']
  problemOf: (field: string) => Schema['FieldProblem'] | undefined
}
