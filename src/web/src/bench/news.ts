import type { Schema } from '../api/client'

type Step = Schema['WatchedStep']

/** Minutes and seconds since the visit began. */
export const minutes = (ms: number) => `${Math.floor(ms / 60_000)}:${String(Math.floor((ms % 60_000) / 1000)).padStart(2, '0')}`

/** What is otherwise than after the step before: what happened by itself, what lights now, who hears. */
export function news(step: Step, before: Step | undefined) {
  const lit = step.shows.filter((s) => !before?.shows.includes(s))
  const dark = (before?.shows ?? []).map(thing).filter((name) => !step.shows.some((s) => thing(s) === name))
  const then = before?.hears ?? []
  const hears = step.hears.filter((ear) => !then.some((e) => e.who === ear.who && e.how === ear.how))
  const lost = then.filter((ear) => !step.hears.some((e) => e.who === ear.who))
  const picture = step.picture === (before?.picture ?? false) ? [] : [step.picture ? 'The picture is there.' : 'The picture is gone.']
  const room = step.roomHears === (before?.roomHears ?? false) ? [] : [step.roomHears ? 'The room hears it.' : 'The room is silent.']
  return [
    ...step.events,
    ...lit.map((s) => `${s}.`),
    ...dark.map((name) => `${name}: dark.`),
    ...hears.map((ear) => (ear.how === '' ? `${ear.who} hears it.` : `${ear.who} hears it: ${ear.how}, predicted.`)),
    ...lost.map((ear) => `${ear.who} no longer hears it.`),
    ...room,
    ...picture,
  ]
}

const thing = (shows: string) => shows.slice(0, shows.indexOf(':'))
