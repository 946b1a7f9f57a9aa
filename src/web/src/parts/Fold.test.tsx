import { cleanup, fireEvent, render, screen } from '@testing-library/react'
import { useState } from 'react'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { Fold } from './Fold'

afterEach(cleanup)

const Sample = ({ next }: { next?: () => void }) => {
  const [open, setOpen] = useState(false)
  return (
    <Fold
      id="part"
      title="The air between"
      says="no wall"
      filled={false}
      open={open}
      onToggle={() => setOpen(!open)}
      next={next && { title: 'The set itself', go: next }}
    >
      <label>
        Wall <input />
      </label>
    </Fold>
  )
}

describe('a part that folds', () => {
  it('says in one line what it holds, for the ear as well, and shows nothing else', () => {
    render(<Sample />)
    const title = screen.getByRole('button', { name: 'The air between', description: 'no wall' })
    expect(title.getAttribute('aria-expanded')).toBe('false')
    expect(screen.queryByLabelText('Wall')).toBeNull()
  })

  it('keeps what was typed in it while it is folded', () => {
    render(<Sample />)
    const title = screen.getByRole('button', { name: 'The air between' })
    fireEvent.click(title)
    fireEvent.change(screen.getByLabelText('Wall'), { target: { value: 'bri' } })
    fireEvent.click(title)
    expect(screen.getByLabelText<HTMLInputElement>('Wall').closest('[hidden]')).toBeTruthy()
    fireEvent.click(title)
    expect(screen.getByLabelText<HTMLInputElement>('Wall').value).toBe('bri')
  })

  it('leads on to the part after it', () => {
    const next = vi.fn()
    render(<Sample next={next} />)
    fireEvent.click(screen.getByRole('button', { name: 'The air between' }))
    fireEvent.click(screen.getByRole('button', { name: 'Next: the set itself' }))
    expect(next).toHaveBeenCalled()
  })
})
