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
const fresh: Draft = { ticks: [], note: null, codec: null, failing: false, ahead: null }

const show = (draft: Draft, state: Partial<Schema['StepState']> = {}, ready = false, before?: { words: string; onGo: () => void }) => {
  const onDraft = vi.fn()
  const onTell = vi.fn()
  render(
    <StepCard
      state={{ step, outcome: 'open', note: '', aheadBecause: '', beforeId: null, recovery: null, ...state }}
      draft={draft}
      ready={ready}
      before={before}
      onDraft={onDraft}
      onTell={onTell}
    />,
  )
  return { onDraft, onTell }
}

describe('one step', () => {
  it('shows place, action, what to see and its caution', () => {
    show(fresh)
    for (const words of ['At the set', step.action, 'a click', 'Lay the lead clear of where people walk.'])
      expect(screen.getByText(words)).toBeTruthy()
  })

  it('says what to do now where it went otherwise, with what happened since', () => {
    const again = [
      { stepId: 'pair-box', place: 'At the Lounge box', words: 'Hold the round button for 5 s' },
      { stepId: 'lead-1', place: step.place, words: step.action },
    ]
    show(fresh, { outcome: 'notAsExpected', recovery: { since: ['The box stops waiting for a partner.'], again } })
    expect(screen.getByText(/The box stops waiting for a partner\./)).toBeTruthy()
    expect(screen.getAllByRole('listitem').map((item) => item.textContent)).toEqual([
      'At the Lounge box: Hold the round button for 5 s. Go there',
      `${step.place}: ${step.action}`,
    ])
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

  it('asks why it goes ahead of one that is still open, and keeps the reason in sight', () => {
    const { onDraft } = show({ ...fresh, ticks: step.ticks ?? [] }, {}, false, { words: 'Ask what warns each listener', onGo: vi.fn() })
    expect(screen.getByText(/Still open before it: Ask what warns each listener/)).toBeTruthy()
    fireEvent.change(screen.getByLabelText('Why this one goes ahead'), { target: { value: 'nobody at home yet' } })
    expect(onDraft).toHaveBeenCalledWith({ ...fresh, ticks: step.ticks, ahead: 'nobody at home yet' })
    cleanup()
    show(fresh, { outcome: 'asExpected', aheadBecause: 'nobody at home yet' }, true)
    expect(screen.getByText('Ahead of its turn: nobody at home yet')).toBeTruthy()
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
