import { cleanup, fireEvent, render, screen } from '@testing-library/react'
import { afterEach, describe, expect, it, vi } from 'vitest'
import type { Schema } from '../api/client'
import { StepCard, type Draft } from './StepCard'

afterEach(cleanup)

const step: Schema['Step'] = {
  id: 'lead-1',
  phase: 'wire',
  place: 'At the set',
  action: 'Optical lead: from the set to the box',
  detail: '',
  expect: 'a click',
  caution: 'Lay the lead clear of where people walk.',
  ticks: ['Cap off at the set’s end', 'Cap off at the box’s end'],
}
const fresh: Draft = { ticks: [], note: null, codec: null, failing: false }

const show = (draft: Draft, state: Partial<Schema['StepState']> = {}, ready = false) => {
  const onDraft = vi.fn()
  const onTell = vi.fn()
  render(<StepCard state={{ step, outcome: 'open', note: '', ...state }} draft={draft} ready={ready} onDraft={onDraft} onTell={onTell} />)
  return { onDraft, onTell }
}

describe('one step', () => {
  it('shows place, action, what to see and its caution', () => {
    show(fresh)
    for (const words of ['At the set', step.action, 'a click', 'Lay the lead clear of where people walk.'])
      expect(screen.getByText(words)).toBeTruthy()
  })

  it('waits for every tick', () => {
    const { onDraft } = show(fresh)
    expect(screen.getByRole('button', { name: 'As expected' })).toHaveProperty('disabled', true)
    expect(screen.getByText('Tick each line first.')).toBeTruthy()
    fireEvent.click(screen.getByLabelText('Cap off at the set’s end'))
    expect(onDraft).toHaveBeenCalledWith({ ...fresh, ticks: ['Cap off at the set’s end'] })
  })

  it('is told as expected once it is ready', () => {
    const { onTell } = show({ ...fresh, ticks: step.ticks ?? [] }, {}, true)
    fireEvent.click(screen.getByRole('button', { name: 'As expected' }))
    expect(onTell).toHaveBeenCalledWith('asExpected')
  })

  it('asks what happened before it is told as not expected', () => {
    const first = show(fresh)
    fireEvent.click(screen.getByRole('button', { name: 'Not as expected' }))
    expect(first.onDraft).toHaveBeenCalledWith({ ...fresh, failing: true })
    expect(first.onTell).not.toHaveBeenCalled()
    cleanup()
    const { onTell } = show({ ...fresh, failing: true, note: 'no click' })
    expect(screen.getByLabelText('What happened instead')).toHaveProperty('value', 'no click')
    fireEvent.click(screen.getByRole('button', { name: 'Keep the note' }))
    expect(onTell).toHaveBeenCalledWith('notAsExpected')
  })

  it('can be taken back when it is done', () => {
    const { onTell } = show(fresh, { outcome: 'asExpected' }, true)
    fireEvent.click(screen.getByRole('button', { name: 'Take back' }))
    expect(onTell).toHaveBeenCalledWith('open')
  })

  it('says when the codec read is not the one planned, and keeps what was read', () => {
    const swift = { class: 'vendorLowLatency', mark: 'Swift', words: 'vendor low-latency (Swift)' } as const
    const sbc = { class: 'sbc', mark: '', words: 'SBC' } as const
    const state = { step: { ...step, ticks: [], expect: swift.words, codecs: [swift, sbc] } }
    show({ ...fresh, codec: swift }, state, true)
    expect(screen.getByRole('button', { name: 'As expected' })).toBeTruthy()
    expect(screen.queryByText('Not what was planned')).toBeNull()
    cleanup()
    const { onTell } = show({ ...fresh, codec: sbc }, state, true)
    expect(screen.getByText('Not what was planned')).toBeTruthy()
    fireEvent.click(screen.getByRole('button', { name: 'Keep: SBC' }))
    expect(onTell).toHaveBeenCalledWith('asExpected')
  })
})
