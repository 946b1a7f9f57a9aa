import { cleanup, fireEvent, render, screen, within } from '@testing-library/react'
import { afterEach, beforeAll, describe, expect, it, vi } from 'vitest'
import type { Schema } from '../api/client'
import { emptySocket } from './lookEdits'
import { SocketWall } from './SocketWall'

afterEach(cleanup)
beforeAll(() => {
  Element.prototype.scrollIntoView = () => {}
})

const facts = (kind: Schema['SocketKind'], words: string, signals: Schema['Signal'][]): Schema['SocketFacts'] =>
  ({
    kind,
    words,
    signals,
    connector: 'opticalSquare',
    stageId: 'digital-out',
    digital: true,
    silencesSpeakers: false,
    meaning: '',
    hint: `Where ${words} is.`,
  }) as Schema['SocketFacts']
const wall = [facts('opticalSquare', 'Optical', ['spdifPcm']), facts('phonoPair', 'Red and white', ['analogueLine'])]
const optical = { ...emptySocket('opticalSquare', []), state: 'free' as const, marking: 'DIGITAL OUT' }

const show = (sockets: Schema['SourcePort'][], change: Partial<Parameters<typeof SocketWall>[0]> = {}) => {
  const onChange = vi.fn()
  render(
    <SocketWall
      facts={wall}
      sockets={sockets}
      meanings={[{ socketId: optical.id, use: 'output', taken: '', sentence: 'Digital, fixed level.' }]}
      problems={[]}
      asked={null}
      roomSpeakers={[]}
      onChange={onChange}
      {...change}
    />,
  )
  return onChange
}
const rowOf = (name: string) => within(screen.getByRole('listitem', { name }))

describe('the socket wall', () => {
  it('asks of a radio what radios have, and not what is printed beside it', () => {
    const link = { ...facts('platformSpeakers', 'Link to its own speakers', []), isRadio: true, connector: null }
    const found = { ...emptySocket('platformSpeakers', []), state: 'free' as const }
    const onChange = show([found], { facts: [link], meanings: [] })
    expect(rowOf('Link to its own speakers').getByText('built in')).toBeTruthy()
    fireEvent.click(screen.getByRole('button', { name: 'facts: Link to its own speakers' }))
    expect(screen.queryByLabelText('Printed beside it')).toBeNull()
    expect(screen.queryByRole('button', { name: /^Another/ })).toBeNull()
    fireEvent.change(screen.getByLabelText('Make its speakers must be of'), { target: { value: 'Harbour' } })
    expect(onChange).toHaveBeenCalledWith([expect.objectContaining({ speakerFamily: 'Harbour' })])
  })

  it('shows every kind of socket, the ones seen with what they mean, the others with where to look', () => {
    show([optical])
    expect(rowOf('Optical').getByText('Digital, fixed level.')).toBeTruthy()
    expect(rowOf('Optical').getByText('DIGITAL OUT')).toBeTruthy()
    expect(rowOf('Red and white').getByText('Where Red and white is.')).toBeTruthy()
    expect(rowOf('Red and white').getByText('not seen')).toBeTruthy()
  })

  it('adds a socket to the look when it is found', () => {
    const onChange = show([optical])
    fireEvent.click(rowOf('Red and white').getByRole('button', { name: 'free' }))
    expect(onChange).toHaveBeenCalledWith([optical, expect.objectContaining({ kind: 'phonoPair', state: 'free' })])
  })

  it('opens the facts and asks what takes a socket that is taken', () => {
    const onChange = show([optical])
    fireEvent.click(rowOf('Optical').getByRole('button', { name: 'taken' }))
    expect(onChange).toHaveBeenCalledWith([expect.objectContaining({ state: 'taken' })])
    expect(rowOf('Optical').getByText('Printed beside it', { selector: 'label' })).toBeTruthy()
  })

  it('marks an input with a cross and a word, never by colour alone', () => {
    show([optical], { meanings: [{ socketId: optical.id, use: 'input', taken: '', sentence: 'An input. No sound comes out here.' }] })
    expect(rowOf('Optical').getByText(/An input/).textContent).toContain('×')
  })

  it('opens the row that a question asks for', () => {
    show([optical], { asked: { field: 'set.sockets[0].pcm' } })
    expect(rowOf('Optical').getByText('Can send PCM')).toBeTruthy()
    expect(rowOf('Red and white').queryByText('Can send PCM')).toBeNull()
  })

  it.each(['marking', 'takenBy'])('says at its own field what cannot be right: %s', (field) => {
    show([{ ...optical, state: 'taken', takenBy: 'the bar' }], {
      asked: { field: 'set.sockets[0].marking' },
      problems: [{ field: `set.sockets[0].${field}`, reason: '500 characters are more than 120.', remedy: 'Shorten it.' }],
    })
    expect(rowOf('Optical').getAllByText('500 characters are more than 120. Shorten it.')).toHaveLength(1)
  })
})
