import { Checkbox, FormControlLabel, MenuItem, TextField } from '@mui/material'
import type { Schema } from '../api/client'
import { saying } from './saying'

type Problem = Schema['FieldProblem'] | undefined

interface Common {
  label: string
  problem?: Problem
  hint?: string
  width?: number | string
}

/** A line of words. */
export function Words({
  label,
  value,
  onChange,
  problem,
  hint,
  width = '100%',
}: Common & { value: string; onChange: (value: string) => void }) {
  return (
    <TextField
      label={label}
      value={value}
      onChange={(e) => onChange(e.target.value)}
      {...saying(problem, hint)}
      sx={{ width, maxWidth: '100%' }}
    />
  )
}

/** One of a list. */
export function Pick<T extends string>({
  label,
  value,
  options,
  onChange,
  problem,
  hint,
  width = '100%',
}: Common & { value: T; options: readonly { value: T; words: string }[]; onChange: (value: T) => void }) {
  return (
    <TextField
      select
      label={label}
      value={value}
      onChange={(e) => onChange(e.target.value as T)}
      {...saying(problem, hint)}
      sx={{ width, maxWidth: '100%' }}
    >
      {options.map((option) => (
        <MenuItem key={option.value} value={option.value}>
          {option.words}
        </MenuItem>
      ))}
    </TextField>
  )
}

/** Several of a list. */
export function PickSome<T extends string>({
  label,
  value,
  options,
  onChange,
  problem,
  hint,
  width = '100%',
}: Common & { value: readonly T[]; options: readonly { value: T; words: string }[]; onChange: (value: T[]) => void }) {
  return (
    <TextField
      select
      label={label}
      value={value as T[]}
      onChange={(e) => onChange(e.target.value as unknown as T[])}
      {...saying(problem, hint)}
      sx={{ width, maxWidth: '100%' }}
      slotProps={{
        select: {
          multiple: true,
          renderValue: (some) => (some as T[]).map((v) => options.find((o) => o.value === v)?.words ?? v).join(', '),
        },
      }}
    >
      {options.map((option) => (
        <MenuItem key={option.value} value={option.value}>
          <Checkbox checked={value.includes(option.value)} tabIndex={-1} aria-hidden sx={{ py: 0 }} />
          {option.words}
        </MenuItem>
      ))}
    </TextField>
  )
}

/** Yes or no. */
export function Tick({ label, checked, onChange }: { label: string; checked: boolean; onChange: (checked: boolean) => void }) {
  return <FormControlLabel control={<Checkbox checked={checked} onChange={(e) => onChange(e.target.checked)} />} label={label} />
}
