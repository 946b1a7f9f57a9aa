import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { RefusedError, type Schema } from '../api/client'
import type { KeptLook } from '../waiting/looks'
import { LookKeeper, type Look } from './lookKeeper'

const look = (model: string): Look => ({
  set: {
    model,
    pictureMode: 'standard',
    speakersCanBeOff: 'notYet',
    mainsOutletsFree: 0,
    soundOutputMenu: '',
    sockets: [],
    delaySettings: [],
  },
  listeners: [],
  owned: [],
})
const detail = (version: number, model: string) => ({ id: 'c1', version, look: look(model) }) as unknown as Schema['CaseDetail']
const refused = (type: string, status: number) =>
  new RefusedError({ type, title: '', detail: '', status, problems: [], changes: ['The set: model was A, now C.'], currentVersion: 7 })

let kept: KeptLook | null = null
const place = {
  read: async () => kept,
  keep: async (look: KeptLook) => {
    kept = look
  },
  forget: async () => {
    kept = null
  },
}

describe('the look while it is edited', () => {
  beforeEach(() => {
    vi.useFakeTimers()
    kept = null
  })
  afterEach(() => vi.useRealTimers())

  it('is saved once after a pause, with the newest of several changes', async () => {
    const send = vi.fn(async (version: number, l: Look) => detail(version + 1, l.set.model))
    const keeper = new LookKeeper(place, detail(3, 'A'), send, () => {})
    keeper.change(() => look('B'))
    keeper.change(() => look('BC'))
    await vi.advanceTimersByTimeAsync(500)
    expect(send).toHaveBeenCalledTimes(1)
    expect(send).toHaveBeenCalledWith(3, look('BC'))
    expect(kept).toBeNull()
  })

  it('is kept while the connection is down and sent when it is back', async () => {
    const send = vi.fn<(version: number, l: Look) => Promise<Schema['CaseDetail']>>()
    send.mockRejectedValueOnce(refused('urn:nightfrost:offline', 0)).mockImplementation(async (v, l) => detail(v + 1, l.set.model))
    const keeper = new LookKeeper(place, detail(3, 'A'), send, () => {})
    keeper.change(() => look('B'))
    await vi.advanceTimersByTimeAsync(500)
    expect(kept).toEqual({ version: 3, look: look('B') })
    await vi.advanceTimersByTimeAsync(5000)
    expect(send).toHaveBeenCalledTimes(2)
    expect(kept).toBeNull()
  })

  it('asks before it writes over what somebody else changed, and can do either', async () => {
    const send = vi.fn<(version: number, l: Look) => Promise<Schema['CaseDetail']>>()
    send.mockRejectedValueOnce(refused('urn:nightfrost:stale', 409)).mockImplementation(async (v, l) => detail(v + 1, l.set.model))
    const keeper = new LookKeeper(place, detail(3, 'A'), send, () => {})
    keeper.change(() => look('B'))
    await vi.advanceTimersByTimeAsync(500)
    expect(keeper.snapshot().conflict?.changes).toEqual(['The set: model was A, now C.'])
    expect(keeper.snapshot().look.set.model).toBe('B')
    keeper.settle(true, detail(7, 'C'))
    await vi.advanceTimersByTimeAsync(500)
    expect(send).toHaveBeenLastCalledWith(7, look('B'))
  })

  it('keeps a refused entry in sight, whatever comes in from elsewhere', async () => {
    const send = vi
      .fn<(version: number, l: Look) => Promise<Schema['CaseDetail']>>()
      .mockRejectedValue(refused('urn:nightfrost:invalid', 400))
    const keeper = new LookKeeper(place, detail(3, 'A'), send, () => {})
    keeper.change(() => look('wrong'))
    await vi.advanceTimersByTimeAsync(500)
    keeper.adopt(detail(9, 'theirs'))
    expect(keeper.snapshot().look.set.model).toBe('wrong')
    expect(kept).toEqual({ version: 3, look: look('wrong') })
  })

  it('takes up what was kept when the page is opened again', async () => {
    kept = { version: 3, look: look('kept') }
    const send = vi.fn(async (version: number, l: Look) => detail(version + 1, l.set.model))
    const keeper = new LookKeeper(place, detail(3, 'A'), send, () => {})
    await vi.advanceTimersByTimeAsync(10)
    expect(keeper.snapshot().look.set.model).toBe('kept')
    expect(send).toHaveBeenCalledWith(3, look('kept'))
  })
})
