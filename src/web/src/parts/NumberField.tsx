import { InputAdornment, TextField } from '@mui/material'
import { useState } from 'react'

interface Props {
  label: string
  value: number
  unit: string
  onChange: (value: number) => void
  problem?: Problem
  /** What it means, while nothing is wrong. */
  hint?: string
  width?: number | string
}

type Problem = { reason: string; remedy: string }

/** A number with its unit. What is typed stays as typed; only a readable number is passed on. */
export function NumberField({ label, value, unit, onChange, problem, hint, width = 150 }: Props) {
  const [typed, setTyped] = useState<string | null>(null)
  const unreadable = typed !== null && readNumber(typed) === null
  const help = unreadable
    ? `“${typed}” is not a number. Enter one, such as ${value || 2.5}.`
    : problem
      ? `${problem.reason} ${problem.remedy}`
      : undefined
  return (
    <TextField
      label={label}
      value={typed ?? String(value).replace('-', '−')}
      error={!!help}
      helperText={help ?? hint}
      onChange={(event) => {
        setTyped(event.target.value)
        const number = readNumber(event.target.value)
        if (number !== null) onChange(number)
      }}
      onBlur={() => !unreadable && setTyped(null)}
      sx={{ width, maxWidth: '100%' }}
      slotProps={{ htmlInput: { inputMode: 'decimal' }, input: { endAdornment: <InputAdornment position="end">{unit}</InputAdornment> } }}
    />
  )
}

/** A number as people type it: comma or point, any minus; null when it is none. */
export function readNumber(text: string) {
  const clean = text.trim().replace(',', '.').replace('−', '-')
  if (!/^-?\d+(\.\d*)?$/.test(clean)) return null
  const number = Number(clean)
  return Number.isFinite(number) ? number : null
}
