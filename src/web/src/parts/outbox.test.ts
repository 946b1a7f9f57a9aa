import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { RefusedError } from '../api/client'
import { Outbox, type Waiting } from './outbox'

const refused = (status: number) =>
  new RefusedError({ type: '', title: '', detail: '', status, problems: [], changes: [], currentVersion: null })

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

  it('survive a reload of the page', async () => {
    localStorage.setItem('box', JSON.stringify([{ key: 'k', group: 'case', body: 'take' }]))
    const send = vi.fn(async () => 'ok')
    const outbox = new Outbox<string, string>('box', send, () => {})
    expect(outbox.snapshot()).toHaveLength(1)
    await vi.advanceTimersByTimeAsync(10)
    expect(send).toHaveBeenCalledOnce()
  })

  it('are not kept when the service refuses them', async () => {
    const outbox = new Outbox<string, string>(
      'box',
      () => Promise.reject(refused(400)),
      () => {},
    )
    await expect(outbox.post('case', 'take')).rejects.toThrow()
    expect(outbox.snapshot()).toEqual([])
  })
})
