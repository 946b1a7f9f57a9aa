import { Box, ButtonBase, Typography } from '@mui/material'
import { useCallback, useEffect, useRef, useState } from 'react'
import { Link } from 'react-router'
import type { Schema } from '../api/client'
import { useCase } from '../api/useCase'
import { count } from '../format/format'
import { Figure, Page } from '../parts/Page'
import { Trouble, Waiting } from '../parts/Trouble'
import { useKey } from '../shell/keys'
import { ProofLine } from '../parts/ProofLine'
import { RefusedMarks } from './RefusedMarks'
import { StepCard, type Draft } from './StepCard'
import { useRunSheet } from './useRunSheet'

const phaseWords: Record<Schema['Phase'], string> = {
  before: 'Before anything moves',
  power: 'Power and switches',
  wire: 'Leads',
  menu: 'Menus',
  pair: 'Pairing',
  listen: 'Listening',
  leave: 'Leaving it safe',
}

const emptyDraft: Draft = { ticks: [], note: null, codec: null, failing: false, ahead: null }

const holdsWords = (steps: number) =>
  `Simulated devices went through all ${steps} steps at three paces: everybody hears, and the room is as it should be.`

/** Stage 4: one ordered step after the other, each with place, action, and what to see or hear. */
export function ConnectPage() {
  const detail = useCase()
  const { sheet, steps, report, error, waiting, takeOut, again } = useRunSheet(detail.id)
  const [at, setAt] = useState<string | null>(null)
  const [drafts, setDrafts] = useState<Record<string, Draft>>({})
  const openIndex = steps?.findIndex((s) => s.outcome === 'open') ?? -1
  const index = steps
    ? Math.max(0, at === null ? (openIndex < 0 ? steps.length - 1 : openIndex) : steps.findIndex((s) => s.step.id === at))
    : 0
  const current = steps?.[index]
  // Once said, a reason for going ahead is proposed again: it mostly holds for the next step too.
  const [lastAhead, setLastAhead] = useState('')
  const draft = (current && drafts[current.step.id]) ?? emptyDraft
  const ahead = (draft.ahead ?? lastAhead).trim()
  const missing = current ? (current.step.ticks ?? []).filter((t) => !draft.ticks.includes(t)).length : 0
  const first = (current?.step.needs ?? []).map((id) => steps?.find((s) => s.step.id === id)).find((s) => s && s.outcome !== 'asExpected')
  const before = current?.outcome === 'asExpected' ? undefined : steps?.find((s) => s.step.id === current?.beforeId && s.outcome === 'open')
  const ready =
    !!current &&
    !first &&
    (!before || ahead !== '') &&
    (current.outcome === 'asExpected' || (missing === 0 && (!current.step.codecs?.length || draft.codec !== null)))
  const rigId = sheet.data?.rigId
  const proof = sheet.data?.proof

  const tell = useCallback(
    async (outcome: Schema['StepOutcome']) => {
      if (!current || !rigId || !steps) return
      const done = await report(current.step.id, {
        rigId,
        outcome,
        was: current.outcome,
        note: (draft.note ?? current.note).slice(0, 1000),
        wasNote: current.note,
        codec: draft.codec,
        aheadBecause: before && outcome === 'asExpected' ? ahead : null,
      })
      if (!done) return
      setDrafts((all) => ({ ...all, [current.step.id]: { ...draft, failing: false } }))
      if (before && outcome === 'asExpected') setLastAhead(ahead)
      if (outcome === 'asExpected') {
        const next = steps.slice(index + 1).find((s) => s.outcome === 'open') ?? steps[index + 1]
        if (next) setAt(next.step.id)
        window.scrollTo({ top: 0 })
      } else setAt(current.step.id)
    },
    [current, rigId, steps, draft, index, report, before, ahead],
  )
  const byKey = useCallback(() => {
    if (ready) void tell('asExpected')
  }, [ready, tell])
  useKey('asExpected', byKey)

  if (sheet.isPending)
    return (
      <Page headline="Connect">
        <Waiting words="Ordering the steps…" />
      </Page>
    )
  if (sheet.isError)
    return (
      <Page headline="Connect">
        <Trouble error={sheet.error} onRetry={() => void sheet.refetch()} />
      </Page>
    )
  if (!rigId || !steps || !current)
    return (
      <Page headline="No rig chosen yet">
        <Typography color="textSecondary" sx={{ mt: 3 }}>
          The run sheet is made from the rig. <Link to="../route">Choose one on Route</Link> first.
        </Typography>
      </Page>
    )

  const unsent = waiting.filter((w) => !w.refused).length
  const left = steps.filter((s) => s.outcome === 'open').length
  const failed = steps.filter((s) => s.outcome === 'notAsExpected')
  return (
    <Page
      headline={
        left === 0 && failed.length === 0
          ? 'Everything is connected'
          : failed.length > 0 && left === 0
            ? `${count(failed.length, 'step', 'steps')} went wrong`
            : `Step ${index + 1} of ${steps.length}`
      }
      beside={phaseWords[current.step.phase]}
      quietOnPhone
      figures={
        <>
          <Figure value={steps.length - left - failed.length} after="done" />
          <Figure value={left} after="open" />
          {failed.length > 0 && <Figure value={failed.length} after="not as expected" />}
          {unsent > 0 && <Figure value={unsent} after="waiting for the connection" />}
          {left === 0 && failed.length === 0 && <Link to="../tune">Measure the lips on Tune</Link>}
        </>
      }
    >
      {error !== null && <Trouble error={error} />}
      {proof && (
        <Box sx={{ display: { xs: 'none', sm: 'block' } }}>
          <ProofLine proof={proof} holds={holdsWords(steps.length)} steps={steps} onPick={setAt} />
        </Box>
      )}
      <RefusedMarks
        waiting={waiting}
        wordsOf={(body) => steps.find((s) => s.step.id === body.stepId)?.step.action ?? 'A step of another rig'}
        onAgain={again}
        onTakeOut={takeOut}
      />
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) 340px' },
          columnGap: 8,
          mt: { xs: 3, sm: 4 },
          alignItems: 'start',
        }}
      >
        <StepCard
          key={current.step.id}
          state={current}
          draft={{ ...draft, ahead: draft.ahead ?? lastAhead }}
          ready={ready}
          doubts={(proof?.doubts ?? []).filter((d) => d.askedAt === current.step.id).map((d) => d.words)}
          first={first && { words: first.step.action, onGo: () => setAt(first.step.id) }}
          before={before && { words: before.step.action, onGo: () => setAt(before.step.id) }}
          onGo={(id) => {
            setAt(id)
            window.scrollTo({ top: 0 })
          }}
          onDraft={(next) => setDrafts((all) => ({ ...all, [current.step.id]: next }))}
          onTell={(outcome) => void tell(outcome)}
          onBack={index > 0 ? () => setAt(steps[index - 1]?.step.id ?? null) : undefined}
          onOn={
            index < steps.length - 1 && (current.outcome !== 'open' || !current.step.mandatory)
              ? () => setAt(steps[index + 1]?.step.id ?? null)
              : undefined
          }
        />
        {proof && (
          <Box sx={{ display: { sm: 'none' }, mt: 6 }}>
            <ProofLine proof={proof} holds={holdsWords(steps.length)} steps={steps} onPick={setAt} />
          </Box>
        )}
        <StepList
          steps={steps}
          current={current.step.id}
          onPick={(id) => {
            setAt(id)
            window.scrollTo({ top: 0 })
          }}
        />
      </Box>
    </Page>
  )
}

function StepList({
  steps,
  current,
  onPick,
}: {
  steps: readonly (Schema['StepState'] & { waits: boolean })[]
  current: string
  onPick: (id: string) => void
}) {
  const list = useRef<HTMLElement>(null)
  useEffect(() => {
    const box = list.current
    const item = box?.querySelector<HTMLElement>('[aria-current=step]')
    if (box && item && box.scrollHeight > box.clientHeight) box.scrollTop = item.offsetTop - box.offsetTop - box.clientHeight / 3
  }, [current])
  return (
    <Box
      ref={list}
      component="nav"
      aria-label="All steps"
      sx={{
        borderLeft: { md: 1 },
        borderColor: { md: 'divider' },
        pl: { md: 5 },
        mt: { xs: 8, md: 0 },
        position: { md: 'sticky' },
        top: { md: 12 },
        maxHeight: { md: 'calc(100vh - 24px)' },
        overflowY: { md: 'auto' },
      }}
    >
      <Box component="ol" sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {steps.map((s, i) => {
          const heading = s.step.phase !== steps[i - 1]?.step.phase
          return (
            <li key={s.step.id}>
              {heading && (
                <Typography variant="caption" color="textSecondary" component="p" sx={{ pt: 3, pb: 1 }}>
                  {phaseWords[s.step.phase]}
                </Typography>
              )}
              <ButtonBase
                onClick={() => onPick(s.step.id)}
                aria-current={s.step.id === current ? 'step' : undefined}
                sx={{
                  width: '100%',
                  justifyContent: 'flex-start',
                  textAlign: 'left',
                  minHeight: 44,
                  gap: 3,
                  py: 1,
                  pl: 3,
                  borderLeft: 4,
                  borderColor: s.step.id === current ? 'primary.main' : 'transparent',
                }}
              >
                <Typography
                  component="span"
                  variant="body2"
                  color={s.outcome === 'notAsExpected' ? 'warning' : 'textSecondary'}
                  sx={{ width: 22, flex: 'none' }}
                >
                  {s.outcome === 'asExpected' ? '✓' : s.outcome === 'notAsExpected' ? '!' : i + 1}
                </Typography>
                <Typography
                  component="span"
                  variant="body2"
                  sx={{ color: s.outcome === 'open' || s.step.id === current ? 'text.primary' : 'text.secondary' }}
                >
                  {s.step.action}
                  {s.outcome === 'notAsExpected' && (
                    <Box component="span" sx={{ color: 'warning.main' }}>
                      {' '}
                      – not as expected
                    </Box>
                  )}
                  {s.aheadBecause && ' – ahead of its turn'}
                  {s.waits && ' – waiting'}
                </Typography>
              </ButtonBase>
            </li>
          )
        })}
      </Box>
    </Box>
  )
}
