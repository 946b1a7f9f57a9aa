import type { Schema } from '../api/client'

export type Criterion = Schema['Criterion']

/** Priorities and limits of a plan, as they stand in the address. */
export interface Wanted {
  order: readonly Criterion[]
  budget: string
  noWires: boolean
  mustUse: readonly string[]
  mustNotUse: readonly string[]
}

export const usualOrder: readonly Criterion[] = ['needs', 'inStep', 'link', 'preferences', 'price', 'boxes', 'quality']

export const criterionWords: Record<Criterion, string> = {
  needs: 'Needs met',
  inStep: 'In step',
  price: 'Price',
  boxes: 'Things to switch on',
  quality: 'Sound quality',
  link: 'A link that holds',
  preferences: 'Preferences met',
}

/** Reads what is wanted from the address; what is missing is as usual. */
export function readWanted(search: URLSearchParams): Wanted {
  const known = (search.get('order') ?? '').split(',').filter((c): c is Criterion => (usualOrder as readonly string[]).includes(c))
  const order = [...new Set([...known, ...usualOrder])]
  return {
    order,
    budget: search.get('budget') ?? '',
    noWires: search.get('noWires') === 'true',
    mustUse: search.getAll('mustUse'),
    mustNotUse: search.getAll('mustNotUse'),
  }
}

/** Writes what is wanted; what is as usual is left out. */
export function writeWanted(wanted: Wanted): URLSearchParams {
  const search = new URLSearchParams()
  if (wanted.order.some((c, i) => c !== usualOrder[i])) search.set('order', wanted.order.join(','))
  if (wanted.budget.trim()) search.set('budget', wanted.budget.trim())
  if (wanted.noWires) search.set('noWires', 'true')
  for (const id of wanted.mustUse) search.append('mustUse', id)
  for (const id of wanted.mustNotUse) search.append('mustNotUse', id)
  return search
}

/** What the service is asked. */
export const queryOf = (wanted: Wanted) => ({
  order: wanted.order.join(','),
  ...(wanted.budget.trim() ? { budget: wanted.budget.trim() } : {}),
  ...(wanted.noWires ? { noWires: true } : {}),
  ...(wanted.mustUse.length ? { mustUse: [...wanted.mustUse] } : {}),
  ...(wanted.mustNotUse.length ? { mustNotUse: [...wanted.mustNotUse] } : {}),
})

/** The order with one criterion moved a place up or down. */
export function moved(order: readonly Criterion[], criterion: Criterion, by: -1 | 1): Criterion[] {
  const next = [...order]
  const from = next.indexOf(criterion)
  const to = from + by
  if (to < 0 || to >= next.length) return next
  next.splice(to, 0, ...next.splice(from, 1))
  return next
}
