import { Box, Typography } from '@mui/material'
import type { Schema } from '../api/client'
import { day, money } from '../format/format'

/** Every part of a rig: what is owned, what comes in a box, what is to buy. */
export function PartsList({ rig }: { rig: Schema['RigView'] }) {
  return (
    <Box
      component="table"
      sx={{
        width: '100%',
        borderCollapse: 'collapse',
        '& td, & th': { textAlign: 'left', verticalAlign: 'top', py: 2, pr: 3, borderTop: 1, borderColor: 'divider', fontSize: 16 },
      }}
    >
      <Box component="thead" sx={{ '& th': { border: 0, fontWeight: 400, fontSize: 14.5, color: 'text.secondary', py: 1 } }}>
        <tr>
          <th scope="col">Part</th>
          <th scope="col">Needed</th>
          <th scope="col">To buy</th>
          <Box component="th" scope="col" sx={{ textAlign: 'right !important' }}>
            Price
          </Box>
        </tr>
      </Box>
      <tbody>
        {rig.parts.map((part) => (
          <PartRow key={part.deviceId} part={part} power={rig.power.find((p) => p.deviceId === part.deviceId)} currency={rig.currency} />
        ))}
        <tr>
          <Box component="td" colSpan={3} sx={{ fontWeight: 650 }}>
            In all
          </Box>
          <Box component="td" sx={{ fontWeight: 650, textAlign: 'right !important', whiteSpace: 'nowrap' }}>
            {money(rig.toPay, rig.currency)}
          </Box>
        </tr>
      </tbody>
    </Box>
  )
}

function PartRow({ part, power, currency }: { part: Schema['Part']; power?: Schema['PowerChoice']; currency: string }) {
  return (
    <tr>
      <td>
        {part.name}
        {power && part.role !== 'lead' && (
          <Typography variant="body2" color="textSecondary">
            {power.words}
          </Typography>
        )}
        {part.heldBecause && (
          <Typography variant="body2" sx={{ color: 'warning.main', fontWeight: 650 }}>
            {part.heldBecause}
          </Typography>
        )}
      </td>
      <td>
        {part.needed}
        <Typography variant="body2" color="textSecondary" component="span">
          {[part.inTheBox > 0 && `${part.inTheBox} in the box or there`, part.owned > 0 && `${part.owned} owned`]
            .filter(Boolean)
            .map((w) => ` · ${w as string}`)
            .join('')}
        </Typography>
      </td>
      <td>{part.toBuy === 0 ? '–' : part.toBuy}</td>
      <Box component="td" sx={{ textAlign: 'right !important', whiteSpace: 'nowrap' }}>
        {part.toBuy === 0 ? '–' : money(part.toPay, currency)}
        {part.toBuy > 0 && (
          <Typography variant="caption" color="textSecondary" component="p">
            {day(part.pricedOn)}
          </Typography>
        )}
      </Box>
    </tr>
  )
}
