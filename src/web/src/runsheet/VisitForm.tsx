import { Box, Button, TextField } from '@mui/material'
import { useState } from 'react'
import type { Schema } from '../api/client'
import { DateField } from '../parts/DateField'
import { readHour } from '../parts/readDay'

interface Props {
  visit: Schema['Visit'] | null
  onPlan: (visit: Schema['Visit'] | null) => void
}

/** Day and hour of the visit; nothing is planned while one of them cannot be read. */
export function VisitForm({ visit, onPlan }: Props) {
  const [on, setOn] = useState(visit?.on ?? '')
  const [time, setTime] = useState(visit?.time.slice(0, 5) ?? '10:00')
  const [dayReadable, setDayReadable] = useState(true)
  const hour = readHour(time)
  const readable = hour !== null && dayReadable
  const changed = on !== (visit?.on ?? '') || (on !== '' && time !== (visit?.time.slice(0, 5) ?? ''))
  return (
    <Box
      component="form"
      className="nf-screen-only"
      onSubmit={(e) => {
        e.preventDefault()
        if (readable) onPlan(on ? { on, time: `${hour}:00` } : null)
      }}
      sx={{ display: 'flex', flexWrap: 'wrap', gap: 3, mt: 4, alignItems: 'center' }}
    >
      <DateField label="Day of the visit" value={on || null} onChange={(day) => setOn(day ?? '')} onReadable={setDayReadable} width={200} />
      <TextField
        label="Hour"
        value={time}
        error={hour === null}
        helperText={hour === null ? `“${time}” is no hour. Enter one, such as 14:30.` : undefined}
        onChange={(e) => setTime(e.target.value)}
        slotProps={{ inputLabel: { shrink: true } }}
        sx={{ width: 140 }}
      />
      {changed && readable && (
        <Button type="submit" variant="contained" color="primary">
          {on ? 'Plan it' : 'Take the plan back'}
        </Button>
      )}
    </Box>
  )
}
