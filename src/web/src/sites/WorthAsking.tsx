import { Box, Button, ButtonBase, Typography } from '@mui/material'
import { Trouble } from '../parts/Trouble'
import { byThing } from './byThing'
import { useQuestions } from './useQuestions'

interface Props {
  caseId: string
  version: number
  ready: boolean
  /** Shows the field of a question. */
  onPick: (field: string) => void
}

/** What is still unknown, most decisive first, in the words one would ask. */
export function WorthAsking({ caseId, version, ready, onPick }: Props) {
  const questions = useQuestions(caseId, version, ready)
  const { asked = [], weighed = 0, toWeigh = 0, open = 0, stopped = false } = questions.data ?? {}
  const decisive = asked.filter((q) => q.decides)
  const rest = asked.length - decisive.length
  const weighing = questions.isFetching && weighed < toWeigh
  const unweighed = open - weighed
  return (
    <Box component="section" aria-label="Worth asking next">
      <Typography variant="h2">Worth asking next</Typography>
      {!ready && (
        <Typography variant="body2" color="textSecondary" sx={{ mt: 1 }}>
          Enter one socket and one listener; then the questions that matter stand here.
        </Typography>
      )}
      {ready && questions.isPending && (
        <Typography role="status" variant="body2" color="textSecondary" sx={{ mt: 1 }}>
          Weighing the answers…
        </Typography>
      )}
      {ready && questions.isError && <Trouble error={questions.error} onRetry={() => void questions.refetch()} />}
      {ready && weighing && weighed > 0 && (
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 3, mt: 1 }}>
          <Typography role="status" variant="body2" color="textSecondary">
            Weighing the answers: {weighed} of {toWeigh}
          </Typography>
          <Button variant="text" onClick={questions.stop} aria-label="Stop weighing the answers">
            Stop
          </Button>
        </Box>
      )}
      {ready && questions.data && !weighing && decisive.length === 0 && unweighed === 0 && (
        <Typography variant="body2" color="textSecondary" sx={{ mt: 1 }}>
          Nothing open would change the best rig.
        </Typography>
      )}
      <Box component="ol" sx={{ listStyle: 'none', p: 0, m: 0, mt: 2 }}>
        {byThing(decisive)
          .slice(0, 5)
          .map(({ about, questions: some }, i) => (
            <Box component="li" key={about} sx={{ display: 'flex', gap: 3, py: 2.5, borderBottom: 1, borderColor: 'divider' }}>
              <Typography component="span" color="primary" sx={{ fontWeight: 650 }}>
                {i + 1}
              </Typography>
              <Box>
                <Typography sx={{ fontWeight: 650 }}>{about}</Typography>
                {some.map((q, at) => (
                  <Box key={q.field}>
                    <ButtonBase
                      onClick={() => onPick(q.field)}
                      sx={{ minHeight: 44, textAlign: 'left', display: 'block', font: 'inherit' }}
                    >
                      <Typography
                        sx={{ textDecoration: 'underline', textUnderlineOffset: 4, textDecorationColor: 'var(--nf-palette-divider)' }}
                      >
                        {q.words}
                      </Typography>
                    </ButtonBase>
                    {q.effect !== some[at + 1]?.effect && (
                      <Typography variant="caption" color="textSecondary" component="p">
                        {q.effect}
                      </Typography>
                    )}
                  </Box>
                ))}
              </Box>
            </Box>
          ))}
      </Box>
      {ready && !weighing && rest > 0 && (
        <Typography variant="caption" color="textSecondary" component="p" sx={{ mt: 2 }}>
          {rest} more {rest === 1 ? 'fact is' : 'facts are'} unknown and would change nothing.
        </Typography>
      )}
      {ready && !weighing && unweighed > 0 && (
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 3, mt: 2 }}>
          <Typography variant="caption" color="textSecondary" component="p">
            {unweighed} more {unweighed === 1 ? 'fact is' : 'facts are'} unknown and not weighed
            {stopped ? '.' : `: the first ${toWeigh} are enough to go on with.`}
          </Typography>
          {stopped && (
            <Button variant="text" onClick={questions.goOn} aria-label="Go on weighing the answers">
              Go on
            </Button>
          )}
        </Box>
      )}
    </Box>
  )
}
