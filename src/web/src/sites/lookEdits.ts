import type { Schema } from '../api/client'

type Socket = Schema['SourcePort']

/** A fresh id, unique among the given ones. */
export function freshId(stem: string, taken: readonly string[]) {
  if (!taken.includes(stem)) return stem
  let n = 2
  while (taken.includes(`${stem}-${n}`)) n++
  return `${stem}-${n}`
}

const nextState: Record<Socket['state'], Socket['state']> = {
  notLooked: 'free',
  free: 'taken',
  taken: 'notThere',
  notThere: 'notLooked',
}

/** How a socket counts: where all were seen, one that nobody looked for is not there. */
export const countsAs = (state: Socket['state'], allSeen: boolean) => (allSeen && state === 'notLooked' ? 'notThere' : state)

/** What a tap makes of it. Where all were seen there is no "not looked" to come back to. */
export const afterTap = (state: Socket['state'], allSeen: boolean) => {
  const next = nextState[countsAs(state, allSeen)]
  return allSeen && next === 'notLooked' ? 'free' : next
}

/** True for a socket that was seen, free or taken. */
export const isThere = (socket: Socket) => socket.state === 'free' || socket.state === 'taken'

/** A socket of a kind that nobody has looked for yet. */
export const emptySocket = (kind: Socket['kind'], sockets: readonly Socket[], takenIds: readonly string[] = []): Socket => ({
  ...socketOf(kind, sockets, takenIds),
  state: 'notLooked',
})

/** A new socket of a kind with everything still unknown. */
export const socketOf = (kind: Socket['kind'], sockets: readonly Socket[], takenIds: readonly string[] = []): Socket => ({
  id: freshId(kind, [...sockets.map((s) => s.id), ...takenIds]),
  kind,
  state: 'free',
  takenBy: '',
  takenByDeviceId: null,
  marking: '',
  direction: 'asMarked',
  level: 'notYet',
  silencesSpeakers: 'notYet',
  followsPicture: 'notYet',
  pcm: 'notYet',
  glows: 'notYet',
  usbMa: 0,
  usbSound: 'notYet',
  offInStandby: 'notYet',
  otherMakersJoin: 'notYet',
  otherMakersSpeakersJoin: 'notYet',
  listenersAtOnce: 1,
})

/** The sockets with one put in or changed. Of two uses of one hole both are there and taken, or neither is. */
export const withSocket = (sockets: readonly Socket[], socket: Socket): Socket[] => {
  const all = sockets.some((s) => s.id === socket.id) ? sockets.map((s) => (s.id === socket.id ? socket : s)) : [...sockets, socket]
  return all.map((s) =>
    s.sameSocketAs === socket.id || (socket.sameSocketAs && socket.sameSocketAs === s.id)
      ? { ...s, state: socket.state, takenBy: socket.takenBy }
      : s,
  )
}

/** The sockets with those of sorts that nobody has looked for put down as not there. */
export const restNotThere = (sockets: readonly Socket[], unlooked: readonly Socket['kind'][], takenIds: readonly string[]) =>
  unlooked.reduce<Socket[]>(
    (all, kind) => {
      const socket = all.find((s) => s.kind === kind) ?? emptySocket(kind, all, takenIds)
      return withSocket(all, { ...socket, state: 'notThere' })
    },
    [...sockets],
  )

/** Places known from earlier cases, with the walls that still stand; where one was taken out, the way is to be looked over again. */
export const knownPlaces = (look: Schema['Look']): Schema['RoamPlace'][] =>
  (look.knownPlaces ?? []).map((place) => {
    const all = place.way.crossings ?? []
    const crossings = all.filter((c) => look.walls?.some((w) => w.id === c.wallId))
    return crossings.length === all.length ? place : { ...place, way: { ...place.way, crossings, wallsEntered: false } }
  })

/** True for a place known from an earlier case where somebody sat; the others were walked to. */
export const isSeat = (place: Schema['RoamPlace']) => place.name.startsWith('seat at ')

/** A new listener with nothing but a seat. */
export const newListener = (listeners: readonly Schema['Listener'][]): Schema['Listener'] => ({
  id: freshId(
    'seat',
    listeners.map((l) => l.id),
  ),
  name: `Seat ${listeners.length + 1}`,
  seatDistanceM: 2.5,
  receiverId: null,
  openToAnother: true,
  roomWish: 'noWish',
  leavesRoom: false,
  roamDistanceM: 8,
  readsLips: false,
  ownVolume: false,
  unsteadyHands: false,
  clearLine: 'notYet',
  leadKeepsOffWays: 'notYet',
  toleranceId: null,
  aidsConfirmedBy: '',
  aidsConfirmedOn: null,
})

/** Nothing known of a way but its length. */
export const unseenWay: Schema['Way'] = {
  crossings: [],
  wallsEntered: false,
  bodies: 0,
  offAxisDeg: 0,
  turnedAwayDeg: 0,
  sunOnReceiver: false,
}

/** A new source with nothing plugged in yet. */
export const newSource = (facts: Schema['SourceFacts'], sources: readonly Schema['SoundSource'][]): Schema['SoundSource'] => ({
  id: freshId(facts.kind, [...sources.map((s) => s.id), 'set']),
  name: facts.words,
  kind: facts.kind,
  watched: true,
  pluggedInto: facts.musicOnly || facts.ownScreen ? '' : 'set',
  lead: 'hdmi',
  takesSetSound: false,
  passesSoundOn: 'notYet',
  processesSound: false,
  sockets: [],
})
