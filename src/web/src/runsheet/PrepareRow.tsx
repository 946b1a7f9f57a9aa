import { Box, Button, Checkbox, TextField, Typography } from '@mui/material'
import { useState } from 'react'
import type { Schema } from '../api/client'
import { money, moment } from '../format/format'
import { Manual } from '../kit/Manual'
import { LeadShape } from '../kit/PlugShape'

interface Props {
  state: Schema['PrepareState']
  currency: string
  /** What the second mark says, such as "Missing"; blank where there is none. */
  failing?: string
  onMark: (outcome: Schema['StepOutcome'], note: string) => void
}

/** One thing to prepare: ticked when done, with what to write down beside it. */
export function PrepareRow({ state, currency, failing, onMark }: Props) {
  const { item, outcome } = state
  const [note, setNote] = useState(state.note)
  const done = outcome === 'asExpected'
  const failed = outcome === 'notAsExpected'
  const asksNote = !!item.note && (item.kind !== 'contents' || failed)
  const label = `${item.pieces ? `${item.pieces} × ` : ''}${item.words}`
  return (
    <Box
      component="li"
      sx={{ borderTop: 1, borderColor: 'divider', py: 1.5, display: 'flex', gap: 2, alignItems: 'flex-start', breakInside: 'avoid' }}
    >
      <Checkbox
        checked={done}
        onChange={(e) => onMark(e.target.checked ? 'asExpected' : 'open', note)}
        slotProps={{ input: { 'aria-label': label } }}
        sx={{ width: 44, height: 44, flexShrink: 0 }}
      />
      <Box sx={{ flex: 1, minWidth: 0, pt: 1.5 }}>
        <Box sx={{ display: 'flex', gap: 3, flexWrap: 'wrap', alignItems: 'center' }}>
          <Typography sx={{ fontWeight: 650, color: done ? 'text.secondary' : 'text.primary', overflowWrap: 'anywhere' }}>
            {label}
          </Typography>
          {!!item.ends?.length && <LeadShape ends={item.ends} />}
        </Box>
        {(item.by ?? item.leadTime) && !done && (
          <Typography variant="body2" sx={{ color: state.tooLate ? 'warning.main' : 'text.primary' }}>
            {item.kind === 'order' ? 'Order' : 'Begin'} {item.by ? `by ${moment(item.by, item.kind !== 'order')}` : item.leadTime}
            {state.tooLate && ': too late for this visit. Move it, or use another.'}
          </Typography>
        )}
        {failed && (
          <Typography variant="body2" color="warning.main">
            Missing
          </Typography>
        )}
        {item.heldBecause && (
          <Typography variant="body2" color="warning.main">
            {item.heldBecause}
          </Typography>
        )}
        {item.detail && (
          <Typography variant="body2" color="textSecondary">
            {item.detail}
          </Typography>
        )}
        {item.caution && !done && (
          <Typography variant="body2" sx={{ borderLeft: 4, borderColor: 'warning.main', pl: 2, mt: 1 }}>
            {item.caution}
          </Typography>
        )}
        {item.manualOf && <Manual about={item.manualOf} of={item.of ?? ''} />}
        {asksNote && (
          <TextField
            label={item.note}
            value={note}
            onChange={(e) => setNote(e.target.value)}
            onBlur={() => note !== state.note && onMark(outcome, note)}
            slotProps={{ htmlInput: { maxLength: 1000 } }}
            className="nf-screen-only"
            sx={{ mt: 2, maxWidth: 480 }}
          />
        )}
      </Box>
      {!!item.toPay && (
        <Typography color="textSecondary" sx={{ pt: 1.5 }}>
          {money(item.toPay, currency)}
        </Typography>
      )}
      {failing && !done && (
        <Button
          variant="text"
          className="nf-screen-only"
          onClick={() => onMark(failed ? 'open' : 'notAsExpected', note)}
          aria-pressed={failed}
          aria-label={failed ? `${item.words} is there after all` : `${item.words} is missing`}
        >
          {failed ? 'There after all' : failing}
        </Button>
      )}
    </Box>
  )
}
