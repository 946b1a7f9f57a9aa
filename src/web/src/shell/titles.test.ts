import { describe, expect, it } from 'vitest'
import { titleOf } from './titles'

describe('the title of a page', () => {
  it.each([
    ['/cases', 'Cases · Nightfrost'],
    ['/cases/0193/look', 'Look · Nightfrost'],
    ['/cases/0193/hand-over', 'Hand over · Nightfrost'],
    ['/cases/0193', 'Cases · Nightfrost'],
    ['/kit/duo-low', 'Kit · Nightfrost'],
    ['/packing/2026-12-02', 'Packing · Nightfrost'],
    ['/no/such/place', 'Nightfrost'],
  ])('of %s names the screen alone', (path, title) => expect(titleOf(path, true)).toBe(title))

  it('says nothing of where somebody was once they are signed out', () =>
    expect(titleOf('/cases/0193/look', false)).toBe('Sign in · Nightfrost'))
})
