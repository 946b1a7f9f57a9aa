import { Box, Button, MenuItem, TextField, Typography } from '@mui/material'
import { useState } from 'react'
import type { Schema } from '../api/client'
import type { FormPart } from './draft'

/** What comes with a device: leads, supplies, a second receiver. */
export function InTheBox({ draft, set, problemOf, devices }: FormPart & { devices: readonly Schema['Device'][] }) {
  const [adding, setAdding] = useState('')
  const name = (id: string) => devices.find((d) => d.id === id)?.name ?? `${id}, no longer on the shelf`
  return (
    <Box>
      {draft.includes.map((id, i) => (
        <Box
          key={`${id} ${i}`}
          sx={{ display: 'flex', gap: 3, alignItems: 'center', borderTop: i > 0 ? 1 : 0, borderColor: 'divider', py: 1 }}
        >
          <Typography sx={{ flex: 1, minWidth: 0 }}>
            {name(id)}
            {problemOf(`includes[${i}]`) && (
              <Typography component="span" variant="body2" color="error" role="alert" sx={{ display: 'block' }}>
                {problemOf(`includes[${i}]`)?.reason} {problemOf(`includes[${i}]`)?.remedy}
              </Typography>
            )}
          </Typography>
          <Button
            variant="text"
            onClick={() => set({ includes: draft.includes.filter((_, at) => at !== i) })}
            aria-label={`Take out ${name(id)}`}
          >
            Take out
          </Button>
        </Box>
      ))}
      {problemOf('includes') && (
        <Typography variant="body2" color="error" role="alert">
          {problemOf('includes')?.reason} {problemOf('includes')?.remedy}
        </Typography>
      )}
      <Box sx={{ display: 'flex', gap: 3, mt: 2, maxWidth: 480 }}>
        <TextField select label="Something in the box" value={adding} onChange={(e) => setAdding(e.target.value)}>
          {devices
            .filter((d) => d.id !== draft.id && !d.retiredOn)
            .map((d) => (
              <MenuItem key={d.id} value={d.id}>
                {d.name}
              </MenuItem>
            ))}
        </TextField>
        <Button
          disabled={!adding}
          onClick={() => {
            set({ includes: [...draft.includes, adding] })
            setAdding('')
          }}
        >
          Add
        </Button>
      </Box>
    </Box>
  )
}
