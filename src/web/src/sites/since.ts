import type { Schema } from '../api/client'
import { day } from '../format/format'
import type { LookPart } from './lookSays'

type Look = Schema['Look']

/** Day since when a fact is known from an earlier case of the site; null when it was entered in this one. */
export const sinceOf = (look: Look, about: string) => (look.knownBefore ?? []).find((k) => k.about === about)?.since ?? null

/** Where each sort of fact stands. */
const partOfAbout = (about: string): LookPart =>
  about.startsWith('socket:') ? 'wall' : about.startsWith('source:') ? 'watched' : ['set', 'model', 'menu'].includes(about) ? 'set' : 'air'

/** "known since 2 Mar 2026", or from when to when what a part holds was found out; blank when all of it is of this case. */
export function partSince(look: Look, part: LookPart) {
  const days = (look.knownBefore ?? [])
    .filter((k) => partOfAbout(k.about) === part)
    .map((k) => k.since)
    .sort()
  const [first, last] = [days[0], days[days.length - 1]]
  if (!first || !last) return ''
  return first === last ? `known since ${day(first)}` : `known since ${day(first)} to ${day(last)}`
}
