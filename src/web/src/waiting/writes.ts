import { api, told, type Schema } from '../api/client'

/** What each sort of write that may wait holds. */
export interface Bodies {
  step: { stepId: string; report: Schema['StepReport'] }
  preparation: { itemId: string; report: Schema['PrepareReport'] }
  take: Schema['NewTake']
}

/** What the service answers to each. */
export interface Answers {
  step: Schema['RunSheetView']
  preparation: Schema['PreparationView']
  take: Schema['TuneView']
}

export type Sort = keyof Bodies

/** A write that waits for the connection, or that the service would not take. */
export type Write = { [S in Sort]: WriteOf<S> }[Sort]

export interface WriteOf<S extends Sort> {
  sort: S
  caseId: string
  body: Bodies[S]
  /** Makes a repeat do nothing twice. */
  key: string
  /** Why the service would not take it; it stays in sight until it is taken out or sent again. */
  refused?: string
}

/** Sends a write. A repeat whose answer is no longer kept is answered with nothing: it was done. */
export function sendWrite(write: Write): Promise<Answers[Sort] | undefined> {
  const headers = { 'Idempotency-Key': write.key }
  const { caseId } = write
  switch (write.sort) {
    case 'step':
      return told(
        api.PUT('/api/cases/{caseId}/run-sheet/{stepId}', {
          params: { path: { caseId, stepId: write.body.stepId } },
          body: write.body.report,
          headers,
        }),
      )
    case 'preparation':
      return told(
        api.PUT('/api/cases/{caseId}/preparation/{itemId}', {
          params: { path: { caseId, itemId: write.body.itemId } },
          body: write.body.report,
          headers,
        }),
      )
    case 'take':
      return told(api.POST('/api/cases/{caseId}/tune/takes', { params: { path: { caseId } }, body: write.body, headers }))
  }
}

/** A write in a few words, for when it is named apart from its screen. */
export function wordsOf(write: Write) {
  switch (write.sort) {
    case 'step':
      return write.body.report.note ? `A step of Connect: “${write.body.report.note}”` : 'A tick on Connect'
    case 'preparation':
      return write.body.report.note ? `A mark on Prepare: “${write.body.report.note}”` : 'A tick on Prepare'
    case 'take':
      return `A take: ${write.body.frames} frames at ${write.body.framesPerSecond} a second`
  }
}
