import { api, told, RefusedError, type Schema } from '../api/client'
import { lookCases, putLook, readLook, removeLook } from './vault'

/** A look that has not reached the service, and the version it was made from. */
export interface KeptLook {
  version: number
  look: Schema['Look']
}

export const saveLook = (caseId: string, { version, look }: KeptLook) =>
  told(api.PUT('/api/cases/{caseId}/look', { params: { path: { caseId } }, body: { version, look } }))

/** The unsent look of one case on this device, each change after the one before. */
export class LookPlace {
  private turn: Promise<unknown> = Promise.resolve()

  constructor(private readonly caseId: string) {}

  read() {
    return this.inTurn(() => readLook<KeptLook>(this.caseId))
  }

  keep(kept: KeptLook) {
    return this.inTurn(() => putLook(this.caseId, kept))
  }

  forget() {
    return this.inTurn(() => removeLook(this.caseId))
  }

  // A device that cannot keep it (no room, a private window) still sends it.
  private inTurn<T>(work: () => Promise<T>): Promise<T | null> {
    const done = this.turn.then(work).catch(() => null)
    this.turn = done
    return done
  }
}

/** Sends every kept look of whoever is signed in; those that do not go through stay. Returns the cases of both. */
export async function sendKeptLooks() {
  const sent: string[] = []
  const left: string[] = []
  for (const caseId of await lookCases()) {
    const kept = await readLook<KeptLook>(caseId)
    if (!kept) continue
    try {
      await saveLook(caseId, kept)
      await removeLook(caseId)
      sent.push(caseId)
    } catch (error) {
      // A case that is gone takes its look with it.
      if (error instanceof RefusedError && error.refusal.status === 404) await removeLook(caseId)
      else left.push(caseId)
    }
  }
  return { sent, left }
}
