import { cleanup, fireEvent, render, screen } from '@testing-library/react'
import { afterEach, beforeAll, describe, expect, it, vi } from 'vitest'
import type { Schema } from '../api/client'
import { StripDrawing } from './StripDrawing'

const strip: Schema['SightStrip'] = {
  listenerId: 'agnes',
  listener: 'Agnes',
  place: 'kitchenette',
  distanceM: 6,
  wallsEntered: true,
  walls: [{ wallId: 'brick', name: 'kitchen wall', material: 'brick', atM: 3, lossDb: 8 }],
  bodies: 0,
  ends: [],
  soundAfterMs: 17.5,
}

beforeAll(() => {
  Object.defineProperty(HTMLElement.prototype, 'clientWidth', { configurable: true, value: 600 })
})

afterEach(cleanup)

describe('a sight strip', () => {
  it('names the wall, its material and its place for the ear', () => {
    render(<StripDrawing strip={strip} onMove={() => undefined} />)
    const wall = screen.getByRole('slider', { name: 'kitchen wall, brick' })
    expect(wall.getAttribute('aria-valuenow')).toBe('3')
    expect(screen.getByRole('group').getAttribute('aria-label')).toContain('Agnes, kitchenette: 6.0')
  })

  it.each([
    ['ArrowRight', 3.1],
    ['ArrowLeft', 2.9],
    ['PageUp', 3.5],
    ['Home', 0],
    ['End', 6],
  ])('moves a wall by %s, never past the ends', (key, atM) => {
    const moved = vi.fn()
    render(<StripDrawing strip={strip} onMove={moved} />)
    fireEvent.keyDown(screen.getByRole('slider'), { key })
    expect(moved).toHaveBeenCalledWith('brick', atM)
  })

  it('leaves other keys alone', () => {
    const moved = vi.fn()
    render(<StripDrawing strip={strip} onMove={moved} />)
    fireEvent.keyDown(screen.getByRole('slider'), { key: 'a' })
    expect(moved).not.toHaveBeenCalled()
  })
})
