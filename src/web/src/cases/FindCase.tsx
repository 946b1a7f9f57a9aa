import { TextField } from '@mui/material'

/** Looks for cases by what is known of them. */
export function FindCase({ value, onChange }: { value: string; onChange: (value: string) => void }) {
  return (
    <TextField
      label="Find a case"
      type="search"
      value={value}
      onChange={(event) => onChange(event.target.value)}
      helperText="Part of the name of a site, a case, a person or a device"
      slotProps={{ htmlInput: { maxLength: 120 } }}
      sx={{ maxWidth: 480 }}
    />
  )
}
