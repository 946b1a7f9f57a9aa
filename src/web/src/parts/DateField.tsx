import { TextField } from '@mui/material'
import { useState } from 'react'
import { day } from '../format/format'
import { readDay } from './readDay'

interface Props {
  label: string
  /** ISO date; null while there is none. */
  value: string | null
  onChange: (value: string | null) => void
  problem?: { reason: string; remedy: string } | undefined
  /** What it means, while nothing is wrong. */
  hint?: string | undefined
  width?: number | string
}

/** A date, written as everywhere else here whatever the browser's own way. What is typed stays as typed; only a readable date is passed on. */
export function DateField({ label, value, onChange, problem, hint, width = '100%' }: Props) {
  const [typed, setTyped] = useState<string | null>(null)
  const unreadable = typed !== null && typed.trim() !== '' && readDay(typed) === null
  const help = unreadable
    ? `“${typed}” is no date. Enter one, such as 2 Oct 2026.`
    : problem
      ? `${problem.reason} ${problem.remedy}`
      : undefined
  return (
    <TextField
      label={label}
      value={typed ?? (value ? day(value) : '')}
      placeholder="2 Oct 2026"
      error={!!help}
      helperText={help ?? hint}
      onChange={(event) => {
        const text = event.target.value
        setTyped(text)
        if (text.trim() === '') onChange(null)
        else if (readDay(text)) onChange(readDay(text))
      }}
      onBlur={() => !unreadable && setTyped(null)}
      sx={{ width, maxWidth: '100%' }}
      slotProps={{ inputLabel: { shrink: true } }}
    />
  )
}
