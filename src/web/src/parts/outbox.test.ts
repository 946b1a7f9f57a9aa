import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { RefusedError } from '../api/client'
import { Outbox, type Waiting } from './outbox'

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

describe('entries while the connection is down', () => {
  beforeEach(() => {
    vi.useFakeTimers()
    localStorage.clear()
  })
  afterEach(() => vi.useRealTimers())

  it('are kept and sent later with the same key', async () => {
    const send = vi.fn<(entry: Waiting<string>) => Promise<string>>()
    send.mockRejectedValueOnce(refused(0)).mockResolvedValue('ok')
    const sent = vi.fn()
    const outbox = new Outbox<string, string>('box', send, sent)
    expect(await outbox.post('case', 'take')).toBeNull()
    expect(localStorage.getItem('box')).toContain('take')
    await vi.advanceTimersByTimeAsync(4100)
    expect(send.mock.calls[1]?.[0].key).toBe(send.mock.calls[0]?.[0].key)
    expect(sent).toHaveBeenCalledOnce()
    expect(outbox.snapshot()).toEqual([])
  })

  it('survive a reload and wait until somebody is signed in', async () => {
    localStorage.setItem('box', JSON.stringify([{ key: 'k', group: 'case', body: 'take' }]))
    const send = vi.fn(async () => 'ok')
    const outbox = new Outbox<string, string>('box', send, () => {})
    expect(outbox.snapshot()).toHaveLength(1)
    await vi.advanceTimersByTimeAsync(10_000)
    expect(send).not.toHaveBeenCalled()
    outbox.start()
    await vi.advanceTimersByTimeAsync(10)
    expect(send).toHaveBeenCalledOnce()
  })

  it.each([
    [401, 'urn:nightfrost:sign-in'],
    [400, 'urn:nightfrost:token'],
  ])('are kept when the sign-in or its token has run out (%i)', async (status, type) => {
    const send = vi.fn<(entry: Waiting<string>) => Promise<string>>()
    send.mockRejectedValueOnce(refused(status, type)).mockResolvedValue('ok')
    const outbox = new Outbox<string, string>('box', send, () => {})
    expect(await outbox.post('case', 'take')).toBeNull()
    expect(outbox.snapshot()).toHaveLength(1)
    await vi.advanceTimersByTimeAsync(4100)
    expect(outbox.snapshot()).toEqual([])
  })

  it('stay in sight with the reason when the service will not take them later, and do not block the rest', async () => {
    const send = vi.fn<(entry: Waiting<string>) => Promise<string>>()
    send.mockRejectedValueOnce(refused(0)).mockRejectedValueOnce(refused(0)).mockRejectedValueOnce(refused(409)).mockResolvedValue('ok')
    const outbox = new Outbox<string, string>('box', send, () => {})
    await outbox.post('case', 'first')
    await outbox.post('case', 'second')
    await vi.advanceTimersByTimeAsync(4100)
    expect(outbox.snapshot().map((w) => [w.body, w.refused])).toEqual([['first', 'Refused. Another rig was chosen.']])
    expect(localStorage.getItem('box')).toContain('first')
    const key = outbox.snapshot()[0]?.key ?? ''
    outbox.again(key)
    await vi.advanceTimersByTimeAsync(10)
    expect(outbox.snapshot()).toEqual([])
    expect(send.mock.calls.at(-1)?.[0].key).not.toBe(key)
  })

  it('are not kept when the service refuses them at once', async () => {
    const outbox = new Outbox<string, string>(
      'box',
      () => Promise.reject(refused(400)),
      () => {},
    )
    await expect(outbox.post('case', 'take')).rejects.toThrow()
    expect(outbox.snapshot()).toEqual([])
  })
})
