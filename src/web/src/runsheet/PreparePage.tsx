import { Box, Button, Typography } from '@mui/material'
import { useEffect, useState, type ReactNode } from 'react'
import { Link } from 'react-router'
import type { Schema } from '../api/client'
import { useCase } from '../api/useCase'
import { count, day, money, moment, until } from '../format/format'
import { Figure, Page, Part } from '../parts/Page'
import { TestClip } from '../parts/TestClip'
import { Trouble, Waiting } from '../parts/Trouble'
import { RefusedMarks } from './RefusedMarks'
import { PrepareRow } from './PrepareRow'
import { usePreparation } from './usePreparation'
import { VisitForm } from './VisitForm'

type State = Schema['PrepareState']

const parts: readonly { kind: Schema['PrepareKind']; title: string; note: string; failing?: string }[] = [
  { kind: 'ask', title: 'Ask', note: 'Before leaving: the answers change what is packed.' },
  { kind: 'order', title: 'Order', note: 'Each by the latest day that leaves one to check its box and one to charge it.' },
  { kind: 'contents', title: 'Check each box', note: 'Lay its contents out beside its list.', failing: 'Missing' },
  { kind: 'charge', title: 'Charge', note: 'Pairing waits until each is seen charged.' },
  { kind: 'fetch', title: 'Fetch while there is a network', note: 'Updates, apps, manuals.' },
  { kind: 'pack', title: 'Pack', note: 'What is at the site already is not listed.' },
]

/** Stage 3: what to bring, what to order by when, when to charge. */
export function PreparePage() {
  const detail = useCase()
  const { view, items, error, waiting, report, plan, takeOut, again } = usePreparation(detail.id)
  const now = useNow(view.data?.now, view.dataUpdatedAt)
  if (view.isPending || !items)
    return (
      <Page headline="Prepare">
        {view.isError ? <Trouble error={view.error} onRetry={() => void view.refetch()} /> : <Waiting words="Writing the lists…" />}
      </Page>
    )
  const { rigId, visit, currency, toPay, outletsNeeded, outletsFree, messages } = view.data!
  if (!rigId)
    return (
      <Page headline="No rig chosen yet">
        <Typography color="textSecondary" sx={{ mt: 3 }}>
          The lists are made from the rig. <Link to="../route">Choose one on Route</Link> first.
        </Typography>
      </Page>
    )
  const open = items.filter((i) => i.outcome === 'open')
  const missing = items.filter((i) => i.outcome === 'notAsExpected').length
  const unsent = waiting.filter((w) => !w.refused).length
  return (
    <Page
      headline={headline(open, visit)}
      figures={
        <>
          <Figure value={items.length - open.length - missing} after={`of ${items.length} done`} />
          {missing > 0 && <Figure value={missing} after="missing" />}
          {toPay > 0 && <Figure value={money(toPay, currency)} after="to order" />}
          <Figure
            value={count(outletsNeeded, 'mains outlet', 'mains outlets')}
            after={`needed at the set, ${outletsFree === 0 ? 'none' : outletsFree} found free`}
          />
          {unsent > 0 && <Figure value={unsent} after="waiting for the connection" />}
          {open.length === 0 && <Link to="../connect">Go and connect it</Link>}
        </>
      }
      action={
        <Button className="nf-screen-only" onClick={() => window.print()}>
          Print the lists
        </Button>
      }
    >
      {error !== null && <Trouble error={error} />}
      <RefusedMarks
        waiting={waiting}
        wordsOf={(body) => items.find((i) => i.item.id === body.itemId)?.item.words ?? 'A thing of another rig'}
        onAgain={again}
        onTakeOut={takeOut}
      />
      <VisitForm key={visit ? `${visit.on} ${visit.time}` : 'none'} visit={visit ?? null} onPlan={(next) => void plan(next)} />
      {parts.map(({ kind, title, note, failing }) => {
        const some = items.filter((i) => i.item.kind === kind)
        if (some.length === 0) return null
        const next = some
          .filter((i) => i.outcome === 'open' && i.item.by && !i.tooLate)
          .sort((a, b) => a.item.by!.localeCompare(b.item.by!))[0]
        return (
          <Part
            key={kind}
            title={title}
            note={next?.item.by && now && kind === 'charge' ? `${note} The next begins in ${until(now, next.item.by)}.` : note}
          >
            {groups(some).map(([of, group]) => (
              <Box key={of} sx={{ mb: of ? 3 : 0 }}>
                {of && (
                  <Typography variant="h3" sx={{ mt: 2 }}>
                    {of}
                  </Typography>
                )}
                <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
                  {group.map((state) => (
                    <PrepareRow
                      key={state.item.id}
                      state={state}
                      currency={currency}
                      failing={failing}
                      onMark={(outcome, text) =>
                        void report(state.item.id, { rigId, outcome, was: state.outcome, note: text, wasNote: state.note })
                      }
                    />
                  ))}
                </Box>
              </Box>
            ))}
            {kind === 'contents' && messages.map((m) => <Message key={m.box} {...m} />)}
            {kind === 'pack' && (
              <Box className="nf-screen-only" sx={{ mt: 4 }}>
                <Typography variant="h3">The test clip, for the set’s own player</Typography>
                <TestClip />
              </Box>
            )}
            {kind === 'pack' && visit && (
              <Typography sx={{ mt: 3 }} className="nf-screen-only">
                <Link to={`/packing/${visit.on}`}>The bag for {day(visit.on)}, with every visit of that day</Link>
              </Typography>
            )}
          </Part>
        )
      })}
    </Page>
  )
}

/** What is due first, in a few words. */
export function headline(open: readonly State[], visit: Schema['Visit'] | null | undefined) {
  if (open.length === 0) return visit ? `Ready for ${moment(`${visit.on}T${visit.time}`, true)}` : 'Everything is prepared'
  if (!visit) return 'When is the visit?'
  const late = open.filter((i) => i.tooLate)
  if (late.length > 0)
    return late.length === 1 ? `Too late for the visit: ${late[0]!.item.words}` : `${late.length} things are too late for the visit`
  const [next] = open.filter((i) => i.item.by).sort((a, b) => a.item.by!.localeCompare(b.item.by!))
  if (!next?.item.by) return `${count(open.length, 'thing', 'things')} to prepare for ${day(visit.on)}`
  return next.item.kind === 'order' ? `Order by ${moment(next.item.by, false)}` : `Begin to charge by ${moment(next.item.by, true)}`
}

// Boxes keep the order in which they come.
const groups = (items: readonly State[]) => {
  const all = new Map<string, State[]>()
  for (const state of items) {
    const of = state.item.kind === 'contents' || state.item.of === 'Tools' ? (state.item.of ?? '') : ''
    all.set(of, [...(all.get(of) ?? []), state])
  }
  return [...all]
}

/** The service's clock, moved on here minute by minute. */
function useNow(at: string | undefined, readAt: number) {
  const [here, setHere] = useState(readAt)
  useEffect(() => {
    const timer = setInterval(() => setHere(Date.now()), 30_000)
    return () => clearInterval(timer)
  }, [])
  return at ? new Date(new Date(at).getTime() + Math.max(0, here - readAt)) : null
}

function Message({ box, text }: Schema['SupplierMessage']): ReactNode {
  const [copied, setCopied] = useState(false)
  return (
    <Box className="nf-screen-only" sx={{ borderLeft: 4, borderColor: 'divider', pl: 4, my: 3 }}>
      <Typography sx={{ fontWeight: 650 }}>Message to whoever sold the {box}</Typography>
      <Typography variant="body2" sx={{ whiteSpace: 'pre-line', my: 2 }}>
        {text}
      </Typography>
      <Button
        onClick={() => {
          void navigator.clipboard?.writeText(text).then(() => setCopied(true))
        }}
      >
        {copied ? 'Copied' : 'Copy it'}
      </Button>
    </Box>
  )
}
