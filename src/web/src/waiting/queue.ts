import { RefusedError, writeKey } from '../api/client'
import { setSaved } from '../parts/saved'
import { addWrite, putWrite, readWrites, removeWrite } from './vault'
import { sendWrite, type Answers, type Bodies, type Sort, type Write } from './writes'

interface Entry {
  id: number
  write: Write
}

interface Waiter {
  resolve: (answer: Answers[Sort] | null) => void
  reject: (error: unknown) => void
}

const retryMs = 4000

/**
 * Writes of whoever is signed in, kept before they are sent and sent in the order they were made, by one tab at a time. What cannot go through now
 * waits; what the service will not take later stays in sight with its reason and does not hold up the rest.
 */
export class Queue {
  private entries: Entry[] = []
  private writes: readonly Write[] = []
  private readonly waiters = new Map<number, Waiter>()
  private readonly listeners = new Set<() => void>()
  private readonly otherTabs = new BroadcastChannel('nightfrost-writes')
  private timer: ReturnType<typeof setTimeout> | undefined
  private turn: Promise<unknown> = Promise.resolve()
  private flushing: Promise<void> | null = null
  private flushAgain = false
  private onSent: (caseId: string) => void = () => {}

  constructor(private readonly send: (write: Write) => Promise<Answers[Sort] | undefined> = sendWrite) {
    this.otherTabs.onmessage = () => void this.load()
  }

  readonly subscribe = (tell: () => void) => {
    this.listeners.add(tell)
    return () => this.listeners.delete(tell)
  }

  /** Everything that waits or was refused, oldest first. */
  readonly snapshot = () => this.writes

  /** Reads what was kept and sends it, once somebody is signed in. */
  async start(onSent: (caseId: string) => void) {
    this.onSent = onSent
    await this.load()
    await this.flush()
  }

  /** Stops sending: nobody is signed in any more. */
  stop() {
    clearTimeout(this.timer)
    this.show([])
  }

  /** Keeps and sends a write. Null when it could not go through now; a refusal is thrown, and the write is not kept. */
  async post<S extends Sort>(sort: S, caseId: string, body: Bodies[S]): Promise<Answers[S] | null> {
    setSaved({ kind: 'saving' })
    const write = { sort, caseId, body, key: writeKey() } as Write
    const kept = await this.inTurn(async () => {
      const id = await addWrite(write).catch(() => null)
      if (id === null) return null
      this.show([...this.entries, { id, write }])
      return { answer: new Promise<Answers[Sort] | null>((resolve, reject) => this.waiters.set(id, { resolve, reject })) }
    })
    if (!kept) return this.sendUnkept(write) as Promise<Answers[S] | null>
    this.otherTabs.postMessage('changed')
    void this.flush()
    return kept.answer as Promise<Answers[S] | null>
  }

  // A device that can keep nothing (no room, a closed store) still sends.
  private async sendUnkept(write: Write) {
    try {
      const answer = await this.send(write)
      setSaved({ kind: 'saved', at: new Date() })
      return answer ?? null
    } catch (error) {
      setSaved({ kind: 'refused' })
      throw error
    }
  }

  /** Lets a refused write go. */
  readonly takeOut = async (key: string) => {
    const entry = this.entries.find((e) => e.write.key === key)
    if (entry) await this.remove(entry)
  }

  /** Sends a refused write again, as a new one in its old place. */
  readonly again = async (key: string) => {
    const entry = this.entries.find((e) => e.write.key === key)
    if (!entry) return
    await this.change(entry, { ...entry.write, key: writeKey(), refused: undefined })
    await this.flush()
  }

  /** Tries everything once, now. One tab sends; the others look again in a while, should that one be closed meanwhile. */
  flush(): Promise<void> {
    clearTimeout(this.timer)
    this.flushAgain = true
    this.flushing ??= this.flushAlone().finally(() => {
      this.flushing = null
    })
    return this.flushing
  }

  private async flushAlone() {
    while (this.flushAgain) {
      this.flushAgain = false
      await navigator.locks.request('nightfrost-writes', { ifAvailable: true }, (lock) => (lock ? this.sendAll() : this.later()))
    }
  }

  private async sendAll() {
    for (;;) {
      await this.load()
      const entry = this.entries.find((e) => !e.write.refused)
      if (!entry) return
      const waiter = this.waiters.get(entry.id)
      try {
        const answer = await this.send(entry.write)
        this.waiters.delete(entry.id)
        await this.remove(entry)
        if (!this.entries.some((e) => !e.write.refused)) setSaved({ kind: 'saved', at: new Date() })
        if (!waiter || !answer) this.onSent(entry.write.caseId)
        waiter?.resolve(answer ?? null)
      } catch (error) {
        if (error instanceof RefusedError && error.passing) {
          this.wait()
          return
        }
        setSaved({ kind: 'refused' })
        this.waiters.delete(entry.id)
        if (waiter) {
          await this.remove(entry)
          waiter.reject(error)
        } else {
          const refused = error instanceof RefusedError ? error.words : 'The answer could not be read.'
          await this.change(entry, { ...entry.write, refused })
        }
      }
    }
  }

  private wait() {
    setSaved({ kind: 'waiting' })
    for (const waiter of this.waiters.values()) waiter.resolve(null)
    this.waiters.clear()
    this.later()
  }

  private later() {
    clearTimeout(this.timer)
    this.timer = setTimeout(() => void this.flush(), retryMs)
  }

  // What is shown and what is kept change together, one change after the other.
  private inTurn<T>(work: () => Promise<T>): Promise<T> {
    const done = this.turn.then(work)
    this.turn = done.catch(() => {})
    return done
  }

  private load() {
    return this.inTurn(async () => {
      const kept = (await readWrites<Write>()).map(({ id, value }) => ({ id, write: value }))
      const gone = this.entries.filter((e) => !kept.some((k) => k.id === e.id))
      this.show(kept)
      // Sent, or let go, by another tab.
      for (const { id, write } of gone) {
        this.waiters.get(id)?.resolve(null)
        this.waiters.delete(id)
        this.onSent(write.caseId)
      }
    })
  }

  private async remove(entry: Entry) {
    await this.inTurn(async () => {
      await removeWrite(entry.id)
      this.show(this.entries.filter((e) => e.id !== entry.id))
    })
    this.otherTabs.postMessage('changed')
  }

  private async change(entry: Entry, write: Write) {
    await this.inTurn(async () => {
      await putWrite(entry.id, write)
      this.show(this.entries.map((e) => (e.id === entry.id ? { id: e.id, write } : e)))
    })
    this.otherTabs.postMessage('changed')
  }

  private show(entries: Entry[]) {
    this.entries = entries
    this.writes = entries.map((e) => e.write)
    this.listeners.forEach((tell) => tell())
  }
}

/** The one queue of this tab. */
export const queue = new Queue()
