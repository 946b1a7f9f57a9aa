import { Box, Typography } from '@mui/material'
import type { Schema } from '../api/client'
import { money, percent } from '../format/format'
import { Figure } from '../parts/Page'

type Rig = Schema['RigView']

const stepWords: Record<Schema['InStepWord'], string> = { inStep: 'in step', doubtful: 'doubtful:', outOfStep: 'out of step:' }

/** What the rig comes to: who is served, how likely in step, what to buy. */
export function Figures({ rig }: { rig: Rig }) {
  return (
    <>
      <Figure value={`${rig.served} of ${rig.listeners}`} after={rig.listeners === 1 ? 'listener served' : 'listeners served'} />
      {rig.needsAsked > 0 && <Figure value={`${rig.needsMet} of ${rig.needsAsked}`} after="needs met" />}
      {rig.preferencesAsked > 0 && <Figure value={`${rig.preferencesMet} of ${rig.preferencesAsked}`} after="preferences met" />}
      <Figure
        before={`${rig.inStepMeasured ? 'measured ' : ''}${stepWords[rig.step]}`}
        value={percent(rig.inStep)}
        after={rig.listeners > 1 ? `at worst (${rig.worstListener})` : ''}
      />
      <Figure before="to buy" value={money(rig.toPay, rig.currency)} />
      <Figure value={rig.boxes} after={rig.boxes === 1 ? 'thing to switch on' : 'things to switch on'} />
    </>
  )
}

/** What speaks for the rig, what to mind, what is assumed. */
export function Reasons({ rig, title }: { rig: Rig; title: string }) {
  const mark = { for: '–', against: '!', assumed: '?' } as const
  const word = { for: 'Speaks for it: ', against: 'Mind: ', assumed: 'Assumed: ' } as const
  return (
    <Box component="section" aria-label={title} sx={{ pt: 4, pr: { md: 5 } }}>
      <Typography variant="h2">{title}</Typography>
      <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0, mt: 2 }}>
        {rig.reasons.map((reason) => (
          <Box component="li" key={reason.kind + reason.sentence} sx={{ display: 'flex', gap: 3, py: 1 }}>
            <Box
              component="span"
              aria-hidden
              sx={{
                width: 12,
                flex: 'none',
                fontWeight: 650,
                color: reason.kind === 'against' ? 'warning.main' : reason.kind === 'for' ? 'primary.main' : 'text.secondary',
              }}
            >
              {mark[reason.kind]}
            </Box>
            <Typography color="textSecondary" sx={{ fontSize: 15.5 }}>
              <Box component="span" sx={{ color: 'text.primary' }}>
                {reason.kind === 'assumed' ? word.assumed : ''}
                {reason.sentence}
              </Box>{' '}
              {reason.remedy}
            </Typography>
          </Box>
        ))}
      </Box>
    </Box>
  )
}
