import { useSyncExternalStore } from 'react'

/** Whether what was entered has reached the service. */
export type SavedState = { kind: 'quiet' } | { kind: 'saving' } | { kind: 'saved'; at: Date } | { kind: 'waiting' } | { kind: 'refused' }

let state: SavedState = { kind: 'quiet' }
const listeners = new Set<() => void>()

/** Says how far the last entry has come; shown at the top of every screen. */
export function setSaved(next: SavedState) {
  state = next
  listeners.forEach((tell) => tell())
}

const subscribe = (tell: () => void) => {
  listeners.add(tell)
  return () => listeners.delete(tell)
}

export const useSaved = () => useSyncExternalStore(subscribe, () => state)
