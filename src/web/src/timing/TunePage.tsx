import { Box, Button, Typography } from '@mui/material'
import { useCallback, useEffect, useRef, useState } from 'react'
import { Link } from 'react-router'
import type { Schema } from '../api/client'
import { useCase } from '../api/useCase'
import { LineBoard } from '../line/LineBoard'
import { Figure, Page, Part } from '../parts/Page'
import { TestClip } from '../parts/TestClip'
import { Trouble, Waiting } from '../parts/Trouble'
import { offerUndo } from '../parts/undo'
import { useKey } from '../shell/keys'
import { NumberField } from '../parts/NumberField'
import { BestSettings, DelayHandles } from './DelayHandles'
import { Takes } from './Takes'
import { useTune } from './useTune'

/** Stage 6: is each listener in step, measured and predicted, and which delay settings are best. */
export function TunePage() {
  const detail = useCase()
  const { tune, waiting, takeOut, again, add, remove, restore, setCamera, setDelays, judge } = useTune(detail.id)
  const [values, setValues] = useState<number[] | null>(null)
  const [verdict, setVerdict] = useState<Schema['DelayChoice'] | null>(null)
  const [error, setError] = useState<unknown>(null)
  const firstField = useRef<HTMLDivElement>(null)
  const view = tune.data
  const standing = view?.settings.map(standsAt) ?? []
  const shown = values ?? standing
  const moved = shown.some((v, i) => v !== standing[i])

  useEffect(() => {
    if (!values) return
    const cancel = new AbortController()
    judge(values, cancel.signal)
      .then(setVerdict)
      .catch((refused: unknown) => !cancel.signal.aborted && setError(refused))
    return () => cancel.abort()
    // The verdict is asked for again when the values or the measurements change; `judge` only carries the case.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [values, view, detail.id])

  const best = view?.best
  const toBest = useCallback(() => best && setValues([...best.valuesMs]), [best])
  const toTake = useCallback(() => firstField.current?.querySelectorAll('input')[1]?.focus(), [])
  useKey('bestSettings', toBest)
  useKey('newTake', toTake)

  const keepDelays = async () => {
    setError(null)
    try {
      await setDelays({ valuesMs: [...shown], wereMs: standing })
      setValues(null)
    } catch (refused) {
      setError(refused)
      await tune.refetch()
    }
  }

  if (tune.isPending)
    return (
      <Page headline="Tune">
        <Waiting words="Adding up the delays…" />
      </Page>
    )
  if (tune.isError || !view)
    return (
      <Page headline="Tune">
        <Trouble error={tune.error} onRetry={() => void tune.refetch()} />
      </Page>
    )
  const { rigId } = view
  if (!rigId || !best || !view.asItStands)
    return (
      <Page headline="No rig chosen yet">
        <Typography color="textSecondary" sx={{ mt: 3 }}>
          Arrival is worked out from the rig. <Link to="../route">Choose one on Route</Link> first.
        </Typography>
      </Page>
    )

  const choice = (moved && verdict) || view.asItStands
  const onTheWay = waiting.some((w) => !w.refused)
  const unmeasured = view.rows.filter((r) => r.row.listenerId !== 'room' && !r.measured)
  return (
    <Page
      headline={headline(choice, view, unmeasured.length, moved)}
      beside={
        moved
          ? 'tried with the handles, not set yet'
          : unmeasured.length > 0
            ? `measure ${unmeasured.map((r) => r.row.name).join(' and ')}`
            : 'measured'
      }
      figures={
        <>
          <Figure
            value={`${choice.inside} of ${choice.listeners}`}
            after={choice.listeners === 1 ? 'listener inside' : 'listeners inside'}
          />
          {view.settings.map((s, i) => (
            <Figure key={s.name} before={s.name} value={`${shown[i]} ms`} after={figureNote(s, shown[i] ?? 0)} />
          ))}
        </>
      }
      action={best.valuesMs.some((v, i) => v !== shown[i]) ? <BestSettings onPress={toBest} /> : undefined}
    >
      {error !== null && <Trouble error={error} />}
      <Box sx={{ mt: 4 }}>
        <LineBoard
          rows={view.rows.map(({ row, measured }) => {
            const arrival = choice.arrivals.find((a) => a.id === row.listenerId)
            return { row, measured, shiftMs: shiftOf(row, view.settings, shown), inStep: arrival?.inStep }
          })}
        />
        <DelayHandles settings={view.settings} values={shown} onChange={setValues} />
        {moved && (
          <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 4, rowGap: 2, alignItems: 'center', mt: 3 }}>
            <Button disabled={onTheWay} onClick={() => void keepDelays()}>
              I have set it so on the set
            </Button>
            <Button variant="text" onClick={() => setValues(null)}>
              Put the handles back
            </Button>
            {onTheWay && (
              <Typography variant="body2" color="textSecondary">
                First the takes that wait must arrive: they were filmed with the delay as it stands.
              </Typography>
            )}
          </Box>
        )}
      </Box>
      <Part title="What the settings can do">
        {best.sentences.map((sentence) => (
          <Typography key={sentence} sx={{ py: 1 }}>
            {sentence}
          </Typography>
        ))}
        {moved && verdict && (
          <Typography color="textSecondary" role="status" sx={{ py: 1 }}>
            With the handles where they stand: {verdict.inside} of {verdict.listeners} inside.
          </Typography>
        )}
      </Part>
      <Part
        title="Takes"
        note="Play the flash-and-click clip from the set’s own player. Film the screen with the camera’s microphone at the headset, off the head. Count frames from flash to click."
      >
        <Typography variant="body2" sx={{ color: 'warning.main', fontWeight: 650 }}>
          Ask about photosensitive seizures first: the clip flashes. Never play clicks on an ear or through aids.
        </Typography>
        <Box sx={{ mt: 3 }}>
          {view.rows
            .filter((r) => r.row.listenerId !== 'room' && r.row.forecast)
            .map((row, i) => (
              <Takes
                key={row.row.listenerId}
                row={row}
                rigId={rigId}
                waiting={waiting.filter((w) => w.body.listenerId === row.row.listenerId)}
                onAgain={again}
                onLetGo={takeOut}
                firstField={i === 0 ? firstField : undefined}
                onAdd={add}
                onRemove={async (take) => {
                  await remove(take.id)
                  offerUndo('A take was taken out.', () => void restore(take.id))
                }}
              />
            ))}
        </Box>
      </Part>
      <Part title="The test clip">
        <TestClip />
      </Part>
      <Part title="This camera" note="Film a hand clap at arm’s length, never the set, and enter how late its own sound is.">
        <CameraForm key={`${view.cameraOffsetMs} ${view.cameraUncertaintyMs}`} view={view} onSet={setCamera} />
      </Part>
    </Page>
  )
}

const standsAt = (setting: Schema['DelaySetting']) => setting.standsAtMs ?? setting.foundAtMs

function figureNote(setting: Schema['DelaySetting'], value: number) {
  if (value !== standsAt(setting)) return `tried; stands at ${standsAt(setting)}`
  return value === setting.foundAtMs ? 'as found' : `(found at ${setting.foundAtMs})`
}

/** How far a drawn row moves while the handles stand elsewhere; the verdict on it comes from the service. */
function shiftOf(row: Schema['LineRow'], settings: readonly Schema['DelaySetting'][], values: readonly number[]) {
  const moves = (s: Schema['DelaySetting']) => (row.socketId === null ? s.movesSpeakers : s.movesSocketIds.includes(row.socketId))
  if (!settings.some(moves)) return undefined
  return settings.reduce((sum, s, i) => sum + (moves(s) ? (values[i] ?? 0) - standsAt(s) : 0), 0)
}

function CameraForm({ view, onSet }: { view: Schema['TuneView']; onSet: (camera: Schema['CameraFound']) => Promise<void> }) {
  const [offsetMs, setOffset] = useState(view.cameraOffsetMs)
  const [uncertaintyMs, setUncertainty] = useState(view.cameraUncertaintyMs)
  const [error, setError] = useState<unknown>(null)
  return (
    <Box
      component="form"
      onSubmit={(e) => {
        e.preventDefault()
        const was = { offsetMs: view.cameraOffsetMs, uncertaintyMs: view.cameraUncertaintyMs }
        onSet({ now: { offsetMs, uncertaintyMs }, was }).then(() => setError(null), setError)
      }}
      sx={{ display: 'flex', flexWrap: 'wrap', gap: 3, mt: 2, alignItems: 'flex-start' }}
    >
      <NumberField label="Its own skew" unit="ms" value={offsetMs} onChange={setOffset} width={150} />
      <NumberField label="Spread (standard)" unit="ms" value={uncertaintyMs} onChange={setUncertainty} width={170} />
      <Button type="submit">Keep</Button>
      {error !== null && <Trouble error={error} />}
    </Box>
  )
}

/** The verdict; of handles that are only tried it says what would be. */
function headline(choice: Schema['DelayChoice'], view: Schema['TuneView'], unmeasured: number, tried: boolean) {
  const is = tried ? 'would be' : 'is'
  const names = view.rows.filter((r) => r.row.listenerId !== 'room')
  const out = choice.arrivals.filter((a) => !a.inside && names.some((r) => r.row.listenerId === a.id))
  if (out.length === 0)
    return unmeasured === 0
      ? names.length === 1
        ? `${names[0]?.row.name} ${is} in step`
        : `Everyone ${is} in step`
      : names.length === 1
        ? `${names[0]?.row.name} should be in step`
        : 'Everyone should be in step'
  const worst = out.reduce((a, b) => (a.inStep <= b.inStep ? a : b))
  const row = names.find((r) => r.row.listenerId === worst.id)
  const name = row?.row.name ?? ''
  if (worst.verdict === 'late') return `${name} ${is} late`
  if (worst.verdict === 'early') return `${name} ${is} early`
  return row?.measured ? `${name}: too close to the limit to tell` : `${name} may be out of step`
}
