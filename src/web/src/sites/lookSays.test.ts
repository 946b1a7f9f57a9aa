import { describe, expect, it } from 'vitest'
import type { Schema } from '../api/client'
import { byThing } from './byThing'
import { emptySocket, newListener } from './lookEdits'
import { headline, nextThing, partOf, said } from './lookSays'
import { partSince, sinceOf } from './since'

const bare = {
  set: {
    model: '',
    pictureMode: 'standard',
    speakersCanBeOff: 'notYet',
    mainsOutletsFree: 0,
    soundOutputMenu: '',
    sockets: [],
    delaySettings: [],
    ownProgrammesWatched: true,
    allSocketsSeen: false,
  },
  listeners: [],
  owned: [],
} as Schema['Look']
const optical = { ...emptySocket('opticalSquare', []), state: 'free' as const }
const facts = [
  { kind: 'opticalSquare', words: 'Optical' },
  { kind: 'headphone35', words: 'Headphone, 3.5 mm' },
] as Schema['SocketFacts'][]
const edda = { ...newListener([]), name: 'Edda', receiverId: 'ear', roomWish: 'roomHearsToo' as const }
const saysOf = (look: Schema['Look']) => said(look, facts, [], [{ id: 'ear', name: 'Fulmer headset' }])

describe('what a folded part of the look says', () => {
  it('says of each empty part that it is empty, and never that something is not there', () => {
    const says = saysOf(bare)
    expect(says.people).toEqual({ words: 'nobody yet', filled: false })
    expect(says.wall).toEqual({ words: 'nobody has looked yet', filled: false })
    expect(says.watched.words).toBe('the set’s own programmes')
    expect(says.air.words).toBe('router not known; region not said')
    expect(says.set.words).toBe('model not read')
  })

  it('says who listens, at what distance, with what and with which wish', () => {
    expect(saysOf({ ...bare, listeners: [edda] }).people.words.replaceAll('\u00a0', ' ')).toBe(
      'Edda, 2.5 m, Fulmer headset, the room hears too',
    )
  })

  it('names each socket by itself, whatever commas stand in its name', () => {
    const headphone = { ...emptySocket('headphone35', []), state: 'free' as const }
    const both = { ...bare, set: { ...bare.set, sockets: [optical, headphone] } }
    expect(saysOf(both).wall.words).toBe('Optical; Headphone, 3.5 mm; not all looked for')
  })

  it('tells sockets all looked for from sockets not all looked for', () => {
    const some = { ...bare, set: { ...bare.set, sockets: [optical] } }
    expect(saysOf(some).wall).toEqual({ words: 'Optical; not all looked for', filled: false })
    expect(saysOf({ ...some, set: { ...some.set, allSocketsSeen: true } }).wall).toEqual({ words: 'Optical; that is all', filled: true })
  })
})

describe('the next one thing', () => {
  it('follows the order of the work and ends when a rig can be chosen', () => {
    const steps: Schema['Look'][] = [bare]
    const then = (change: (look: Schema['Look']) => Schema['Look']) => steps.push(change(steps[steps.length - 1]!))
    then((l) => ({ ...l, listeners: [edda] }))
    then((l) => ({ ...l, set: { ...l.set, sockets: [optical] } }))
    then((l) => ({ ...l, set: { ...l.set, allSocketsSeen: true } }))
    then((l) => ({ ...l, region: 'europe' }))
    then((l) => ({ ...l, set: { ...l.set, model: 'LQ 55-8' } }))
    expect(steps.map((l) => nextThing(l)?.part ?? null)).toEqual(['people', 'wall', 'wall', 'air', 'set', null])
  })

  it('is the back of a source where that one alone is watched', () => {
    const decoder = { id: 'd', name: 'decoder', kind: 'setTopBox', watched: true, sockets: [] } as unknown as Schema['SoundSource']
    const alone: Schema['Look'] = { ...bare, listeners: [edda], sources: [decoder], set: { ...bare.set, ownProgrammesWatched: false } }
    expect(nextThing(alone)).toEqual({ words: 'Look over the back of the decoder too.', part: 'watched' })
    expect(nextThing({ ...alone, sources: [{ ...decoder, sockets: [optical] }] })?.part).toBe('wall')
    expect(nextThing({ ...alone, set: { ...bare.set, ownProgrammesWatched: true } })?.part).toBe('wall')
  })

  it.each([
    ['listeners[0].seat', 'air'],
    ['listeners[1].roams[0].way', 'air'],
    ['listeners[0].implant', 'people'],
    ['sources[0].network', 'watched'],
    ['set.sockets[2].pcm', 'wall'],
    ['set.sockets.opticalSquare', 'wall'],
    ['liveTogether.a.b', 'wall'],
    ['set.speakersCanBeOff', 'set'],
    ['region', 'air'],
  ])('a question about %s leads to the part %s', (field, part) => expect(partOf(field)).toBe(part))

  it('has the verdict for its headline', () => {
    expect(headline(bare, [])).toBe('Who listens here?')
    expect(headline({ ...bare, listeners: [edda] }, [])).toBe('One listener: what is behind the set?')
    const seen = { ...bare, listeners: [edda], set: { ...bare.set, sockets: [optical] } }
    expect(headline(seen, [{ socketId: optical.id, use: 'output', taken: '', sentence: '' }])).toBe('One listener, one way out of the set')
  })
})

describe('what earlier cases found out', () => {
  const look = {
    ...bare,
    knownBefore: [
      { about: 'socket:optical', since: '2026-05-01' },
      { about: 'socket:usb', since: '2026-03-02' },
      { about: 'menu', since: '2026-03-02' },
    ],
  }
  it('says since when, for each fact and for a whole part', () => {
    expect(sinceOf(look, 'socket:usb')).toBe('2026-03-02')
    expect(sinceOf(look, 'wall:w')).toBeNull()
    expect(partSince(look, 'wall')).toBe('known since 2 Mar 2026 to 1 May 2026')
    expect(partSince(look, 'set')).toBe('known since 2 Mar 2026')
    expect(partSince(look, 'people')).toBe('')
  })
})

describe('questions', () => {
  it('about one thing are one, where its most decisive stands', () => {
    const ask = (about: string, field: string) =>
      ({ about, field, words: '', effect: '', weight: 1, decides: true }) as Schema['OpenQuestion']
    const things = byThing([ask('Optical', 'a'), ask('Edda', 'b'), ask('Optical', 'c')])
    expect(things.map((t) => [t.about, t.questions.map((q) => q.field)])).toEqual([
      ['Optical', ['a', 'c']],
      ['Edda', ['b']],
    ])
  })
})
