import { cleanup, fireEvent, render, screen } from '@testing-library/react'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { VisitForm } from './VisitForm'

afterEach(cleanup)

const type = (label: string, value: string) => fireEvent.change(screen.getByLabelText(label), { target: { value } })

describe('the day of the visit', () => {
  it('is planned as typed', () => {
    const onPlan = vi.fn()
    render(<VisitForm visit={null} onPlan={onPlan} />)
    type('Day of the visit', '4 Dec 2026')
    type('Hour', '9.30')
    fireEvent.click(screen.getByRole('button', { name: 'Plan it' }))
    expect(onPlan).toHaveBeenCalledExactlyOnceWith({ on: '2026-12-04', time: '09:30:00' })
  })

  it('is not planned on the old day while the new one cannot be read', () => {
    const onPlan = vi.fn()
    render(<VisitForm visit={{ on: '2026-12-04', time: '10:00:00' }} onPlan={onPlan} />)
    type('Day of the visit', 'Friday-ish')
    type('Hour', '11:00')
    expect(screen.queryByRole('button', { name: 'Plan it' })).toBeNull()
    fireEvent.submit(screen.getByLabelText('Hour').closest('form')!)
    expect(onPlan).not.toHaveBeenCalled()
    type('Day of the visit', '5 Dec 2026')
    fireEvent.click(screen.getByRole('button', { name: 'Plan it' }))
    expect(onPlan).toHaveBeenCalledExactlyOnceWith({ on: '2026-12-05', time: '11:00:00' })
  })
})
