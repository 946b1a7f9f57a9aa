import { cleanup, fireEvent, render, screen } from '@testing-library/react'
import { afterEach, describe, expect, it, vi } from 'vitest'
import type { Schema } from '../api/client'
import { TheSet } from './TheSet'

afterEach(cleanup)

const set: Schema['TelevisionSet'] = {
  model: 'LQ 55-8',
  pictureMode: 'standard',
  speakersCanBeOff: 'notYet',
  mainsOutletsFree: 1,
  soundOutputMenu: '',
  sockets: [],
  delaySettings: [
    { name: 'audio delay', lowMs: 0, highMs: 100, stepMs: 10, foundAtMs: 0, setToMs: 200, movesSpeakers: true, movesSocketIds: [] },
  ],
}
const show = (problems: Schema['FieldProblem'][] = [], more: { asksSpatial?: boolean; menuPaths?: Schema['MenuPath'][] } = {}) => {
  const onChange = vi.fn()
  render(
    <TheSet set={set} facts={[]} problems={problems} asksSpatial={false} menuPaths={[]} menuSince={null} {...more} onChange={onChange} />,
  )
  return onChange
}

describe('the set itself', () => {
  it.each([
    'set.model',
    'set.soundOutputMenu',
    'set.mainsOutletsFree',
    'set.delaySettings[0].name',
    'set.delaySettings[0].highMs',
    'set.delaySettings[0].setToMs',
  ])('says at its own field what cannot be right: %s', (field) => {
    show([{ field, reason: 'It is wrong.', remedy: 'Mend it.' }])
    expect(screen.getAllByText('It is wrong. Mend it.')).toHaveLength(1)
  })

  it('offers the menu path met on another visit, and takes it', () => {
    const onChange = show([], { menuPaths: [{ menu: 'output', path: 'Sound, output, optical' }] })
    fireEvent.click(screen.getByRole('button', { name: 'Take it: Sound, output, optical' }))
    expect(onChange).toHaveBeenCalledWith(expect.objectContaining({ soundOutputMenu: 'Sound, output, optical' }))
  })

  it('keeps the path to another menu by itself, one of a sort', () => {
    const onChange = show([], { menuPaths: [{ menu: 'delay', path: 'Sound, sync' }] })
    fireEvent.click(screen.getByRole('button', { name: 'Take it: Sound, sync' }))
    expect(onChange).toHaveBeenCalledWith({ ...set, menuPaths: [{ menu: 'delay', path: 'Sound, sync' }] })
    fireEvent.click(screen.getByRole('button', { name: 'Add the path to another menu' }))
    expect(onChange).toHaveBeenLastCalledWith({ ...set, menuPaths: [{ menu: 'digitalFormat', path: '' }] })
  })

  it('asks for the list of spatial rendering only when somebody wants it', () => {
    show()
    expect(screen.queryByText(/listed for spatial rendering/)).toBeNull()
    cleanup()
    show([], { asksSpatial: true })
    expect(screen.getByText(/listed for spatial rendering/)).toBeTruthy()
  })

  it('keeps a value set on Tune apart from the value found, and lets it be mended', () => {
    const onChange = show()
    fireEvent.change(screen.getByLabelText('Set to, on Tune'), { target: { value: '60' } })
    expect(onChange).toHaveBeenCalledWith(
      expect.objectContaining({ delaySettings: [expect.objectContaining({ setToMs: 60, foundAtMs: 0 })] }),
    )
  })
})
