import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Schema } from '../api/client'
import { Manual } from './Manual'

const kept: Schema['ManualView'] = {
  about: 'device-pass-two',
  fileName: 'pass two.pdf',
  size: 1_240_000,
  addedAt: '2026-11-25T10:00:00Z',
  version: 2,
}
let manuals: Schema['ManualView'][]
let sent: { method: string; path: string }[]

// The service as far as it is asked here; the last answer can be made a refusal.
let refuse: Partial<Schema['FieldProblem']> | null
const serve = vi.fn(async (input: Request | string | URL) => {
  const request = input instanceof Request ? input : new Request(input)
  const path = decodeURIComponent(new URL(request.url).pathname)
  if (request.method === 'GET') return Response.json(manuals)
  sent.push({ method: request.method, path })
  if (refuse) return Response.json({ title: 'Something cannot be right.', problems: [{ field: 'file', ...refuse }] }, { status: 400 })
  manuals = request.method === 'DELETE' ? [] : [kept]
  return request.method === 'PUT' ? Response.json(kept) : new Response(null, { status: 204 })
})

vi.mock('../api/client', async (original) => {
  const client = await original<typeof import('../api/client')>()
  const { default: createClient } = await import('openapi-fetch')
  return { ...client, api: createClient({ baseUrl: 'http://service.test', fetch: (request: Request) => serve(request) }) }
})

beforeEach(() => {
  manuals = []
  sent = []
  refuse = null
})
afterEach(cleanup)

const show = () =>
  render(
    <QueryClientProvider client={new QueryClient()}>
      <Manual about="device-pass-two" of="Pass Two box" />
    </QueryClientProvider>,
  )

describe('the manual of a thing', () => {
  it('is added as the file it is', async () => {
    show()
    await screen.findByRole('button', { name: 'Add its file: the manual of Pass Two box' })
    fireEvent.change(screen.getByLabelText('Manual of Pass Two box'), { target: { files: [new File(['%PDF-1.7'], 'pass two.pdf')] } })
    await screen.findByText('pass two.pdf, 1.2 MB')
    expect(sent).toEqual([{ method: 'PUT', path: '/api/manuals/device-pass-two' }])
  })

  it('is saved to the phone by a link, not opened in the page', async () => {
    manuals = [kept]
    show()
    const link = await screen.findByRole('link', { name: 'Save to this device: the manual of Pass Two box' })
    expect(link.getAttribute('href')).toBe('/api/manuals/device-pass-two')
    expect(link.getAttribute('download')).toBe('pass two.pdf')
  })

  it('is taken away by its own button', async () => {
    manuals = [kept]
    show()
    fireEvent.click(await screen.findByRole('button', { name: 'Take away: the manual of Pass Two box' }))
    await screen.findByRole('button', { name: 'Add its file: the manual of Pass Two box' })
    expect(sent).toEqual([{ method: 'DELETE', path: '/api/manuals/device-pass-two' }])
  })

  it('says what is wrong with a file that cannot be kept', async () => {
    refuse = { reason: 'It is no PDF, picture or plain text.', remedy: 'Choose a PDF.' }
    show()
    await screen.findByRole('button', { name: /Add its file/ })
    fireEvent.change(screen.getByLabelText('Manual of Pass Two box'), { target: { files: [new File(['PK'], 'manual.zip')] } })
    await waitFor(() => expect(screen.getByText(/It is no PDF, picture or plain text\./)).toBeTruthy())
    expect(screen.queryByText(/manual\.zip/)).toBeNull()
  })
})
