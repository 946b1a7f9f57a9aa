import type { Schema } from '../api/client'
import { capital, count, listed, metres } from '../format/format'
import { isThere } from './lookEdits'

type Look = Schema['Look']
type Named = Pick<Schema['Device'], 'id' | 'name'>

/** The parts of a look, in the order of the work. */
export const lookParts = ['people', 'watched', 'wall', 'air', 'set', 'owned'] as const
export type LookPart = (typeof lookParts)[number]

export const partTitles: Record<LookPart, string> = {
  people: 'Who listens',
  watched: 'What is watched',
  wall: 'Behind the set',
  air: 'The air between',
  set: 'The set itself',
  owned: 'Already owned',
}

/** What a part holds, in one line, and whether that is enough to go on with. */
export interface Said {
  words: string
  filled: boolean
}

/** Sockets of the set and of every source. */
export const everySocket = (look: Look) => [...look.set.sockets, ...(look.sources ?? []).flatMap((s) => s.sockets ?? [])]

/** What each part of a look says when it is folded. */
export function said(
  look: Look,
  facts: readonly Schema['SocketFacts'][],
  sources: readonly Schema['SourceFacts'][],
  devices: readonly Named[],
) {
  return {
    people: people(look, devices),
    watched: watched(look, sources),
    wall: wall(look, facts),
    air: air(look),
    set: theSet(look.set),
    owned: owned(look, devices),
  } satisfies Record<LookPart, Said>
}

function people(look: Look, devices: readonly Named[]): Said {
  if (look.listeners.length === 0) return { words: 'nobody yet', filled: false }
  const one = (l: Schema['Listener']) =>
    [
      `${l.name || 'Unnamed'}, ${metres(l.seatDistanceM)}`,
      devices.find((d) => d.id === l.receiverId)?.name ?? 'nothing worn yet',
      l.roomWish === 'roomHearsToo' && 'the room hears too',
      l.roomWish === 'setSilent' && 'set silent',
      l.readsLips && 'reads lips',
      l.leavesRoom && (l.roams?.length ? `walks to the ${listed(l.roams.map((r) => r.name))}` : 'leaves the room'),
    ]
      .filter(Boolean)
      .join(', ')
  return { words: look.listeners.map(one).join('; '), filled: true }
}

function watched(look: Look, facts: readonly Schema['SourceFacts'][]): Said {
  const heard = (look.sources ?? []).filter((s) => s.watched).map((s) => s.name || (facts.find((f) => f.kind === s.kind)?.words ?? s.kind))
  const all = [...(look.set.ownProgrammesWatched ? ['the set’s own programmes'] : []), ...heard]
  return all.length > 0 ? { words: listed(all), filled: true } : { words: 'nothing yet', filled: false }
}

function wall(look: Look, facts: readonly Schema['SocketFacts'][]): Said {
  const seen = look.set.sockets.filter(isThere)
  const all = look.set.allSocketsSeen ?? false
  if (seen.length === 0) return all ? { words: 'no socket at all', filled: true } : { words: 'nobody has looked yet', filled: false }
  const words = seen.map((s) => `${facts.find((f) => f.kind === s.kind)?.words ?? s.kind}${s.state === 'taken' ? ' (taken)' : ''}`)
  return { words: [...words, all ? 'that is all' : 'not all looked for'].join('; '), filled: all }
}

function air(look: Look): Said {
  const ways = look.listeners.flatMap((l) => [l.seat, ...(l.leavesRoom ? (l.roams ?? []).map((r) => r.way) : [])])
  const entered = ways.filter((w) => w && (w.wallsEntered || (w.crossings?.length ?? 0) > 0)).length
  const router = look.air?.routerDistanceM
  const words = [
    ways.length > 0 &&
      (entered === ways.length
        ? `${count(look.walls?.length ?? 0, 'wall', 'walls')}, every way seen`
        : `${entered} of ${count(ways.length, 'way', 'ways')} seen`),
    router == null ? 'router not known' : router >= 8 ? 'router in another room' : `router at ${metres(router)}`,
    look.region === 'europe' ? 'Europe' : look.region === 'unitedStates' ? 'USA' : 'region not said',
  ].filter(Boolean)
  return { words: words.join('; '), filled: (look.region ?? 'notSaid') !== 'notSaid' }
}

function theSet(set: Schema['TelevisionSet']): Said {
  // The usual mode, and no outlet, are also what stands there before anybody has looked.
  const modes = { game: 'game picture', standard: '', film: 'film picture' } as const
  const words = [
    set.model.trim() || 'model not read',
    modes[set.pictureMode],
    set.soundOutputMenu.trim() && 'menu path known',
    set.mainsOutletsFree > 0 && count(set.mainsOutletsFree, 'mains outlet', 'mains outlets'),
  ].filter(Boolean)
  return { words: words.join(', '), filled: set.model.trim() !== '' }
}

function owned(look: Look, devices: readonly Named[]): Said {
  const all = look.owned.map((o) => `${o.count > 1 ? `${o.count} × ` : ''}${devices.find((d) => d.id === o.deviceId)?.name ?? o.deviceId}`)
  return { words: all.length > 0 ? listed(all) : 'nothing entered', filled: true }
}

/** The part of the look that a field stands in. */
export function partOf(field: string): LookPart {
  if (/^listeners\[\d+\]\.(seat|roams\[\d+\]\.way)(\.|$)/.test(field) || /^(air|region|walls)/.test(field)) return 'air'
  if (/^(listeners|complaints|goodEnoughPercent)/.test(field)) return 'people'
  if (field.startsWith('sources')) return 'watched'
  if (/^(set\.sockets|liveTogether)/.test(field)) return 'wall'
  return field.startsWith('owned') ? 'owned' : 'set'
}

/** The one thing to enter next, and where; null when enough is known to choose a rig. */
export function nextThing(look: Look): { words: string; part: LookPart } | null {
  if (look.listeners.length === 0) return { words: 'Add who listens.', part: 'people' }
  if (!look.set.ownProgrammesWatched && !(look.sources ?? []).some((s) => s.watched))
    return { words: 'Say what is watched.', part: 'watched' }
  // Where one source alone is watched, its own output may do.
  const watched = (look.sources ?? []).filter((s) => s.watched)
  const alone = !look.set.ownProgrammesWatched && watched.length === 1 ? watched[0] : undefined
  if (alone && !(alone.sockets ?? []).some((s) => s.state !== 'notLooked'))
    return { words: `Look over the back of the ${alone.name || 'source'} too.`, part: 'watched' }
  if (!everySocket(look).some(isThere)) return { words: 'Tap each socket you see behind the set.', part: 'wall' }
  if (!look.set.allSocketsSeen) return { words: 'Look for the rest, then tick that it is all there is.', part: 'wall' }
  if ((look.region ?? 'notSaid') === 'notSaid') return { words: 'Say whose radio rules hold here.', part: 'air' }
  if (look.set.model.trim() === '') return { words: 'Read the model from the rating label.', part: 'set' }
  return null
}

/** How many ways out there are, as the headline says it. */
export function headline(look: Look, meanings: readonly Schema['SocketMeaning'][]) {
  if (look.listeners.length === 0) return 'Who listens here?'
  const who = capital(count(look.listeners.length, 'listener', 'listeners'))
  const waysOut = meanings.filter((m) => m.use === 'output' && look.set.sockets.some((s) => s.id === m.socketId)).length
  if (!everySocket(look).some(isThere)) return `${who}: what is behind the set?`
  return `${who}, ${waysOut === 0 ? 'no way out' : count(waysOut, 'way out', 'ways out')} of the set`
}
