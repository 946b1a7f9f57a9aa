import { useEffect, useSyncExternalStore } from 'react'

/** What a key may do. */
export const keyActions = {
  stage1: 'Look',
  stage2: 'Route',
  stage3: 'Prepare',
  stage4: 'Connect',
  stage6: 'Tune',
  stage8: 'Hand over',
  cases: 'All cases',
  kit: 'Kit',
  asExpected: 'Connect: as expected',
  newTake: 'Tune: new take',
  bestSettings: 'Tune: best settings',
  theme: 'Night or frost',
  sheet: 'This sheet',
} as const

export type KeyAction = keyof typeof keyActions

const defaults: Record<KeyAction, string> = {
  stage1: '1',
  stage2: '2',
  stage3: '3',
  stage4: '4',
  stage6: '6',
  stage8: '8',
  cases: 'o',
  kit: 'i',
  asExpected: 'a',
  newTake: 'm',
  bestSettings: 'z',
  theme: 'y',
  sheet: '?',
}

interface KeyState {
  on: boolean
  keys: Record<KeyAction, string>
}

const place = 'nightfrost-keys'

function read(): KeyState {
  try {
    const kept = JSON.parse(localStorage.getItem(place) ?? '{}') as Partial<KeyState>
    return { on: kept.on ?? true, keys: { ...defaults, ...kept.keys } }
  } catch {
    return { on: true, keys: defaults }
  }
}

let state = read()
const listeners = new Set<() => void>()

function write(next: KeyState) {
  state = next
  localStorage.setItem(place, JSON.stringify(next))
  listeners.forEach((tell) => tell())
}

const subscribe = (tell: () => void) => {
  listeners.add(tell)
  return () => listeners.delete(tell)
}

/** The keys as they are set. */
export const useKeyState = () => useSyncExternalStore(subscribe, () => state)

/** Switches single keys on or off. */
export const switchKeys = (on: boolean) => write({ ...state, on })

/** Gives an action another key; a key in use elsewhere changes places. */
export function remap(action: KeyAction, key: string) {
  const other = (Object.keys(state.keys) as KeyAction[]).find((a) => state.keys[a] === key)
  write({ ...state, keys: { ...state.keys, ...(other ? { [other]: state.keys[action] } : {}), [action]: key } })
}

/** Puts every key back. */
export const restoreKeys = () => write({ on: true, keys: defaults })

/** True while someone types, or a dialog is open. */
export const isTyping = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  (target.isContentEditable ||
    !!target.closest(
      'input:not([type=checkbox]):not([type=radio]):not([type=range]), textarea, select, [role=dialog], [role=listbox], [role=menu]',
    ))

/** Runs an action when its key is pressed, never while typing. */
export function useKey(action: KeyAction, run: () => void) {
  useEffect(() => {
    const pressed = (event: KeyboardEvent) => {
      if (!state.on || event.ctrlKey || event.metaKey || event.altKey || event.repeat || isTyping(event.target)) return
      if (event.key !== state.keys[action]) return
      event.preventDefault()
      run()
    }
    addEventListener('keydown', pressed)
    return () => removeEventListener('keydown', pressed)
  }, [action, run])
}
