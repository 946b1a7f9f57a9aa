import { Box, Button, Checkbox, FormControlLabel, TextField, Typography } from '@mui/material'
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { api, told, type Schema } from '../api/client'
import { day, money } from '../format/format'
import { Trouble } from '../parts/Trouble'
import { NumberField } from '../parts/NumberField'
import { refreshKit } from './refreshKit'

interface Props {
  entry: Schema['ShelfEntry']
  currency: string
  compared: boolean
  mayCompare: boolean
  onCompare: () => void
}

/** Makers' codecs of a device, one for each class. */
export function marksOf(device: Schema['Device']) {
  const codecs = (device.links ?? []).flatMap((l) => [...(l.codecs ?? []), ...(l.codecsWithSeveral ?? [])]).filter((c) => !c.isStandard)
  return codecs.filter((c, i) => codecs.findIndex((other) => other.class === c.class) === i)
}

/** One device of the shelf: what it is, its price, and what may be corrected. */
export function ShelfRow({ entry, currency, compared, mayCompare, onCompare }: Props) {
  const { device, version } = entry
  const queries = useQueryClient()
  const [open, setOpen] = useState(false)
  const [price, setPrice] = useState(device.price)
  const [marks, setMarks] = useState(marksOf(device))
  const [error, setError] = useState<unknown>(null)
  const path = { deviceId: device.id }
  const keep = async () => {
    try {
      await told(
        api.PATCH('/api/kit/{deviceId}', { params: { path }, body: { version, price: price === device.price ? null : price, marks } }),
      )
      await refreshKit(queries)
    } catch (refused) {
      setError(refused)
    }
  }
  return (
    <Box sx={{ borderTop: 1, borderColor: 'divider', py: 2 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 5, rowGap: 1, alignItems: 'center' }}>
        <Box sx={{ flex: '1 1 260px', minWidth: 0 }}>
          <Typography
            component={Link}
            to={`/kit/${device.id}`}
            color="textPrimary"
            sx={{ fontWeight: 650, display: 'inline-block', py: 0.5 }}
          >
            {device.name}
          </Typography>
          <Typography variant="body2" color="textSecondary">
            {[device.maker, ...entry.inShort].join(' · ')}
          </Typography>
        </Box>
        <Typography sx={{ textAlign: 'right' }}>
          {money(device.price, currency)}
          <Typography component="span" variant="caption" color="textSecondary" sx={{ display: 'block' }}>
            {day(device.pricedOn)}
          </Typography>
        </Typography>
        <FormControlLabel
          control={
            <Checkbox
              checked={compared}
              disabled={!compared && !mayCompare}
              onChange={onCompare}
              slotProps={{ input: { 'aria-label': `Compare ${device.name}` } }}
            />
          }
          label="Compare"
        />
        <Button
          variant="text"
          onClick={() => setOpen(!open)}
          aria-expanded={open}
          aria-label={`${open ? 'Close' : 'Correct'} ${device.name}`}
        >
          {open ? 'Close' : 'Correct'}
        </Button>
      </Box>
      {error !== null && <Trouble error={error} />}
      {open && (
        <Box
          component="form"
          onSubmit={(e) => {
            e.preventDefault()
            void keep()
          }}
          sx={{ display: 'flex', flexWrap: 'wrap', gap: 3, mt: 3, mb: 2 }}
        >
          <NumberField label="Price" unit={currency} value={price} onChange={setPrice} width={160} />
          {marks.map((m, i) => (
            <TextField
              key={m.class}
              label={`Mark printed: ${classWords[m.class] ?? m.class}`}
              value={m.mark}
              onChange={(e) => setMarks(marks.map((other, at) => (at === i ? { ...other, mark: e.target.value } : other)))}
              sx={{ width: 280, maxWidth: '100%' }}
            />
          ))}
          <Button type="submit" variant="contained" color="primary">
            Keep
          </Button>
        </Box>
      )}
    </Box>
  )
}

const classWords: Partial<Record<Schema['CodecClass'], string>> = {
  vendorStandard: 'standard',
  vendorLowLatency: 'low-latency',
  vendorAdaptiveLowLatency: 'adaptive',
  vendorHighDefinition: 'high-definition',
  vendorHighRate: 'high-rate',
  vendorDualListener: 'dual-listener',
}
