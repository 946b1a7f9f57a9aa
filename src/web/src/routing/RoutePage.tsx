import { Box, Button, ButtonBase, Typography } from '@mui/material'
import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState, type ReactNode } from 'react'
import { Link, useSearchParams } from 'react-router'
import { api, RefusedError, told, type Schema } from '../api/client'
import { refreshCase, useCase } from '../api/useCase'
import { capital, count } from '../format/format'
import { LineBoard } from '../line/LineBoard'
import { MiniLines } from '../line/MiniLines'
import { setSaved } from '../parts/saved'
import { Page, Part } from '../parts/Page'
import { Trouble, Waiting } from '../parts/Trouble'
import { PartsList } from './PartsList'
import { roleWords } from '../kit/roleWords'
import { useReference, useShelf } from '../api/reference'
import { isThere } from '../sites/lookEdits'
import { DeadWays } from './DeadWays'
import { Figures, Reasons } from './Reasons'
import { RuledOut } from './RuledOut'
import { queryOf, readWanted, writeWanted, type Wanted } from './wanted'
import { TryFirst } from './TryFirst'
import { WantedForm } from './WantedForm'
import { WhyNot, type Thing } from './WhyNot'

type Rig = Schema['RigView']

/** Stage 2: the best rig and why; others that nothing beats; why not any other thing; what to buy. */
export function RoutePage() {
  const detail = useCase()
  const queries = useQueryClient()
  const [search, setSearch] = useSearchParams()
  const wanted = readWanted(search)
  const [picked, setPicked] = useState(0)
  const setWanted = (next: Wanted) => {
    setPicked(0)
    setSearch(writeWanted(next), { replace: true })
  }
  const [error, setError] = useState<unknown>(null)
  const [busy, setBusy] = useState(false)
  const rigs = useQuery({
    queryKey: ['rigs', detail.id, detail.version, queryOf(wanted)],
    placeholderData: keepPreviousData,
    queryFn: ({ signal }) =>
      told(api.GET('/api/cases/{caseId}/rigs', { params: { path: { caseId: detail.id }, query: queryOf(wanted) }, signal })),
  })
  const shelf = useShelf()
  const things = useThings(detail)
  const form = () => (
    <WantedForm
      wanted={wanted}
      currency={shelf.data?.currency ?? ''}
      problems={rigs.error instanceof RefusedError ? rigs.error.refusal.problems : []}
      nameOf={(id) => things.find((t) => t.id === id)?.words ?? id}
      onChange={setWanted}
    />
  )
  if (rigs.isPending)
    return (
      <Page headline="Working out the rigs…">
        <Waiting words="Every route of every listener is tried." />
      </Page>
    )
  if (rigs.isError)
    return (
      <Page headline="No answer yet">
        <Trouble error={rigs.error} onRetry={() => void rigs.refetch()} />
        {form()}
      </Page>
    )

  const answer = rigs.data
  const shown = answer.rigs[picked] ?? answer.rigs[0]
  if (!shown)
    return (
      <NoRig answer={answer} caseId={detail.id}>
        {form()}
      </NoRig>
    )

  const same = detail.rig !== null && sameWays(detail.rig.view, shown)
  const chosen = detail.rig && !detail.rig.outOfDate && same
  const choose = async () => {
    setBusy(true)
    setError(null)
    setSaved({ kind: 'saving' })
    try {
      const fresh = await told(
        api.PUT('/api/cases/{caseId}/rig', {
          params: { path: { caseId: detail.id } },
          body: { version: answer.version, replaces: detail.rig?.rigId ?? null, plan: shown.plan },
        }),
      )
      await refreshCase(queries, detail.id, fresh)
      setSaved({ kind: 'saved', at: new Date() })
    } catch (refused) {
      setError(refused)
      setSaved({ kind: 'refused' })
      await refreshCase(queries, detail.id)
    } finally {
      setBusy(false)
    }
  }
  return (
    <Page
      headline={shown.headline}
      beside={picked === 0 ? `${shown.name}${shown.proven ? ', the best, proven' : ', the best found'}` : shown.name}
      figures={<Figures rig={shown} />}
      action={
        chosen ? (
          <Typography sx={{ fontWeight: 650, py: 2.5 }}>
            <span aria-hidden>✓ </span>This rig is chosen. <Link to="../prepare">Prepare it</Link> or{' '}
            <Link to="../connect">connect it</Link>
          </Typography>
        ) : (
          <Button variant="contained" color="primary" disabled={busy} onClick={() => void choose()}>
            {same ? 'Keep this rig' : detail.rig ? 'Choose this rig instead' : 'Choose this rig'}
          </Button>
        )
      }
    >
      {error !== null && <Trouble error={error} />}
      {form()}
      {detail.rig?.outOfDate && <OutOfDate rig={detail.rig} same={same} />}
      <Box sx={{ mt: 4 }}>
        <LineBoard
          rows={shown.rows.map((row) => {
            const known = chosen ? detail.rig?.measured.find((m) => m.listenerId === row.listenerId) : undefined
            return { row, measured: known?.measured, inStep: known?.inStep }
          })}
        />
      </Box>
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: '1fr', md: answer.rigs.length > 1 ? '1.5fr 1fr' : '1fr' },
          borderTop: 1,
          borderColor: 'divider',
          mt: 5,
        }}
      >
        <Reasons rig={shown} title={picked === 0 ? 'Why this one' : 'Why this other one'} />
        {answer.rigs.length > 1 && (
          <Box sx={{ borderLeft: { md: 1 }, borderColor: { md: 'divider' }, pl: { md: 5 } }}>
            <Typography variant="h2" sx={{ pt: 4 }}>
              Others worth weighing
            </Typography>
            <Typography variant="body2" color="textSecondary">
              {unbeatenWords(answer)}
            </Typography>
            {answer.rigs.map((rig, i) => i !== picked && <Other key={i} rig={rig} onPick={() => setPicked(i)} />)}
          </Box>
        )}
      </Box>
      <TryFirst remedies={answer.tryFirst} />
      <Part
        title="Parts"
        note={
          shown.leads === 0
            ? undefined
            : `${capital(count(shown.leads, 'lead', 'leads'))} in all, ${count(shown.leadsToBuy, 'lead', 'leads')} to buy.`
        }
      >
        <PartsList rig={shown} />
      </Part>
      <Part title="Why not this?" note="Any socket or device: the rules it breaks, or how the best rig with it is worse.">
        <WhyNot caseId={detail.id} version={detail.version} wanted={wanted} things={things} onWanted={setWanted} />
      </Part>
      {answer.deadWays.length > 0 && (
        <Part title="Ways that cannot work here" note="Each way through the air that the shelf or the site knows and no rig can take.">
          <DeadWays ways={answer.deadWays} />
        </Part>
      )}
      <Part title="Ruled out, and why">
        <RuledOut items={answer.ruledOut} />
      </Part>
    </Page>
  )
}

/** How many rigs nothing beats on everything, and whether that is all of them. */
function unbeatenWords(answer: Schema['RankedRigs']) {
  const shown = answer.rigs.length
  const all = answer.unbeatenProven
    ? `Nothing beats ${answer.unbeaten === 1 ? 'this one' : `these ${answer.unbeaten}`} on everything`
    : `At least ${answer.unbeaten} that nothing beats on everything; the search stopped at its limit`
  return shown < answer.unbeaten ? `${all}; ${shown} are shown, spread over them.` : `${all}.`
}

/** Everything that may be asked about: sockets seen, then devices. */
function useThings(detail: Schema['CaseDetail']): Thing[] {
  const [shelf, reference] = [useShelf(), useReference()]
  const sockets = (owner: string, list: readonly Schema['SourcePort'][]) =>
    list.filter(isThere).map((s) => ({
      id: s.id,
      words: `${reference.data?.sockets.find((f) => f.kind === s.kind)?.words ?? s.kind}${s.marking ? ` (${s.marking})` : ''}${owner}`,
      sort: 'Sockets',
    }))
  return [
    ...sockets('', detail.look.set.sockets),
    ...(detail.look.sources ?? []).flatMap((source) => sockets(` of the ${source.name}`, source.sockets ?? [])),
    ...(shelf.data?.devices ?? []).map(({ device }) => ({ id: device.id, words: device.name, sort: roleWords[device.role] })),
  ]
}

const sameWays = (a: Rig, b: Rig) =>
  JSON.stringify(a.plan.map((p) => ({ ...p, readBack: null }))) === JSON.stringify(b.plan.map((p) => ({ ...p, readBack: null })))

function Other({ rig, onPick }: { rig: Rig; onPick: () => void }) {
  return (
    <ButtonBase
      onClick={onPick}
      sx={{ display: 'block', width: '100%', textAlign: 'left', py: 3, borderBottom: 1, borderColor: 'divider' }}
    >
      <Typography sx={{ fontWeight: 650, textDecoration: 'underline', textUnderlineOffset: 4 }}>{rig.name}</Typography>
      <MiniLines rows={rig.rows} />
      <Typography variant="body2" color="textSecondary">
        <Box component="b" sx={{ color: 'text.primary' }}>
          {rig.title}
        </Box>
        . {rig.against.length > 0 ? `${capital(rig.against.join(', '))}.` : 'Level with the best on every count.'}
      </Typography>
    </ButtonBase>
  )
}

function OutOfDate({ rig, same }: { rig: Schema['ChosenRig']; same: boolean }) {
  return (
    <Box role="status" sx={{ borderLeft: 4, borderColor: 'warning.main', pl: 4, my: 4 }}>
      <Typography sx={{ fontWeight: 650 }}>
        {same
          ? 'What the rig was planned on has changed. It is still this one: keep it, and its ticks and takes stay.'
          : 'What the rig was planned on has changed. Below is the best one now; choosing it starts a new run sheet.'}
      </Typography>
      {[...rig.changes, ...rig.missingDevices.map((d) => `${d} is no longer on the shelf.`)].map((change) => (
        <Typography key={change} variant="body2">
          {change}
        </Typography>
      ))}
    </Box>
  )
}

function NoRig({ answer, caseId, children }: { answer: Schema['RankedRigs']; caseId: string; children: ReactNode }) {
  return (
    <Page headline="No rig yet">
      {answer.obstacle && (
        <Box sx={{ borderLeft: 4, borderColor: 'warning.main', pl: 4, my: 4 }}>
          <Typography sx={{ fontWeight: 650 }}>{answer.obstacle.reason}</Typography>
          <Typography>{answer.obstacle.remedy}</Typography>
          <Link to={`/cases/${caseId}/look`}>Go to Look</Link>
        </Box>
      )}
      {children}
      {answer.deadWays.length > 0 && (
        <Part title="Ways that cannot work here">
          <DeadWays ways={answer.deadWays} />
        </Part>
      )}
      {answer.ruledOut.length > 0 && (
        <Part title="Ruled out, and why">
          <RuledOut items={answer.ruledOut} />
        </Part>
      )}
    </Page>
  )
}
