import { useEffect, useSyncExternalStore } from 'react'
import { RefusedError, writeKey } from '../api/client'
import { setSaved } from './saved'

/** An entry that waits for the connection, or that the service would not take. */
export interface Waiting<T> {
  key: string
  group: string
  body: T
  /** Why the service would not take it; it stays in sight until it is taken out or sent again. */
  refused?: string
}

const retryMs = 4000

/** Entries of one sort that are sent at once, or kept here until they can be. Each carries a key, so none counts twice. */
export class Outbox<T, R> {
  private waiting: Waiting<T>[]
  private timer: ReturnType<typeof setTimeout> | undefined
  private sending = false
  private readonly listeners = new Set<() => void>()

  constructor(
    private readonly place: string,
    private readonly send: (entry: Waiting<T>) => Promise<R>,
    private readonly onSent: (entry: Waiting<T>, answer: R) => void,
  ) {
    this.waiting = this.read()
  }

  readonly subscribe = (tell: () => void) => {
    this.listeners.add(tell)
    return () => this.listeners.delete(tell)
  }

  readonly snapshot = () => this.waiting

  /** Sends what was kept, once somebody is signed in. */
  readonly start = () => {
    if (this.waiting.some((w) => !w.refused)) this.later(0)
  }

  /** Sends an entry; keeps it when it cannot go through now. Any other refusal is thrown. */
  async post(group: string, body: T): Promise<R | null> {
    const entry = { key: writeKey(), group, body }
    setSaved({ kind: 'saving' })
    try {
      const answer = await this.send(entry)
      setSaved({ kind: 'saved', at: new Date() })
      return answer
    } catch (error) {
      if (!(error instanceof RefusedError && error.passing)) {
        setSaved({ kind: 'refused' })
        throw error
      }
      this.write([...this.waiting, entry])
      setSaved({ kind: 'waiting' })
      this.later(retryMs)
      return null
    }
  }

  /** Lets a refused entry go. */
  readonly takeOut = (key: string) => this.write(this.waiting.filter((w) => w.key !== key))

  /** Sends a refused entry again, as a new write. */
  readonly again = (key: string) => {
    this.write(this.waiting.map((w) => (w.key === key ? { key: writeKey(), group: w.group, body: w.body } : w)))
    this.later(0)
  }

  private later(ms: number) {
    clearTimeout(this.timer)
    this.timer = setTimeout(() => void this.flush(), ms)
  }

  private async flush() {
    const entry = this.waiting.find((w) => !w.refused)
    if (!entry || this.sending) return
    this.sending = true
    try {
      const answer = await this.send(entry)
      this.takeOut(entry.key)
      this.onSent(entry, answer)
      if (!this.waiting.some((w) => !w.refused)) setSaved({ kind: 'saved', at: new Date() })
      this.start()
    } catch (error) {
      if (error instanceof RefusedError && error.passing) {
        this.later(retryMs)
        return
      }
      const why = error instanceof RefusedError ? error.words : 'The answer could not be read.'
      this.write(this.waiting.map((w) => (w.key === entry.key ? { ...w, refused: why } : w)))
      setSaved({ kind: 'refused' })
      this.start()
    } finally {
      this.sending = false
    }
  }

  private read(): Waiting<T>[] {
    try {
      return JSON.parse(localStorage.getItem(this.place) ?? '[]') as Waiting<T>[]
    } catch {
      return []
    }
  }

  private write(next: Waiting<T>[]) {
    this.waiting = next
    localStorage.setItem(this.place, JSON.stringify(next))
    this.listeners.forEach((tell) => tell())
  }
}

/** What waits in an outbox for one case; whatever was kept from before is sent. */
export function useWaiting<T, R>(outbox: Outbox<T, R>, group: string) {
  useEffect(() => outbox.start(), [outbox])
  return useSyncExternalStore(outbox.subscribe, outbox.snapshot).filter((w) => w.group === group)
}
