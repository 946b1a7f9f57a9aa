import { Box, ToggleButton, Typography } from '@mui/material'
import type { Schema } from '../api/client'

type Complaint = Schema['Complaint']

const words: Record<Complaint, string> = {
  disturbsOthers: 'the set disturbs others',
  speechLost: 'speech is lost',
  thinSound: 'the sound is thin',
  tooQuietForOne: 'too quiet for one',
}

/** What the client came with: it decides what is worth trying before anything is bought. */
export function Complaints({ value, onChange }: { value: readonly Complaint[]; onChange: (value: Complaint[]) => void }) {
  return (
    <Box
      role="group"
      aria-label="What brings us here"
      sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, alignItems: 'center', mt: 4, mb: 4 }}
    >
      <Typography variant="body2" color="textSecondary" component="span" sx={{ mr: 1 }}>
        What brings us here
      </Typography>
      {(Object.keys(words) as Complaint[]).map((one) => (
        <ToggleButton
          key={one}
          value={one}
          selected={value.includes(one)}
          onChange={() => onChange(value.includes(one) ? value.filter((other) => other !== one) : [...value, one])}
          sx={{ px: 3 }}
        >
          {words[one]}
        </ToggleButton>
      ))}
    </Box>
  )
}
