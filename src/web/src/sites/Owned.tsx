import { Box, Button, MenuItem, TextField, Typography } from '@mui/material'
import { useState } from 'react'
import type { Schema } from '../api/client'
import { offerUndo } from '../parts/undo'
import { NumberField } from '../parts/NumberField'

interface Props {
  owned: readonly Schema['OwnedThing'][]
  devices: readonly Schema['Device'][]
  problems: readonly Schema['FieldProblem'][]
  onChange: (owned: Schema['OwnedThing'][]) => void
}

/** What the household has already, beside what listeners wear. */
export function Owned({ owned, devices, problems, onChange }: Props) {
  const [adding, setAdding] = useState('')
  const name = (id: string) => devices.find((d) => d.id === id)?.name ?? `${id}, no longer on the shelf`
  return (
    <Box>
      {owned.map((thing, i) => (
        <Box key={thing.deviceId} sx={{ display: 'flex', gap: 4, alignItems: 'center', py: 1.5, borderTop: 1, borderColor: 'divider' }}>
          <Typography sx={{ flex: 1, minWidth: 0 }}>{name(thing.deviceId)}</Typography>
          <NumberField
            label="Pieces"
            unit=""
            value={thing.count}
            width={90}
            problem={problems.find((p) => p.field === `owned[${i}].count`)}
            onChange={(n) => onChange(owned.map((o) => (o.deviceId === thing.deviceId ? { ...o, count: Math.round(n) } : o)))}
          />
          <Button
            variant="text"
            onClick={() => {
              onChange(owned.filter((o) => o.deviceId !== thing.deviceId))
              offerUndo(`${name(thing.deviceId)} was taken out.`, () => onChange([...owned]))
            }}
            aria-label={`Take out ${name(thing.deviceId)}`}
          >
            Take out
          </Button>
        </Box>
      ))}
      <Box sx={{ display: 'flex', gap: 3, mt: 2, alignItems: 'flex-start' }}>
        <TextField select label="Something owned" value={adding} onChange={(e) => setAdding(e.target.value)}>
          {devices
            .filter((d) => d.form !== 'hearingAids' && d.role !== 'roomSpeaker' && owned.every((o) => o.deviceId !== d.id))
            .map((d) => (
              <MenuItem key={d.id} value={d.id}>
                {d.name}
              </MenuItem>
            ))}
        </TextField>
        <Button
          disabled={!adding}
          onClick={() => {
            onChange([...owned, { deviceId: adding, count: 1 }])
            setAdding('')
          }}
        >
          Add
        </Button>
      </Box>
    </Box>
  )
}
