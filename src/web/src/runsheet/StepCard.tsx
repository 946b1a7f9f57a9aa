import { Box, Button, Checkbox, FormControlLabel, TextField, Typography } from '@mui/material'
import type { ReactNode } from 'react'
import type { Schema } from '../api/client'
import { HoldTimer } from './HoldTimer'

/** What is entered at a step before it is told. */
export interface Draft {
  ticks: string[]
  note: string | null
  codec: Schema['Codec'] | null
  failing: boolean
  /** Why it is done although one before it is open. */
  ahead: string | null
}

interface Props {
  state: Schema['StepState']
  draft: Draft
  ready: boolean
  /** What nobody knows and this step shows. */
  doubts?: readonly string[]
  /** A step that must have gone well before this one. */
  first?: { words: string; onGo: () => void }
  /** A step before this one that is still open, so that going ahead needs a reason. */
  before?: { words: string; onGo: () => void }
  onGo?: (stepId: string) => void
  onDraft: (draft: Draft) => void
  onTell: (outcome: Schema['StepOutcome']) => void
  onBack?: () => void
  onOn?: () => void
}

/** One step; on a phone it fills the screen, with its actions under the thumb. */
export function StepCard({
  state,
  draft,
  ready,
  doubts = [],
  first,
  before,
  onGo = () => undefined,
  onDraft,
  onTell,
  onBack,
  onOn,
}: Props) {
  const { step } = state
  const { ticks = [], codecs = [], holdSeconds = 0 } = step
  const note = draft.note ?? state.note
  const asked = step.note || draft.failing || state.outcome === 'notAsExpected'
  return (
    <Box
      component="section"
      aria-label="This step"
      sx={{ minHeight: { xs: 'calc(100vh - 270px)', sm: 320 }, display: 'flex', flexDirection: 'column', maxWidth: 640 }}
    >
      <Typography color="primary" sx={{ fontWeight: 650 }}>
        {step.place}
      </Typography>
      <Typography variant="h1" component="h2" sx={{ mt: 1, overflowWrap: 'anywhere' }}>
        {step.action}
      </Typography>
      {step.detail && (
        <Typography color="textSecondary" sx={{ mt: 3 }}>
          {step.detail}
        </Typography>
      )}
      {holdSeconds > 0 && <HoldTimer seconds={holdSeconds} />}
      {step.expect && (
        <Aside label="You should see or hear" color="primary.main">
          {step.expect}
        </Aside>
      )}
      {doubts.map((words) => (
        <Aside
          key={words}
          label={state.outcome === 'notAsExpected' ? 'Nobody knew' : 'Nobody knows yet'}
          color={state.outcome === 'notAsExpected' ? 'warning.main' : 'text.secondary'}
        >
          {words}: this step {state.outcome === 'notAsExpected' ? 'has shown' : 'shows'} it.
        </Aside>
      ))}
      {state.recovery && (state.recovery.since.length > 0 || state.recovery.again.length > 1) && (
        <Aside label="Now, in this order" color="primary.main">
          {state.recovery.since.length > 0 && `${state.recovery.since.join(' ')} `}
          <Box component="ol" sx={{ m: 0, mt: 1, pl: 5 }}>
            {state.recovery.again.map((again) => (
              <li key={again.stepId}>
                <Typography variant="body2" component="span" color="textSecondary">
                  {again.place}:
                </Typography>{' '}
                {again.words}
                {again.stepId !== step.id && (
                  <>
                    .{' '}
                    <Button variant="text" onClick={() => onGo(again.stepId)}>
                      Go there
                    </Button>
                  </>
                )}
              </li>
            ))}
          </Box>
        </Aside>
      )}
      {step.caution && (
        <Aside label="Mind" color="warning.main" strong>
          {step.caution}
        </Aside>
      )}
      {step.why && (
        <Typography variant="body2" color="textSecondary" sx={{ mt: 3 }}>
          Here, because: {step.why.charAt(0).toLowerCase() + step.why.slice(1)}
        </Typography>
      )}
      {step.orderFree && (
        <Typography variant="body2" color="textSecondary" sx={{ mt: 1 }}>
          Leads and power may go in either order.
        </Typography>
      )}
      {ticks.length > 0 && state.outcome !== 'asExpected' && (
        <Box sx={{ mt: 3 }}>
          {ticks.map((tick) => (
            <FormControlLabel
              key={tick}
              sx={{ display: 'flex' }}
              control={
                <Checkbox
                  checked={draft.ticks.includes(tick)}
                  onChange={(e) =>
                    onDraft({ ...draft, ticks: e.target.checked ? [...draft.ticks, tick] : draft.ticks.filter((t) => t !== tick) })
                  }
                />
              }
              label={tick}
            />
          ))}
        </Box>
      )}
      {codecs.length > 0 && state.outcome !== 'asExpected' && (
        <Box role="radiogroup" aria-label="Codec shown" sx={{ display: 'grid', gap: 2, mt: 4, gridTemplateColumns: { sm: '1fr 1fr' } }}>
          {codecs.map((codec) => {
            const picked = draft.codec?.class === codec.class && draft.codec.mark === codec.mark
            return (
              <Button
                key={codec.class + codec.mark}
                role="radio"
                aria-checked={picked}
                onClick={() => onDraft({ ...draft, codec })}
                sx={picked ? { bgcolor: 'text.primary', color: 'background.default', '&:hover': { bgcolor: 'text.primary' } } : {}}
              >
                {codec.words}
              </Button>
            )
          })}
        </Box>
      )}
      {draft.codec && !asPlanned(state, draft) && (
        <Aside label="Not what was planned" color="warning.main" strong>
          Planned was {step.expect}. Keep what you read: the arrival is worked out anew from it.
        </Aside>
      )}
      {asked && (
        <TextField
          label={draft.failing || state.outcome === 'notAsExpected' ? 'What happened instead' : step.note}
          value={note}
          multiline
          onChange={(e) => onDraft({ ...draft, note: e.target.value })}
          slotProps={{ htmlInput: { maxLength: 1000 } }}
          sx={{ mt: 4 }}
        />
      )}
      <Box sx={{ flex: 1, minHeight: 24 }} />
      <Actions state={state} draft={draft} ready={ready} first={first} before={before} onDraft={onDraft} onTell={onTell} />
      <Box sx={{ display: 'flex', justifyContent: 'space-between', mt: 2 }}>
        <Button variant="text" disabled={!onBack} onClick={onBack}>
          Step before
        </Button>
        <Button variant="text" disabled={!onOn} onClick={onOn}>
          Step after
        </Button>
      </Box>
    </Box>
  )
}

const asPlanned = ({ step }: Schema['StepState'], draft: Draft) => draft.codec?.words === step.expect

function Actions({
  state,
  draft,
  ready,
  first,
  before,
  onDraft,
  onTell,
}: Pick<Props, 'state' | 'draft' | 'ready' | 'first' | 'before' | 'onDraft' | 'onTell'>) {
  const tall = { minHeight: 56, flex: 1 }
  if (state.outcome === 'asExpected')
    return (
      <Box sx={{ display: 'flex', gap: 3, alignItems: 'center' }}>
        <Typography sx={{ flex: 1, fontWeight: 650 }}>
          <span aria-hidden>✓ </span>Done as expected
          {state.aheadBecause && (
            <Typography component="span" variant="body2" color="textSecondary" sx={{ display: 'block' }}>
              Ahead of its turn: {state.aheadBecause}
            </Typography>
          )}
        </Typography>
        <Button onClick={() => onTell('open')}>Take back</Button>
      </Box>
    )
  if (draft.failing)
    return (
      <Box sx={{ display: 'flex', gap: 3, flexDirection: { xs: 'column', sm: 'row' } }}>
        <Button variant="contained" color="primary" sx={tall} onClick={() => onTell('notAsExpected')}>
          Keep the note
        </Button>
        <Button sx={tall} onClick={() => onDraft({ ...draft, failing: false })}>
          Back
        </Button>
      </Box>
    )
  return (
    <>
      {first && (
        <Typography sx={{ borderLeft: 4, borderColor: 'warning.main', pl: 4, mb: 2 }}>
          First: {first.words}.{' '}
          <Button variant="text" onClick={first.onGo}>
            Go there
          </Button>
        </Typography>
      )}
      {before && !first && (
        <Box sx={{ borderLeft: 4, borderColor: 'warning.main', pl: 4, mb: 2 }}>
          <Typography>
            Still open before it: {before.words}.{' '}
            <Button variant="text" onClick={before.onGo}>
              Go there
            </Button>
          </Typography>
          <TextField
            label="Why this one goes ahead"
            value={draft.ahead ?? ''}
            onChange={(e) => onDraft({ ...draft, ahead: e.target.value })}
            slotProps={{ htmlInput: { maxLength: 1000 } }}
            sx={{ mt: 2, mb: 1, width: '100%' }}
          />
        </Box>
      )}
      {!ready && !first && !before && (
        <Typography variant="body2" color="textSecondary" sx={{ mb: 2 }}>
          {state.step.codecs?.length ? 'Choose the codec that is shown.' : 'Tick each line first.'}
        </Typography>
      )}
      <Box sx={{ display: 'flex', gap: 3, flexDirection: { xs: 'column', sm: 'row' } }}>
        <Button variant="contained" color="primary" disabled={!ready} sx={tall} onClick={() => onTell('asExpected')}>
          {draft.codec && !asPlanned(state, draft) ? `Keep: ${draft.codec.words}` : 'As expected'}
        </Button>
        <Button sx={tall} onClick={() => onDraft({ ...draft, failing: true })}>
          {state.outcome === 'notAsExpected' ? 'Change the note' : 'Not as expected'}
        </Button>
      </Box>
    </>
  )
}

function Aside({ label, color, strong, children }: { label: string; color: string; strong?: boolean; children: ReactNode }) {
  return (
    <Box sx={{ borderLeft: 4, borderColor: color, pl: 4, mt: 4 }}>
      <Typography variant="body2" sx={{ color: strong ? color : 'text.secondary', fontWeight: strong ? 650 : 400 }}>
        {label}
      </Typography>
      <Typography component="div">{children}</Typography>
    </Box>
  )
}
