import { Box, Button, Checkbox, Chip, FormControlLabel, IconButton, TextField, Typography } from '@mui/material'
import { useState } from 'react'
import { saying } from '../parts/saying'
import type { Schema } from '../api/client'
import { money } from '../format/format'
import { criterionWords, moved, usualOrder, type Wanted } from './wanted'

interface Props {
  wanted: Wanted
  currency: string
  problems: readonly Schema['FieldProblem'][]
  nameOf: (id: string) => string
  onChange: (wanted: Wanted) => void
}

/** What comes first, and what a rig must keep to. */
export function WantedForm({ wanted, currency, problems, nameOf, onChange }: Props) {
  const [open, setOpen] = useState(problems.length > 0)
  const limits = [
    wanted.budget &&
      `at most ${Number.isFinite(Number(wanted.budget)) && currency ? money(Number(wanted.budget), currency) : wanted.budget}`,
    wanted.noWires && 'no wires across the floor',
  ].filter(Boolean)
  const changed = wanted.order.some((c, i) => c !== usualOrder[i])
  return (
    <Box component="section" aria-label="Priorities and limits" sx={{ borderTop: 1, borderColor: 'divider', mt: 4, pt: 2 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 3, alignItems: 'center' }}>
        <Typography color="textSecondary" sx={{ flex: '1 1 260px' }}>
          <Box component="b" sx={{ color: 'text.primary', fontWeight: 650 }}>
            {criterionWords[wanted.order[0] ?? 'needs']}
          </Box>{' '}
          before{' '}
          {wanted.order
            .slice(1, 3)
            .map((c) => criterionWords[c].toLowerCase())
            .join(', ')}
          {limits.length > 0 && `; ${limits.join(', ')}`}
        </Typography>
        <Button variant="text" onClick={() => setOpen(!open)} aria-expanded={open}>
          {open ? 'Close' : 'Priorities and limits'}
        </Button>
      </Box>
      <Demands wanted={wanted} nameOf={nameOf} onChange={onChange} />
      {open && (
        <Box sx={{ display: 'grid', columnGap: 8, rowGap: 4, gridTemplateColumns: { xs: '1fr', md: '1fr 1fr' }, mt: 2, pb: 2 }}>
          <Box component="ol" aria-label="Order of priorities" sx={{ listStyle: 'none', p: 0, m: 0 }}>
            {wanted.order.map((criterion, i) => (
              <Box
                component="li"
                key={criterion}
                sx={{ display: 'flex', alignItems: 'center', borderTop: i ? 1 : 0, borderColor: 'divider' }}
              >
                <Typography color="textSecondary" sx={{ width: 28 }}>
                  {i + 1}
                </Typography>
                <Typography sx={{ flex: 1 }}>{criterionWords[criterion]}</Typography>
                <IconButton
                  aria-label={`${criterionWords[criterion]}: up`}
                  disabled={i === 0}
                  onClick={() => onChange({ ...wanted, order: moved(wanted.order, criterion, -1) })}
                >
                  <span aria-hidden>↑</span>
                </IconButton>
                <IconButton
                  aria-label={`${criterionWords[criterion]}: down`}
                  disabled={i === wanted.order.length - 1}
                  onClick={() => onChange({ ...wanted, order: moved(wanted.order, criterion, 1) })}
                >
                  <span aria-hidden>↓</span>
                </IconButton>
              </Box>
            ))}
          </Box>
          <Box sx={{ display: 'grid', gap: 2, alignContent: 'start' }}>
            <TextField
              label={`Most to pay, ${currency}`}
              defaultValue={wanted.budget}
              key={wanted.budget}
              {...saying(
                problems.find((p) => p.field === 'budget'),
                'Empty for no limit.',
              )}
              onBlur={(e) => e.target.value !== wanted.budget && onChange({ ...wanted, budget: e.target.value })}
              onKeyDown={(e) => e.key === 'Enter' && (e.target as HTMLInputElement).blur()}
              slotProps={{ htmlInput: { inputMode: 'decimal' } }}
            />
            <FormControlLabel
              control={<Checkbox checked={wanted.noWires} onChange={(e) => onChange({ ...wanted, noWires: e.target.checked })} />}
              label="No wires across the floor"
            />
            {changed && (
              <Box>
                <Button onClick={() => onChange({ ...wanted, order: usualOrder })}>Back to the usual order</Button>
              </Box>
            )}
          </Box>
        </Box>
      )}
    </Box>
  )
}

/** Things demanded or shut out, each with a way to let go of it. */
function Demands({ wanted, nameOf, onChange }: Pick<Props, 'wanted' | 'nameOf' | 'onChange'>) {
  if (wanted.mustUse.length + wanted.mustNotUse.length === 0) return null
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, mt: 1 }}>
      {wanted.mustUse.map((id) => (
        <Chip
          key={id}
          label={`with ${nameOf(id)}`}
          onDelete={() => onChange({ ...wanted, mustUse: wanted.mustUse.filter((x) => x !== id) })}
        />
      ))}
      {wanted.mustNotUse.map((id) => (
        <Chip
          key={id}
          label={`without ${nameOf(id)}`}
          onDelete={() => onChange({ ...wanted, mustNotUse: wanted.mustNotUse.filter((x) => x !== id) })}
        />
      ))}
    </Box>
  )
}
