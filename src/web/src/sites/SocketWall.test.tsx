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
      onChange={(update) => onChange(update(sockets))}
      {...change}
    />,
  )
  return onChange
}
const tile = (name: string) => screen.getByRole('button', { name })
const panel = (name: string) => within(screen.getByRole('region', { name: `${name}, facts` }))

describe('the socket wall', () => {
  it('shows every sort of socket as a tile, and what the first one seen means beside them', () => {
    show([optical])
    expect(tile('Optical free (DIGITAL OUT)')).toBeTruthy()
    expect(tile('Red and white not looked')).toBeTruthy()
    expect(panel('Optical').getByText('Digital, fixed level.')).toBeTruthy()
    expect(panel('Optical').getByText('free · DIGITAL OUT')).toBeTruthy()
  })

  it('adds a socket to the look with one tap, and says where to look for one that is not there yet', () => {
    const onChange = show([optical])
    fireEvent.focus(tile('Red and white not looked'))
    expect(panel('Red and white').getByText('Where Red and white is.')).toBeTruthy()
    fireEvent.click(tile('Red and white not looked'))
    expect(onChange).toHaveBeenCalledWith([optical, expect.objectContaining({ kind: 'phonoPair', state: 'free' })])
  })

  it.each([
    ['notLooked', 'free', false],
    ['free', 'taken', false],
    ['taken', 'notThere', false],
    ['notThere', 'notLooked', false],
    ['notLooked', 'free', true],
    ['notThere', 'free', true],
    ['taken', 'notThere', true],
  ] as const)('a tap takes %s to %s, all seen: %s', (from, to, allSeen) => {
    const onChange = show([{ ...optical, state: from }], { allSeen })
    fireEvent.click(screen.getByRole('button', { name: /^Optical/ }))
    expect(onChange).toHaveBeenCalledWith([{ ...optical, state: to }])
  })

  it('tells not looked from not there, and one tick says that it is all there is', () => {
    const onAllSeen = vi.fn()
    show([optical, { ...emptySocket('phonoPair', [optical]), state: 'notThere' }], { onAllSeen })
    expect(tile('Red and white not there')).toBeTruthy()
    fireEvent.click(screen.getByRole('checkbox', { name: /That is all there is/ }))
    expect(onAllSeen).toHaveBeenCalledWith(true)
    cleanup()
    show([optical], { allSeen: true, onAllSeen })
    expect(tile('Red and white not there')).toBeTruthy()
  })

  it('keeps what was typed of a socket through every state', () => {
    let sockets: Schema['SourcePort'][] = [optical]
    for (let i = 0; i < 4; i++) {
      const onChange = show(sockets)
      fireEvent.click(screen.getByRole('button', { name: /^Optical/ }))
      sockets = onChange.mock.calls[0]![0] as Schema['SourcePort'][]
      cleanup()
    }
    expect(sockets).toEqual([optical])
  })

  it('loses no tap that comes before the wall is drawn anew', () => {
    let now: Schema['SourcePort'][] = []
    render(
      <SocketWall
        facts={wall}
        sockets={[]}
        meanings={[]}
        problems={[]}
        asked={null}
        roomSpeakers={[]}
        onChange={(update) => {
          now = update(now)
        }}
      />,
    )
    for (const name of ['Optical not looked', 'Red and white not looked', 'Optical not looked']) fireEvent.click(tile(name))
    expect(now.map((socket) => [socket.kind, socket.state])).toEqual([
      ['opticalSquare', 'taken'],
      ['phonoPair', 'free'],
    ])
  })

  it('asks of a radio what radios have, and not what is printed beside it', () => {
    const link = { ...facts('platformSpeakers', 'Link to its own speakers', []), isRadio: true, connector: null }
    const found = { ...emptySocket('platformSpeakers', []), state: 'free' as const }
    const onChange = show([found], { facts: [link], meanings: [] })
    expect(panel('Link to its own speakers').getByText('free · built in')).toBeTruthy()
    expect(screen.queryByLabelText('Printed beside it')).toBeNull()
    expect(screen.queryByRole('button', { name: /^Another/ })).toBeNull()
    fireEvent.change(screen.getByLabelText('Make its speakers must be of'), { target: { value: 'Harbour' } })
    expect(onChange).toHaveBeenCalledWith([expect.objectContaining({ speakerFamily: 'Harbour' })])
  })

  it('asks what takes a socket that is taken', () => {
    show([{ ...optical, state: 'taken' }])
    expect(panel('Optical').getByLabelText('Taken by')).toBeTruthy()
  })

  it('marks an input with a cross and a word, never by colour alone', () => {
    show([optical], { meanings: [{ socketId: optical.id, use: 'input', taken: '', sentence: 'An input. No sound comes out here.' }] })
    expect(panel('Optical').getByText(/An input/).textContent).toContain('×')
  })

  it('says since when a socket is known from an earlier case', () => {
    show([optical], { sinceOf: (id) => (id === optical.id ? '2026-03-02' : null) })
    expect(panel('Optical').getByText('free · DIGITAL OUT · known since 2 Mar 2026')).toBeTruthy()
  })

  it('turns to the socket that a question asks for, entered or not', () => {
    const pair = { ...emptySocket('phonoPair', [optical]), state: 'free' as const }
    show([optical, pair], { asked: { field: 'set.sockets[1].marking' } })
    expect(panel('Red and white')).toBeTruthy()
    cleanup()
    show([optical], { asked: { field: 'set.sockets.phonoPair' } })
    expect(panel('Red and white')).toBeTruthy()
  })

  it.each(['marking', 'takenBy'])('says at its own field what cannot be right: %s', (field) => {
    show([{ ...optical, state: 'taken', takenBy: 'the bar' }], {
      problems: [{ field: `set.sockets[0].${field}`, reason: '500 characters are more than 120.', remedy: 'Shorten it.' }],
    })
    expect(panel('Optical').getAllByText('500 characters are more than 120. Shorten it.')).toHaveLength(1)
  })
})
