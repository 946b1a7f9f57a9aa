import { ToggleButton, ToggleButtonGroup, Typography, Box } from '@mui/material'
import { useId } from 'react'

/** One of a few, side by side. */
export function Choice<T extends string>({
  label,
  value,
  options,
  onChange,
  hideLabel = false,
}: {
  label: string
  value: T
  /** A quiet option does not stand out when it is the one chosen. */
  options: readonly { value: T; words: string; quiet?: boolean }[]
  onChange: (value: T) => void
  hideLabel?: boolean
}) {
  const id = useId()
  return (
    <Box sx={{ minWidth: 0 }}>
      <Typography id={id} variant="body2" color="textSecondary" component="span" sx={hideLabel ? hidden : { display: 'block', mb: 1 }}>
        {label}
      </Typography>
      <ToggleButtonGroup exclusive value={value} onChange={(_, next: T | null) => next !== null && onChange(next)} aria-labelledby={id}>
        {options.map((option) => (
          <ToggleButton key={option.value} value={option.value} sx={{ flex: 1, minWidth: 60, ...(option.quiet ? quietly : {}) }}>
            {option.words}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
    </Box>
  )
}

const quietly = {
  '&.Mui-selected, &.Mui-selected:hover': { background: 'var(--nf-palette-divider)', color: 'var(--nf-palette-text-primary)' },
}

/** Read aloud, not shown. */
export const hidden = {
  position: 'absolute',
  width: '1px',
  height: '1px',
  overflow: 'hidden',
  clip: 'rect(0 0 0 0)',
  whiteSpace: 'nowrap',
} as const

/** Yes, no, or not known yet. */
export const knownOptions = [
  { value: 'notYet', words: 'not known' },
  { value: 'yes', words: 'yes' },
  { value: 'no', words: 'no' },
] as const
