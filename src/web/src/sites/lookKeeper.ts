import { RefusedError, type Schema } from '../api/client'
import { setSaved } from '../parts/saved'
import type { KeptLook } from '../waiting/looks'

export type Look = Schema['Look']

/** What the Look screen shows while entries travel. */
export interface LookState {
  look: Look
  /** Fields the service would not take, by path. */
  problems: Schema['FieldProblem'][]
  /** Set when somebody else changed the look meanwhile. */
  conflict: { changes: string[]; version: number } | null
  error: unknown
}

type Send = (version: number, look: Look) => Promise<Schema['CaseDetail']>

/** Where what has not been sent is kept on this device. */
interface Place {
  read(): Promise<KeptLook | null>
  keep(kept: KeptLook): Promise<unknown>
  forget(): Promise<unknown>
}

const pauseMs = 450
const retryMs = 4000

/** Keeps the look of one case while it is edited: saved as one goes, one write at a time, kept here while the connection is down. */
export class LookKeeper {
  private state: LookState
  private version: number
  private timer: ReturnType<typeof setTimeout> | undefined
  private sending = false
  private dirty = false
  /** Refused as it stands: kept here until the next change. */
  private held = false
  private readonly listeners = new Set<() => void>()

  constructor(
    private readonly place: Place,
    detail: Schema['CaseDetail'],
    private readonly send: Send,
    private readonly onSaved: (detail: Schema['CaseDetail']) => void,
  ) {
    this.version = detail.version
    this.state = { look: detail.look, problems: [], conflict: null, error: null }
    void this.takeUp()
  }

  // What was kept from before is taken up and sent, unless something was entered meanwhile.
  private async takeUp() {
    const kept = await this.place.read()
    if (!kept || this.dirty || this.sending) return
    this.version = kept.version
    this.dirty = true
    this.set({ look: kept.look })
    this.schedule(0)
  }

  readonly subscribe = (tell: () => void) => {
    this.listeners.add(tell)
    return () => this.listeners.delete(tell)
  }

  readonly snapshot = () => this.state

  /** Changes the look and saves it after a short pause. */
  change(update: (look: Look) => Look) {
    const look = update(this.state.look)
    this.dirty = true
    this.held = false
    void this.place.keep({ version: this.version, look })
    this.set({ look })
    setSaved({ kind: 'saving' })
    if (!this.state.conflict) this.schedule(pauseMs)
  }

  /** Takes what the service says when nothing of ours waits. */
  adopt(detail: Schema['CaseDetail']) {
    if (this.dirty || this.held || this.sending || detail.version <= this.version) return
    this.version = detail.version
    this.set({ look: detail.look })
  }

  /** Settles a conflict: ours over theirs, or theirs. */
  settle(mine: boolean, theirs: Schema['CaseDetail']) {
    this.version = theirs.version
    if (mine) {
      this.set({ conflict: null })
      this.schedule(0)
      return
    }
    this.dirty = false
    void this.place.forget()
    this.set({ look: theirs.look, conflict: null, problems: [] })
    setSaved({ kind: 'saved', at: new Date() })
  }

  /** Sends at once what waits, for when the screen is left. */
  flush() {
    if (this.dirty && !this.state.conflict) this.schedule(0)
  }

  private schedule(ms: number) {
    clearTimeout(this.timer)
    this.timer = setTimeout(() => void this.save(), ms)
  }

  private async save() {
    if (this.sending || !this.dirty) return
    this.sending = true
    this.dirty = false
    setSaved({ kind: 'saving' })
    try {
      const detail = await this.send(this.version, this.state.look)
      this.version = detail.version
      void (this.dirty ? this.place.keep({ version: this.version, look: this.state.look }) : this.place.forget())
      this.set({ problems: [], error: null })
      setSaved({ kind: 'saved', at: new Date() })
      this.onSaved(detail)
    } catch (error) {
      this.refused(error)
    } finally {
      this.sending = false
      if (this.dirty && !this.state.conflict && this.state.error === null) this.schedule(pauseMs)
    }
  }

  private refused(error: unknown) {
    const refusal = error instanceof RefusedError ? error : null
    if (refusal?.passing) {
      this.dirty = true
      setSaved({ kind: 'waiting' })
      this.schedule(retryMs)
      return
    }
    if (refusal?.stale) {
      this.dirty = true
      this.set({ conflict: { changes: refusal.refusal.changes, version: refusal.refusal.currentVersion ?? 0 } })
    } else {
      this.held = true
      this.set({ problems: refusal?.refusal.problems ?? [], error: refusal?.refusal.problems.length ? null : error })
    }
    setSaved({ kind: 'refused' })
  }

  private set(next: Partial<LookState>) {
    this.state = { ...this.state, ...next }
    this.listeners.forEach((tell) => tell())
  }
}
