import { cleanup, fireEvent, render, screen } from '@testing-library/react'
import { afterEach, describe, expect, it, vi } from 'vitest'
import type { Schema } from '../api/client'
import { ProofLine } from './ProofLine'

afterEach(cleanup)

const steps = ['turn-down', 'lead-1', 'together-a-room'].map(
  (id) => ({ step: { id }, outcome: 'open', note: '', aheadBecause: '', beforeId: null }) as unknown as Schema['StepState'],
)
const proof: Schema['Proof'] = { verdict: 'proven', steps: 3, minutes: 1, failsAt: null, problems: [], doubts: [], notSimulated: [] }
const show = (change: Partial<Schema['Proof']>) => {
  const onPick = vi.fn()
  render(<ProofLine proof={{ ...proof, ...change }} holds="All three do what they say." steps={steps} onPick={onPick} />)
  return onPick
}

describe('what simulated devices say of a sheet', () => {
  it('says that all of it holds, and how long the hands take', () => {
    show({})
    expect(screen.getByText(/All three do what they say\. Hands on for about one minute\.$/)).toBeTruthy()
  })

  it('names what nobody knows and leads to the step that shows it', () => {
    const onPick = show({
      verdict: 'provenBut',
      doubts: [{ words: 'Optical may silence the room', askedAt: 'together-a-room', thenFails: 'The room is silent.' }],
    })
    fireEvent.click(screen.getByRole('button', { name: 'Step 3 shows it' }))
    expect(onPick).toHaveBeenCalledExactlyOnceWith('together-a-room')
  })

  it('says what a step has shown', () => {
    const shown = steps.map((s) => (s.step.id === 'together-a-room' ? { ...s, outcome: 'notAsExpected' as const } : s))
    const doubts = [{ words: 'Optical may silence the room', askedAt: 'together-a-room', thenFails: 'The room is silent.' }]
    render(<ProofLine proof={{ ...proof, verdict: 'provenBut', doubts }} holds="" steps={shown} />)
    expect(screen.getByRole('button', { name: 'Step 3 has shown it' })).toBeTruthy()
  })

  it('names the step that goes otherwise, and why', () => {
    const onPick = show({ verdict: 'fails', failsAt: 'lead-1', problems: ['A cap is on the optical lead.'] })
    expect(screen.getByText(/A cap is on the optical lead\./)).toBeTruthy()
    fireEvent.click(screen.getByRole('button', { name: 'Step 2' }))
    expect(onPick).toHaveBeenCalledExactlyOnceWith('lead-1')
  })

  it('never calls proven what was not carried out', () => {
    show({ verdict: 'notCarriedOut', notSimulated: ['the aids’ own radio', 'zone 2'] })
    const said = screen.getByRole('region', { name: 'Carried out beforehand' }).textContent
    expect(said).toBe('Not carried out beforehand. No simulated device stands for the aids’ own radio and zone 2 yet.')
  })
})
