import { Box, Button, Typography } from '@mui/material'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect, useRef, useState } from 'react'
import { useNavigate, useParams, useSearchParams } from 'react-router'
import { api, RefusedError, told, type Schema } from '../api/client'
import { day, today } from '../format/format'
import { Figure, Page, Part } from '../parts/Page'
import { setSaved } from '../parts/saved'
import { Trouble, Waiting } from '../parts/Trouble'
import { offerUndo } from '../parts/undo'
import { Shell } from '../shell/Shell'
import { useShelf } from '../api/reference'
import { DeviceForm } from './DeviceForm'
import { blank, complete, copyOf, fieldWords, type Draft } from './draft'
import { DeviceProof } from './DeviceProof'
import { Manual } from './Manual'
import { refreshKit } from './refreshKit'

/** One device by itself: described, copied, retired, taken off the shelf. */
export function DevicePage() {
  const { deviceId } = useParams()
  const [query] = useSearchParams()
  const shelf = useShelf()
  const terms = useQuery({ queryKey: ['kit-terms'], queryFn: () => told(api.GET('/api/kit/terms')), staleTime: Infinity })
  const entry = shelf.data?.devices.find((e) => e.device.id === (deviceId ?? query.get('from')))
  const missing = shelf.data && (deviceId ?? query.get('from')) && !entry
  return (
    <Shell place="Kit">
      {shelf.isError && <Trouble error={shelf.error} onRetry={() => void shelf.refetch()} />}
      {terms.isError && <Trouble error={terms.error} onRetry={() => void terms.refetch()} />}
      {missing && (
        <Page headline="There is no such device">
          <Typography sx={{ mt: 3 }}>It was taken off the shelf, or its address is mistyped. Open it from the shelf.</Typography>
        </Page>
      )}
      {!missing && shelf.data && terms.data ? (
        <Editor
          key={`${deviceId ?? 'new'} ${query.get('from') ?? ''}`}
          entry={deviceId ? entry : undefined}
          from={deviceId ? undefined : entry?.device}
          shelf={shelf.data}
          terms={terms.data}
        />
      ) : (
        !missing && !shelf.isError && !terms.isError && <Waiting words="Fetching the shelf…" />
      )}
    </Shell>
  )
}

interface Props {
  entry: Schema['ShelfEntry'] | undefined
  from: Schema['Device'] | undefined
  shelf: Schema['ShelfView']
  terms: Schema['KitTerms']
}

/** Keeps what is typed until it is on the shelf, through a reload too. */
function useDraft(place: string, first: () => Draft) {
  const [draft, setDraft] = useState<Draft>(() => {
    const kept = sessionStorage.getItem(place)
    return kept ? complete(JSON.parse(kept) as Draft) : first()
  })
  const [touched, setTouched] = useState(() => sessionStorage.getItem(place) !== null)
  const put = (next: Draft) => {
    sessionStorage.setItem(place, JSON.stringify(next))
    setTouched(true)
    setDraft(next)
  }
  const settle = (next: Draft) => {
    sessionStorage.removeItem(place)
    setTouched(false)
    setDraft(next)
  }
  return { draft, touched, put, settle }
}

function Editor({ entry, from, shelf, terms }: Props) {
  const navigate = useNavigate()
  const queries = useQueryClient()
  const place = `nightfrost:device:${entry ? `${entry.device.id}:${entry.version}` : `new:${from?.id ?? ''}`}`
  const { draft, touched, put, settle } = useDraft(place, () => (entry ? complete(entry.device) : from ? copyOf(from) : blank(today())))
  const [error, setError] = useState<unknown>(null)
  const [busy, setBusy] = useState(false)
  const wrong = useRef<HTMLDivElement>(null)
  const problems = error instanceof RefusedError ? error.refusal.problems : []
  useEffect(() => {
    if (error) wrong.current?.focus()
  }, [error])

  const doing = async (work: () => Promise<void>) => {
    setBusy(true)
    setError(null)
    try {
      await work()
    } catch (refused) {
      setError(refused)
      setSaved({ kind: 'refused' })
    } finally {
      setBusy(false)
    }
  }
  const keep = () =>
    doing(async () => {
      const saved = entry
        ? await told(
            api.PUT('/api/kit/{deviceId}', {
              params: { path: { deviceId: entry.device.id } },
              body: { version: entry.version, device: draft },
            }),
          )
        : await told(api.POST('/api/kit', { body: draft }))
      settle(complete(saved.device))
      setSaved({ kind: 'saved', at: new Date() })
      await refreshKit(queries)
      void navigate(entry ? '/kit' : `/kit/${saved.device.id}`)
    })
  const path = { deviceId: entry?.device.id ?? '' }
  const retire = (retired: boolean) =>
    doing(async () => {
      const saved = await told(
        api.POST('/api/kit/{deviceId}/retirement', { params: { path }, body: { version: entry?.version ?? 0, retired } }),
      )
      setSaved({ kind: 'saved', at: new Date() })
      if (!touched) settle(complete(saved.device))
      await refreshKit(queries)
    })
  const remove = () =>
    doing(async () => {
      await told(api.DELETE('/api/kit/{deviceId}', { params: { path } }))
      offerUndo(
        `${entry?.device.name} was taken off the shelf.`,
        () => void told(api.POST('/api/kit/{deviceId}/restore', { params: { path } })).then(() => refreshKit(queries)),
      )
      await refreshKit(queries)
      void navigate('/kit')
    })
  const problemOf = (field: string) => problems.find((p) => p.field === field)
  const retiredOn = entry?.device.retiredOn
  return (
    <Page
      headline={draft.name || (from ? 'A copy' : 'A new device')}
      figures={
        <>
          {retiredOn && <Figure before="retired on" value={day(retiredOn)} after="· no new rig uses it, old cases still show it" />}
          {touched && <Figure value="Not yet on the shelf" after="· kept here until you save" />}
        </>
      }
      action={
        <Button variant="contained" color="primary" disabled={busy || (!touched && !from)} onClick={() => void keep()}>
          {entry ? 'Keep' : 'Put on the shelf'}
        </Button>
      }
    >
      <Box ref={wrong} tabIndex={-1} sx={{ outline: 'none' }}>
        {error !== null && problems.length === 0 && <Trouble error={error} />}
        {problems.length > 0 && (
          <Box role="alert" sx={{ borderLeft: 4, borderColor: 'error.main', pl: 4, py: 1, my: 3 }}>
            <Typography sx={{ fontWeight: 650 }}>
              {problems.length === 1 ? 'One entry cannot be right.' : `${problems.length} entries cannot be right.`}
            </Typography>
            {problems.map((p) => (
              <Typography key={p.field + p.reason} variant="body2">
                <b>{fieldWords(p.field)}</b>: {p.reason} {p.remedy}
              </Typography>
            ))}
          </Box>
        )}
      </Box>
      {entry && (
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 3, mt: 4 }}>
          <Button onClick={() => void navigate(`/kit/new?from=${entry.device.id}`)}>Duplicate</Button>
          <Button disabled={busy} onClick={() => void retire(!retiredOn)}>
            {retiredOn ? 'Use it again' : 'Retire'}
          </Button>
          <Button variant="text" disabled={busy} onClick={() => void remove()}>
            Take off
          </Button>
          {touched && (
            <Button variant="text" onClick={() => settle(complete(entry.device))}>
              Undo what was typed
            </Button>
          )}
        </Box>
      )}
      {entry && <DeviceProof entry={entry} />}
      <Box sx={{ maxWidth: 900 }}>
        <DeviceForm
          draft={draft}
          set={(change) => put({ ...draft, ...change })}
          terms={terms}
          problemOf={problemOf}
          devices={shelf.devices.map((e) => e.device)}
          currency={shelf.currency}
        />
      </Box>
      {entry && (
        <Part title="Its manual" note="A PDF, a picture or plain text, to be read where there is no network.">
          <Manual about={`device-${entry.device.id}`} of={entry.device.name} />
        </Part>
      )}
      <Box sx={{ mt: 6, '& > button': { width: { xs: '100%', sm: 'auto' }, minHeight: { xs: 56, sm: 44 } } }}>
        <Button variant="contained" color="primary" disabled={busy || (!touched && !from)} onClick={() => void keep()}>
          {entry ? 'Keep' : 'Put on the shelf'}
        </Button>
      </Box>
    </Page>
  )
}
