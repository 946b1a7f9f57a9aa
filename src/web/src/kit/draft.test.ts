import { describe, expect, it } from 'vitest'
import { blank, complete, copyOf, fieldWords, newLink, volumeOf, withRole, withVolume } from './draft'
import { readNumbers } from './LinksForm'

describe('a device as the form edits it', () => {
  it('leaves nothing unsaid and changes nothing that was said', () => {
    const said = {
      id: 'a',
      name: 'A',
      maker: 'M',
      role: 'receiver' as const,
      form: 'earbuds' as const,
      price: 3,
      pricedOn: '2026-10-02',
      app: 'one',
    }
    expect(complete(said)).toMatchObject({ ...said, links: [], ports: [], gestures: [] })
    expect(complete(said).power.pairingSurvivesPowerLoss).toBe('notYet')
  })

  it('takes up what was kept while two answers were ticks', () => {
    const kept = (charging: unknown, memory: unknown) =>
      complete({
        ...blank('2026-11-25'),
        power: { ...blank('2026-11-25').power, worksWhileCharging: charging, pairingSurvivesPowerLoss: memory } as never,
      }).power
    expect(kept(true, true)).toMatchObject({ worksWhileCharging: 'yes', pairingSurvivesPowerLoss: 'yes' })
    expect(kept(false, false)).toMatchObject({ worksWhileCharging: 'notYet', pairingSurvivesPowerLoss: 'no' })
    expect(kept('no', 'notYet')).toMatchObject({ worksWhileCharging: 'no', pairingSurvivesPowerLoss: 'notYet' })
  })

  it('copies without its id and without its retirement', () => {
    const copy = copyOf({ ...blank('2026-11-25'), id: 'a', name: 'A', retiredOn: '2026-11-01' })
    expect(copy).toMatchObject({ id: '', name: 'A (copy)', retiredOn: null })
  })

  it('keeps a form only for what is worn', () => {
    const worn = withRole(blank('2026-11-25'), 'receiver')
    expect(worn.form).toBe('overEar')
    expect(withRole(worn, 'adapter').form).toBe('none')
  })

  it.each(['own', 'follows', 'fixed'] as const)('says %s loudness with its two facts', (volume) => {
    expect(volumeOf(withVolume(blank('2026-11-25'), volume))).toBe(volume)
  })

  it('starts a Bluetooth link with the codec every device must have', () => {
    expect(newLink('bluetoothClassic', true).codecs.map((c) => c.class)).toEqual(['sbc'])
    expect(newLink('leAudioBroadcast', true).codecs.map((c) => c.class)).toEqual(['lc3'])
    expect(newLink('infraredAnalogue', true).onAxisRangeM).toBeGreaterThan(0)
  })

  it('names a field as a person would', () => {
    expect(fieldWords('links[0].listenersAtOnce')).toBe('Link 1, listeners at once')
    expect(fieldWords('ports')).toBe('Ports')
    expect(fieldWords('cautions[2]')).toBe('Caution 3')
  })

  it('reads whole numbers between commas, and nothing else', () => {
    expect(readNumbers('1, 2 3')).toEqual([1, 2, 3])
    expect(readNumbers('')).toEqual([])
    expect(readNumbers('1, x')).toBeNull()
  })
})
