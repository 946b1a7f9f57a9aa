import { Box, MenuItem, TextField } from '@mui/material'
import type { Schema } from '../api/client'
import { day } from '../format/format'
import { NumberField } from '../parts/NumberField'
import { saying } from '../parts/saying'
import { sinceOf } from './since'
import { useAsked, type Asked } from './useAsked'

interface Props {
  look: Schema['Look']
  problems: readonly Schema['FieldProblem'][]
  asked: Asked | null
  onChange: (change: (look: Schema['Look']) => Schema['Look']) => void
}

/** What else is on the air at the set, and whose radio rules hold. */
export function TheAir({ look, problems, asked, onChange }: Props) {
  const region = useAsked<HTMLDivElement>(asked, 'region')
  const air = look.air ?? {}
  const put = (change: Partial<Schema['AirAround']>) => onChange((l) => ({ ...l, air: { ...l.air, ...change } }))
  const airSince = sinceOf(look, 'air')
  const problemOf = (field: string) => problems.find((p) => p.field === `air.${field}`)
  return (
    <Box sx={{ display: 'grid', gap: 4, gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' }, alignItems: 'start', mt: 4 }}>
      <TextField
        select
        ref={region}
        tabIndex={-1}
        label="Radio rules of"
        value={look.region ?? 'notSaid'}
        helperText="Always check the national rule as well."
        onChange={(e) => onChange((l) => ({ ...l, region: e.target.value as Schema['Region'] }))}
      >
        <MenuItem value="notSaid">not said yet</MenuItem>
        <MenuItem value="europe">Europe</MenuItem>
        <MenuItem value="unitedStates">USA</MenuItem>
      </TextField>
      <TextField
        select
        label="Router, from the place of the box"
        helperText={airSince ? `Known since ${day(airSince)}.` : undefined}
        value={air.routerDistanceM ?? ''}
        onChange={(e) => put({ routerDistanceM: e.target.value === '' ? null : Number(e.target.value) })}
        slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: true } }}
      >
        <MenuItem value="">not known</MenuItem>
        {[...new Set([0.5, 1, 2, 4, 8, ...(air.routerDistanceM != null ? [air.routerDistanceM] : [])])]
          .sort((a, b) => a - b)
          .map((m) => (
            <MenuItem key={m} value={m}>
              {m < 1 ? 'nearer than 1 m' : m === 8 ? 'another room' : `${m} m`}
            </MenuItem>
          ))}
      </TextField>
      <NumberField
        label="2.4 GHz networks heard"
        unit="of 3"
        value={air.wiFiNetworks ?? 0}
        problem={problemOf('wiFiNetworks')}
        onChange={(n) => put({ wiFiNetworks: Math.round(n), wiFiInHopSet: Math.min(air.wiFiInHopSet ?? 0, Math.round(n)) })}
        width="100%"
      />
      {(air.wiFiNetworks ?? 0) > 0 && (
        <NumberField
          label="Of these, not hopped around"
          unit={`of ${air.wiFiNetworks}`}
          value={air.wiFiInHopSet ?? 0}
          problem={problemOf('wiFiInHopSet')}
          hint="Stutter comes and goes with the Wi-Fi: then Bluetooth does not keep clear of it."
          onChange={(n) => put({ wiFiInHopSet: Math.round(n) })}
          width="100%"
        />
      )}
      {(air.wiFiNetworks ?? 0) > 0 && (
        <NumberField
          label="How busy they are"
          unit="% of the time"
          value={Math.round(100 * (air.wiFiBusy ?? 0.3))}
          problem={problemOf('wiFiBusy')}
          onChange={(n) => put({ wiFiBusy: n / 100 })}
          width="100%"
        />
      )}
      <TextField
        label="Other radios or LED strips close by"
        value={air.otherRadios ?? ''}
        {...saying(problemOf('otherRadios'))}
        onChange={(e) => put({ otherRadios: e.target.value })}
      />
    </Box>
  )
}
