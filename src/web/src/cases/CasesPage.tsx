import { Box, Button, Dialog, DialogContent, TextField, Typography } from '@mui/material'
import { useQueryClient } from '@tanstack/react-query'
import { useState, type FormEvent } from 'react'
import { Link, useNavigate } from 'react-router'
import { api, told, type Schema } from '../api/client'
import { useCases } from '../api/useCases'
import { clock, count } from '../format/format'
import { LineStrip } from '../line/LineStrip'
import { Figure, Page } from '../parts/Page'
import { Trouble, Waiting } from '../parts/Trouble'
import { offerUndo } from '../parts/undo'
import { useSettled } from '../parts/useSettled'
import { stagePath } from '../shell/Rail'
import { Shell } from '../shell/Shell'
import { FindCase } from './FindCase'

type Summary = Schema['CaseSummary']

/** Every case: its site, what to do next, and its line board in miniature. */
export function CasesPage() {
  const [typed, setTyped] = useState('')
  const search = useSettled(typed.trim())
  const list = useCases({ search })
  const [form, setForm] = useState<Summary | 'new' | null>(null)
  const { cases: all, unreadable, found, handedOver } = list
  const open = found - handedOver
  const headline = !all
    ? 'Cases'
    : search !== ''
      ? found === 0
        ? 'No case found'
        : count(found, 'case found', 'cases found')
      : found === 0
        ? 'No case yet'
        : open === 0
          ? 'Every case is handed over'
          : open === 1
            ? 'One case needs you'
            : `${open} cases need you`
  return (
    <Shell place="All cases">
      <Page
        headline={headline}
        figures={found > 0 && <Figure value={count(handedOver, 'case', 'cases')} after="handed over" />}
        action={
          <Button variant="contained" color="primary" onClick={() => setForm('new')}>
            New case
          </Button>
        }
      >
        {list.isPending && <Waiting words="Fetching the cases…" />}
        {list.isError && <Trouble error={list.error} onRetry={() => void list.refetch()} />}
        {(found > 0 || typed !== '') && (
          <Box sx={{ mt: 5 }}>
            <FindCase value={typed} onChange={setTyped} />
          </Box>
        )}
        {all?.length === 0 && search !== '' && (
          <Typography color="textSecondary" sx={{ mt: 4, maxWidth: 560 }}>
            Nothing here is called that. Try a shorter part of the name.
          </Typography>
        )}
        {all && found === 0 && search === '' && unreadable.length === 0 && (
          <Typography color="textSecondary" sx={{ mt: 4, maxWidth: 560 }}>
            Open a case for the place where the set stands. Then look behind the set and say who listens. To see finished cases first, run
            ./nightfrost demo.
          </Typography>
        )}
        <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0, mt: 5 }}>
          {unreadable.map((c) => (
            <UnreadableCase key={c.id} damaged={c} />
          ))}
          {all?.map((c) => (
            <CaseItem key={c.id} summary={c} onRename={() => setForm(c)} />
          ))}
        </Box>
        {list.hasNextPage && (
          <Button onClick={() => void list.fetchNextPage()} disabled={list.isFetchingNextPage} sx={{ mt: 4 }}>
            {list.isFetchingNextPage ? 'Fetching…' : 'Show more'}
          </Button>
        )}
        {form && <CaseForm existing={form === 'new' ? null : form} onClose={() => setForm(null)} />}
      </Page>
    </Shell>
  )
}

/** Deletes a case, with the way back. */
function useDeleting(caseId: string, title: string) {
  const queries = useQueryClient()
  const [error, setError] = useState<unknown>(null)
  const path = { params: { path: { caseId } } }
  const again = () => queries.invalidateQueries({ queryKey: ['cases'] })
  const remove = async () => {
    try {
      await told(api.DELETE('/api/cases/{caseId}', path))
      offerUndo(`Deleted “${title}”.`, () => void told(api.POST('/api/cases/{caseId}/restore', path)).then(again, again))
      await again()
    } catch (refused) {
      setError(refused)
    }
  }
  return { remove, error }
}

/** A case of which what is kept is damaged: named with its id, so that it can be restored from a backup. */
function UnreadableCase({ damaged }: { damaged: Schema['UnreadableCase'] }) {
  const { remove, error } = useDeleting(damaged.id, damaged.title)
  return (
    <Box component="li" sx={{ borderTop: 1, borderColor: 'divider', py: 4 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 5, rowGap: 1, alignItems: 'center' }}>
        <Box sx={{ flex: '1 1 320px', minWidth: 0 }}>
          <Typography variant="body2" color="textSecondary">
            {damaged.site}
          </Typography>
          <Typography variant="h2" sx={{ overflowWrap: 'anywhere' }}>
            {damaged.title}
          </Typography>
        </Box>
        <Typography sx={{ fontWeight: 650, color: 'warning.main' }}>Cannot be read</Typography>
        <Button variant="text" onClick={() => void remove()} aria-label={`Delete ${damaged.title}`}>
          Delete
        </Button>
      </Box>
      <Typography variant="body2" sx={{ mt: 2, maxWidth: 680, overflowWrap: 'anywhere' }}>
        What is kept of this case is damaged; everything else works. Restore it from a backup, or quote its id when you ask for help:{' '}
        {damaged.id}.
      </Typography>
      {error !== null && <Trouble error={error} />}
    </Box>
  )
}

function CaseItem({ summary, onRename }: { summary: Summary; onRename: () => void }) {
  const { remove, error } = useDeleting(summary.id, summary.title)
  const done = summary.next.stage === 'handOver' && summary.stages.find((s) => s.stage === 'handOver')?.done
  return (
    <Box component="li" sx={{ borderTop: 1, borderColor: 'divider', py: 4 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 5, rowGap: 1, alignItems: 'center' }}>
        <Box sx={{ flex: '1 1 320px', minWidth: 0 }}>
          <Typography variant="body2" color="textSecondary">
            {summary.site}
          </Typography>
          <Typography variant="h2" sx={{ overflowWrap: 'anywhere' }}>
            <Box
              component={Link}
              to={`/cases/${summary.id}/${stagePath[summary.next.stage]}`}
              sx={{ color: 'text.primary', textDecorationColor: 'var(--nf-palette-divider)' }}
            >
              {summary.title}
            </Box>
          </Typography>
        </Box>
        <Box sx={{ flex: '0 1 auto' }}>
          <Typography sx={{ fontWeight: 650, color: done ? 'text.secondary' : 'warning.main' }}>{summary.next.words}</Typography>
          <Typography variant="caption" color="textSecondary">
            changed {clock(new Date(summary.changedAt))}
          </Typography>
        </Box>
        <Box sx={{ display: 'flex', gap: 3 }}>
          <Button variant="text" onClick={onRename} aria-label={`Rename ${summary.title}`}>
            Rename
          </Button>
          <Button variant="text" onClick={() => void remove()} aria-label={`Delete ${summary.title}`}>
            Delete
          </Button>
        </Box>
      </Box>
      {error !== null && <Trouble error={error} />}
      {summary.rows.length > 0 ? (
        <Box sx={{ mt: 2 }}>
          <LineStrip rows={summary.rows} measured={summary.measured} ruled={false} />
        </Box>
      ) : (
        <Typography variant="body2" color="textSecondary" sx={{ mt: 2 }}>
          No rig chosen yet.
        </Typography>
      )}
    </Box>
  )
}

function CaseForm({ existing, onClose }: { existing: Summary | null; onClose: () => void }) {
  const queries = useQueryClient()
  const navigate = useNavigate()
  const [site, setSite] = useState(existing?.site ?? '')
  const sites = [...new Set(useCases({ search: useSettled(site.trim()) }).cases?.map((c) => c.site))]
  const [title, setTitle] = useState(existing?.title ?? '')
  const [error, setError] = useState<unknown>(null)
  const submit = async (event: FormEvent) => {
    event.preventDefault()
    try {
      if (existing) {
        await told(
          api.PATCH('/api/cases/{caseId}', {
            params: { path: { caseId: existing.id } },
            body: { site, title, wasSite: existing.site, wasTitle: existing.title },
          }),
        )
        await Promise.all([
          queries.invalidateQueries({ queryKey: ['cases'] }),
          queries.invalidateQueries({ queryKey: ['case', existing.id] }),
        ])
        onClose()
      } else {
        const made = await told(api.POST('/api/cases', { body: { site, title } }))
        await queries.invalidateQueries({ queryKey: ['cases'] })
        void navigate(`/cases/${made.id}/look`)
      }
    } catch (refused) {
      setError(refused)
    }
  }
  return (
    <Dialog open onClose={onClose} aria-labelledby="case-form" fullWidth maxWidth="xs">
      <DialogContent>
        <Box component="form" onSubmit={(e) => void submit(e)}>
          <Typography id="case-form" variant="h1" component="h2" sx={{ fontSize: 24, mb: 5 }}>
            {existing ? 'Rename the case' : 'New case'}
          </Typography>
          <TextField
            label="Where the set stands"
            value={site}
            onChange={(e) => setSite(e.target.value)}
            autoFocus
            helperText={
              !existing && sites.includes(site.trim())
                ? 'It starts from what earlier cases found out there, each thing with since when.'
                : undefined
            }
            slotProps={{ htmlInput: { list: 'sites', maxLength: 400 } }}
            sx={{ mb: 4 }}
          />
          <datalist id="sites">
            {sites.map((s) => (
              <option key={s} value={s} />
            ))}
          </datalist>
          <TextField label="What it is about" value={title} onChange={(e) => setTitle(e.target.value)} sx={{ mb: 4 }} />
          {error !== null && <Trouble error={error} />}
          <Box sx={{ display: 'flex', gap: 3 }}>
            <Button onClick={onClose}>Back</Button>
            <Button type="submit" variant="contained" color="primary">
              {existing ? 'Rename' : 'Open the case'}
            </Button>
          </Box>
        </Box>
      </DialogContent>
    </Dialog>
  )
}
