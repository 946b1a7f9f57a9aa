import { Autocomplete, Box, Button, TextField, Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { api, told } from '../api/client'
import { count, money, percent } from '../format/format'
import { Trouble, Waiting } from '../parts/Trouble'
import { queryOf, type Wanted } from './wanted'

export interface Thing {
  id: string
  words: string
  sort: string
}

interface Props {
  caseId: string
  version: number
  wanted: Wanted
  things: readonly Thing[]
  onWanted: (wanted: Wanted) => void
}

/** Most things that may be demanded at once. */
const mostDemanded = 3

/** Any socket or device: the rules it breaks, or the measured way the best rig with it is worse. */
export function WhyNot({ caseId, version, wanted, things, onWanted }: Props) {
  const [thing, setThing] = useState<Thing | null>(null)
  const answer = useQuery({
    queryKey: ['why-not', caseId, version, thing?.id, queryOf(wanted)],
    enabled: thing !== null,
    queryFn: ({ signal }) =>
      told(
        api.GET('/api/cases/{caseId}/why-not/{thingId}', {
          params: { path: { caseId, thingId: thing?.id ?? '' }, query: queryOf(wanted) },
          signal,
        }),
      ),
  })
  return (
    <Box>
      <Autocomplete
        options={things}
        groupBy={(t) => t.sort}
        getOptionLabel={(t) => t.words}
        isOptionEqualToValue={(a, b) => a.id === b.id}
        value={thing}
        onChange={(_, next) => setThing(next)}
        renderInput={(params) => <TextField {...params} label="Why not …" />}
        sx={{ maxWidth: 460 }}
      />
      {thing && answer.isPending && <Waiting words="Working out the best rig with it…" />}
      {answer.isError && <Trouble error={answer.error} />}
      {thing && answer.data && (
        <Box aria-live="polite" sx={{ mt: 3, maxWidth: 760 }}>
          <Typography sx={{ fontWeight: 650 }}>{answer.data.answer}</Typography>
          {answer.data.findings.map((f, i) => (
            <Box key={f.ruleId} sx={{ mt: 2 }}>
              {i > 0 && <Typography>{f.sentence}</Typography>}
              <Typography variant="body2" color="textSecondary">
                {f.remedy}
              </Typography>
            </Box>
          ))}
          {answer.data.withIt && (
            <Typography variant="body2" color="textSecondary" sx={{ mt: 1 }}>
              With it: {answer.data.withIt.headline}. In step {percent(answer.data.withIt.inStep)},{' '}
              {money(answer.data.withIt.toPay, answer.data.withIt.currency)}, {count(answer.data.withIt.boxes, 'thing', 'things')} to switch
              on.
            </Typography>
          )}
          <Box sx={{ display: 'flex', gap: 3, mt: 2, flexWrap: 'wrap' }}>
            {answer.data.withIt && !wanted.mustUse.includes(thing.id) && wanted.mustUse.length < mostDemanded && (
              <Button onClick={() => onWanted({ ...wanted, mustUse: [...wanted.mustUse, thing.id] })}>Plan with it</Button>
            )}
            {!wanted.mustNotUse.includes(thing.id) && !wanted.mustUse.includes(thing.id) && answer.data.withIt && (
              <Button variant="text" onClick={() => onWanted({ ...wanted, mustNotUse: [...wanted.mustNotUse, thing.id] })}>
                Plan without it
              </Button>
            )}
          </Box>
        </Box>
      )}
    </Box>
  )
}
