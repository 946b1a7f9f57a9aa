import { InputAdornment, TextField } from '@mui/material'
import { useState } from 'react'

/** What a field shows beside its value, whatever it holds. */
export interface FieldWords {
  label: string
  problem?: { reason: string; remedy: string } | undefined
  /** What it means, while nothing is wrong. */
  hint?: string | undefined
  width?: number | string
  /** Told after each key whether what stands there can be read. */
  onReadable?: (readable: boolean) => void
}

interface Props<T> extends FieldWords {
  /** The value as it is written while nobody types. */
  text: string
  /** What the typed words mean; null when they mean nothing. */
  read: (typed: string) => T | null
  /** What is wrong with words that mean nothing, and what to enter. */
  unreadable: (typed: string) => string
  onChange: (value: T) => void
  unit?: string
  placeholder?: string
  inputMode?: 'decimal' | 'text'
}

/** A value that people type as words. What is typed stays as typed; only what can be read is passed on. */
export function TypedField<T>({
  label,
  text,
  read,
  unreadable,
  onChange,
  problem,
  hint,
  width,
  onReadable,
  unit,
  placeholder,
  inputMode,
}: Props<T>) {
  const [typed, setTyped] = useState<string | null>(null)
  const wrong = typed !== null && read(typed) === null
  const help = wrong ? unreadable(typed) : problem ? `${problem.reason} ${problem.remedy}` : undefined
  return (
    <TextField
      label={label}
      value={typed ?? text}
      placeholder={placeholder}
      error={!!help}
      helperText={help ?? hint}
      onChange={(event) => {
        setTyped(event.target.value)
        const value = read(event.target.value)
        if (value !== null) onChange(value)
        onReadable?.(value !== null)
      }}
      onBlur={() => !wrong && setTyped(null)}
      sx={{ width, maxWidth: '100%' }}
      slotProps={{
        htmlInput: { inputMode },
        inputLabel: placeholder ? { shrink: true } : {},
        input: unit === undefined ? {} : { endAdornment: <InputAdornment position="end">{unit}</InputAdornment> },
      }}
    />
  )
}
