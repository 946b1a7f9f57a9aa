import { Box, ButtonBase, Typography } from '@mui/material'
import type { Schema } from '../api/client'
import { count, listed } from '../format/format'

interface Props {
  proof: Schema['Proof']
  /** What was carried out, once it is known to hold. */
  holds: string
  /** Steps of a visit, so that one can go to what is named; none for the client's sheet. */
  steps?: readonly Schema['StepState'][]
  onPick?: (stepId: string) => void
}

/** What simulated devices say of a sheet before anybody kneels behind a set. */
export function ProofLine({ proof, holds, steps = [], onPick = () => undefined }: Props) {
  const number = (id: string | null | undefined) => steps.findIndex((s) => s.step.id === id) + 1
  const wentOtherwise = (id: string | null | undefined) => steps.some((s) => s.step.id === id && s.outcome === 'notAsExpected')
  const fails = proof.verdict === 'fails'
  return (
    <Box component="section" aria-label="Carried out beforehand" sx={{ mt: 3, maxWidth: 900 }}>
      <Typography variant="body2" sx={{ color: fails ? 'warning.main' : 'text.secondary' }}>
        <b>{heading[proof.verdict]}</b> {words(proof, holds)}
      </Typography>
      {fails && (
        <Typography variant="body2" component="div">
          {number(proof.failsAt) > 0 && <Go to={`Step ${number(proof.failsAt)}`} onGo={() => onPick(proof.failsAt!)} />}{' '}
          {proof.problems.join(' ')}
        </Typography>
      )}
      {proof.doubts.length > 0 && (
        <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
          {proof.doubts.map((doubt) => (
            <Typography key={doubt.words} component="li" variant="body2" color="textSecondary">
              {doubt.words}.{' '}
              {number(doubt.askedAt) > 0 && (
                <Go
                  to={`Step ${number(doubt.askedAt)} ${wentOtherwise(doubt.askedAt) ? 'has shown' : 'shows'} it`}
                  onGo={() => onPick(doubt.askedAt!)}
                />
              )}
            </Typography>
          ))}
        </Box>
      )}
    </Box>
  )
}

const heading: Record<Schema['Verdict'], string> = {
  proven: 'Proven beforehand.',
  provenBut: 'Proven beforehand, but for what nobody knows.',
  fails: 'Fails beforehand.',
  notCarriedOut: 'Not carried out beforehand.',
}

function words({ verdict, minutes, notSimulated }: Schema['Proof'], holds: string) {
  const hands = minutes > 0 ? ` Hands on for about ${count(minutes, 'minute', 'minutes')}.` : ''
  switch (verdict) {
    case 'proven':
      return `${holds}${hands}`
    case 'provenBut':
      return hands
    case 'fails':
      return 'On simulated devices something goes otherwise than the sheet says:'
    case 'notCarriedOut':
      return `No simulated device stands for ${listed(notSimulated)} yet.`
  }
}

function Go({ to, onGo }: { to: string; onGo: () => void }) {
  return (
    <ButtonBase
      onClick={onGo}
      sx={{ font: 'inherit', fontWeight: 650, minHeight: 44, textDecoration: 'underline', textUnderlineOffset: 4, color: 'text.primary' }}
    >
      {to}
    </ButtonBase>
  )
}
