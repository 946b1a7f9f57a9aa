import 'fake-indexeddb/auto'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { RefusedError } from '../api/client'
import { Queue } from './queue'
import { takeOverOlderKeeping } from './olderKeeping'
import { openVault, readWrites, removeWrite } from './vault'
import type { Write } from './writes'

const refused = (status: number, type = '') =>
  new RefusedError({
    type,
    title: 'Refused.',
    detail: '',
    status,
    problems: [],
    changes: ['Another rig was chosen.'],
    currentVersion: null,
  })

const keyOf = (letter: string) => btoa(letter.repeat(32))
const edda = { owner: 'edda', key: keyOf('e') }
const tobias = { owner: 'tobias', key: keyOf('t') }
const take = (frames: number) => ({ rigId: 'r', listenerId: 'l', framesPerSecond: 60, frames, clickOnWaveform: false })
const framesOf = (write: Write) => write.body as ReturnType<typeof take>
const done = async () => ({}) as never

// One lock, given to whoever asks first.
let held = false
Object.defineProperty(navigator, 'locks', {
  value: {
    request: async (_name: string, _options: unknown, work: (lock: object | null) => Promise<void>) => {
      if (held) return work(null)
      held = true
      try {
        await work({})
      } finally {
        held = false
      }
    },
  },
})

describe('writes while the connection is down', () => {
  beforeEach(async () => {
    for (const device of [edda, tobias]) {
      await openVault(device)
      for (const { id } of await readWrites()) await removeWrite(id)
    }
    await openVault(edda)
    localStorage.clear()
  })

  it('are kept, and sent later in their order with the same keys', async () => {
    const send = vi.fn<(write: Write) => Promise<never>>().mockRejectedValueOnce(refused(0)).mockImplementation(done)
    const queue = new Queue(send)
    expect(await queue.post('take', 'case', take(1))).toBeNull()
    const others = [queue.post('take', 'case', take(2)), queue.post('take', 'case', take(3))]
    await Promise.all([...others, queue.flush()])
    const sent = send.mock.calls.map(([write]) => framesOf(write).frames)
    expect(sent.slice(-3)).toEqual([1, 2, 3])
    expect(send.mock.calls[0]?.[0].key).toBe(send.mock.calls.find(([w], i) => i > 0 && framesOf(w).frames === 1)?.[0].key)
    expect(queue.snapshot()).toEqual([])
    expect(await readWrites()).toEqual([])
  })

  it.each([
    [401, 'urn:nightfrost:sign-in'],
    [400, 'urn:nightfrost:token'],
    [503, 'urn:nightfrost:away'],
    [429, ''],
  ])('are kept when it passes by itself (%i)', async (status, type) => {
    const queue = new Queue(vi.fn<(write: Write) => Promise<never>>().mockRejectedValueOnce(refused(status, type)).mockImplementation(done))
    expect(await queue.post('take', 'case', take(1))).toBeNull()
    expect(queue.snapshot()).toHaveLength(1)
    await queue.flush()
    expect(queue.snapshot()).toEqual([])
  })

  it('survive the page and wait until their person is signed in', async () => {
    const first = new Queue(() => Promise.reject(refused(0)))
    await first.post('take', 'case', take(1))
    first.stop()
    await openVault(null)
    const send = vi.fn(done)
    const second = new Queue(send)
    await second.start(() => {})
    expect(send).not.toHaveBeenCalled()
    await openVault(edda)
    const sent = vi.fn()
    await second.start(sent)
    expect(send).toHaveBeenCalledOnce()
    expect(sent).toHaveBeenCalledWith('case')
  })

  it('are unreadable to the next person, and still there for their own', async () => {
    const queue = new Queue(() => Promise.reject(refused(0)))
    await queue.post('step', 'case', {
      stepId: 's',
      report: { rigId: 'r', outcome: 'asExpected', was: 'open', note: 'Edda hears the door', codec: null },
    })
    queue.stop()
    await openVault(tobias)
    const send = vi.fn(done)
    const theirs = new Queue(send)
    await theirs.start(() => {})
    expect(theirs.snapshot()).toEqual([])
    expect(send).not.toHaveBeenCalled()
    // Even with the name of the other, without the key.
    await openVault({ owner: 'edda', key: keyOf('t') })
    expect(await readWrites()).toEqual([])
    await openVault(edda)
    expect(JSON.stringify(await readWrites())).toContain('Edda hears the door')
    expect(JSON.stringify(await everythingOnTheDevice())).not.toContain('door')
  })

  it('stay in sight with the reason when the service will not take them later, and do not block the rest', async () => {
    const send = vi
      .fn<(write: Write) => Promise<never>>()
      .mockRejectedValueOnce(refused(0))
      .mockRejectedValueOnce(refused(409))
      .mockImplementation(done)
    const queue = new Queue(send)
    await queue.post('take', 'case', take(1))
    await queue.post('take', 'case', take(2))
    await queue.flush()
    expect(queue.snapshot().map((w) => [framesOf(w).frames, w.refused])).toEqual([[1, 'Refused. Another rig was chosen.']])
    const key = queue.snapshot()[0]?.key ?? ''
    await queue.again(key)
    expect(queue.snapshot()).toEqual([])
    expect(send.mock.calls.at(-1)?.[0].key).not.toBe(key)
  })

  it('can be let go', async () => {
    const queue = new Queue(vi.fn<(write: Write) => Promise<never>>().mockRejectedValueOnce(refused(0)).mockRejectedValue(refused(409)))
    await queue.post('take', 'case', take(1))
    await queue.flush()
    await queue.takeOut(queue.snapshot()[0]?.key ?? '')
    expect(await readWrites()).toEqual([])
  })

  it('are not kept when the service refuses them at once', async () => {
    const queue = new Queue(() => Promise.reject(refused(400)))
    await expect(queue.post('take', 'case', take(1))).rejects.toThrow()
    expect(await readWrites()).toEqual([])
  })

  it('are sent all the same by a device that can keep nothing', async () => {
    await openVault(null)
    const send = vi.fn(done)
    expect(await new Queue(send).post('take', 'case', take(1))).toEqual({})
    expect(send).toHaveBeenCalledOnce()
  })

  it('are one queue for two tabs: one sends, once, and both know', async () => {
    const send = vi.fn(done)
    const [one, two] = [new Queue(send), new Queue(send)]
    await Promise.all([one.post('take', 'case', take(1)), two.post('take', 'case', take(2)), one.post('take', 'case', take(3))])
    await vi.waitFor(() => expect([one.snapshot(), two.snapshot()]).toEqual([[], []]))
    expect(send.mock.calls.map((call) => framesOf((call as unknown as [Write])[0]).frames).sort()).toEqual([1, 2, 3])
  })

  it('of an earlier version are taken over and leave their old place', async () => {
    localStorage.setItem('nightfrost-takes', JSON.stringify([{ key: 'old', group: 'case', body: take(7) }]))
    localStorage.setItem('nightfrost-steps', 'garbage')
    await takeOverOlderKeeping()
    const send = vi.fn(done)
    await new Queue(send).start(() => {})
    expect(send).toHaveBeenCalledWith({ sort: 'take', caseId: 'case', key: 'old', body: take(7) })
    expect(localStorage).toHaveLength(0)
  })
})

async function everythingOnTheDevice() {
  const db = await new Promise<IDBDatabase>((resolve) => {
    const request = indexedDB.open('nightfrost')
    request.onsuccess = () => resolve(request.result)
  })
  const all = await new Promise<unknown[]>((resolve) => {
    const request = db.transaction('writes').objectStore('writes').getAll()
    request.onsuccess = () => resolve(request.result as unknown[])
  })
  db.close()
  return all.map((kept) => {
    const { owner, sealed } = kept as { owner: string; sealed: ArrayBuffer }
    return { owner, sealed: new TextDecoder('latin1').decode(sealed) }
  })
}
