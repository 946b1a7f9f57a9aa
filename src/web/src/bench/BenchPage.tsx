import { Box, Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useSearchParams } from 'react-router'
import { api, told, type Schema } from '../api/client'
import { useCases } from '../api/useCases'
import { FindCase } from '../cases/FindCase'
import { Pick } from '../parts/fields'
import { Figure, Page, Part } from '../parts/Page'
import { Trouble, Waiting } from '../parts/Trouble'
import { useSettled } from '../parts/useSettled'
import { Shell } from '../shell/Shell'
import { FaultsOfRig } from './FaultsOfRig'
import { WatchedVisit } from './WatchedVisit'

/** Simulated devices: a visit gone through step by step, and what such a proof is worth. */
export function BenchPage() {
  const [query, setQuery] = useSearchParams()
  const caseId = query.get('case') ?? ''
  const [typed, setTyped] = useState('')
  const cases = useCases({ search: useSettled(typed.trim()), withRig: true })
  const limits = useQuery({ queryKey: ['bench-limits'], queryFn: () => told(api.GET('/api/bench/limits')), staleTime: Infinity })
  const all = cases.cases ?? []
  return (
    <Shell place="Bench">
      <Page
        headline="Every visit is carried out here first"
        figures={<Figure before="on simulated devices, at" value="three paces" after="before anybody kneels behind a set" />}
      >
        {cases.isPending && <Waiting words="Fetching the cases…" />}
        {cases.isError && <Trouble error={cases.error} onRetry={() => void cases.refetch()} />}
        <Part title="Watch a visit" note="Step by step, as practised hands would do it: what lights, who hears, what happens by itself.">
          {(cases.hasNextPage || typed !== '') && <FindCase value={typed} onChange={setTyped} />}
          {all.length > 0 ? (
            <Pick
              label="Case"
              width={640}
              value={all.some((c) => c.id === caseId) ? caseId : ''}
              options={all.map((c) => ({ value: c.id, words: `${c.site} · ${c.title}` }))}
              onChange={(id) => setQuery({ case: id })}
            />
          ) : (
            cases.data && (
              <Typography>
                {typed === ''
                  ? 'No case has a rig yet. Choose one on Route, then watch its visit here.'
                  : 'No case with a rig is called that.'}
              </Typography>
            )
          )}
          {caseId !== '' && <WatchedVisit key={caseId} caseId={caseId} />}
        </Part>
        {caseId !== '' && (
          <Part
            title="If the sound stays away"
            note="Every cause the simulation knows for this rig, met one at a time on an evening after the visit."
          >
            <FaultsOfRig key={caseId} caseId={caseId} />
          </Part>
        )}
        {limits.isPending && <Waiting words="Fetching the limits…" />}
        {limits.isError && <Trouble error={limits.error} onRetry={() => void limits.refetch()} />}
        {limits.data && <Limits limits={limits.data} />}
      </Page>
    </Shell>
  )
}

function Limits({ limits }: { limits: Schema['BenchLimits'] }) {
  return (
    <>
      <Part title="What a proof is worth" note="It shows that the sheet and the simulation agree, not that the simulation is true.">
        <Box sx={{ display: 'grid', gap: 5, gridTemplateColumns: { xs: '1fr', md: '1fr 1fr 1fr' } }}>
          <Lines title="Simulated" lines={limits.carriedOut} />
          <Lines title="Simpler than a living room" lines={limits.simplified} />
          <Lines title="Not simulated yet" lines={limits.notYet} />
        </Box>
      </Part>
      <Part title="Starting values" note="They stand in where nobody has read or measured anything better.">
        <Box
          component="dl"
          sx={{ m: 0, display: 'grid', columnGap: 6, gridTemplateColumns: { xs: '1fr auto', md: '1fr 150px 1fr 150px' } }}
        >
          {limits.startingValues.map((v) => (
            <Box key={v.words} sx={{ display: 'contents' }}>
              <Typography component="dt" variant="body2" sx={{ py: 1, borderTop: 1, borderColor: 'divider' }}>
                {v.words}
              </Typography>
              <Typography
                component="dd"
                variant="body2"
                sx={{ m: 0, py: 1, borderTop: 1, borderColor: 'divider', fontWeight: 650, textAlign: 'right' }}
              >
                {v.value}
              </Typography>
            </Box>
          ))}
        </Box>
      </Part>
    </>
  )
}

function Lines({ title, lines }: { title: string; lines: readonly string[] }) {
  return (
    <Box>
      <Typography variant="h3" sx={{ m: 0, fontSize: 16, fontWeight: 650 }}>
        {title}
      </Typography>
      <Box component="ul" sx={{ m: 0, mt: 2, pl: 5, display: 'grid', gap: 1 }}>
        {lines.map((line) => (
          <Typography key={line} component="li" variant="body2">
            {line}
          </Typography>
        ))}
      </Box>
    </Box>
  )
}
