import { useSyncExternalStore } from 'react'
import { RefusedError, writeKey } from '../api/client'
import { setSaved } from './saved'

/** An entry that waits for the connection. */
export interface Waiting<T> {
  key: string
  group: string
  body: T
}

const retryMs = 4000

/** Entries of one sort that are sent at once, or kept here until the connection is back. Each carries a key, so none counts twice. */
export class Outbox<T, R> {
  private waiting: Waiting<T>[]
  private timer: ReturnType<typeof setTimeout> | undefined
  private readonly listeners = new Set<() => void>()

  constructor(
    private readonly place: string,
    private readonly send: (entry: Waiting<T>) => Promise<R>,
    private readonly onSent: (entry: Waiting<T>, answer: R) => void,
  ) {
    this.waiting = this.read()
    if (this.waiting.length > 0) this.later(0)
  }

  readonly subscribe = (tell: () => void) => {
    this.listeners.add(tell)
    return () => this.listeners.delete(tell)
  }

  readonly snapshot = () => this.waiting

  /** Sends an entry; keeps it when the connection is down. Any other refusal is thrown. */
  async post(group: string, body: T): Promise<R | null> {
    const entry = { key: writeKey(), group, body }
    setSaved({ kind: 'saving' })
    try {
      const answer = await this.send(entry)
      setSaved({ kind: 'saved', at: new Date() })
      return answer
    } catch (error) {
      if (!(error instanceof RefusedError && error.offline)) {
        setSaved({ kind: 'refused' })
        throw error
      }
      this.write([...this.waiting, entry])
      setSaved({ kind: 'waiting' })
      this.later(retryMs)
      return null
    }
  }

  private later(ms: number) {
    clearTimeout(this.timer)
    this.timer = setTimeout(() => void this.flush(), ms)
  }

  private async flush() {
    const [entry] = this.waiting
    if (!entry) return
    try {
      const answer = await this.send(entry)
      this.write(this.waiting.filter((w) => w.key !== entry.key))
      this.onSent(entry, answer)
      if (this.waiting.length > 0) this.later(0)
      else setSaved({ kind: 'saved', at: new Date() })
    } catch (error) {
      if (error instanceof RefusedError && !error.offline) {
        // The service has its reasons now; the entry stays in sight as refused instead of blocking the rest.
        this.write(this.waiting.filter((w) => w.key !== entry.key))
        setSaved({ kind: 'refused' })
        return
      }
      this.later(retryMs)
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

/** What waits in an outbox for one case. */
export function useWaiting<T, R>(outbox: Outbox<T, R>, group: string) {
  return useSyncExternalStore(outbox.subscribe, outbox.snapshot).filter((w) => w.group === group)
}
