import { Box, Button, TextField, ToggleButton, Typography } from '@mui/material'
import { useState } from 'react'
import { Link } from 'react-router'
import type { Schema } from '../api/client'
import { count } from '../format/format'
import { Figure, Page, Part } from '../parts/Page'
import { Trouble, Waiting } from '../parts/Trouble'
import { Shell } from '../shell/Shell'
import { useShelf } from '../api/reference'
import { Compare } from './Compare'
import { KitFile } from './KitFile'
import { MarkingList } from './MarkingList'
import { roleWords } from './roleWords'
import { ShelfRow } from './ShelfRow'

type Entry = Schema['ShelfEntry']

/** Most devices side by side. */
const mostCompared = 4

/** The shelf: every device, found by name or by what it can do, set side by side, corrected, exchanged as a file. */
export function KitPage() {
  const shelf = useShelf()
  const [wanted, setWanted] = useState('')
  const [abilities, setAbilities] = useState<string[]>([])
  const [compared, setCompared] = useState<string[]>([])
  const entries = shelf.data?.devices ?? []
  const shown = entries.filter((e) => matches(e, wanted, abilities))
  const unread = entries.filter(hasUnreadMark).length
  const filtered = wanted.trim() !== '' || abilities.length > 0
  const toggle = (id: string) =>
    setCompared(compared.includes(id) ? compared.filter((other) => other !== id) : [...compared, id].slice(0, mostCompared))
  return (
    <Shell place="Kit">
      <Page
        headline={
          !shelf.data
            ? 'Kit'
            : filtered
              ? `${shown.length} of ${entries.length} things can do that`
              : `${entries.length} things on the shelf`
        }
        figures={
          unread > 0 && <Figure value={count(unread, 'device', 'devices')} after="with a codec mark nobody has read: planned as SBC" />
        }
        action={
          shelf.data && (
            <Box sx={{ display: 'flex', gap: 3, flexWrap: 'wrap' }}>
              <Button variant="contained" color="primary" component={Link} to="/kit/new">
                Add a device
              </Button>
              <KitFile />
            </Box>
          )
        }
      >
        {shelf.isPending && <Waiting words="Fetching the shelf…" />}
        {shelf.isError && <Trouble error={shelf.error} onRetry={() => void shelf.refetch()} />}
        {shelf.data && shelf.data.unreadable.length > 0 && (
          <Typography
            role="alert"
            sx={{ mt: 4, pl: 4, borderLeft: 4, borderColor: 'warning.main', maxWidth: 680, overflowWrap: 'anywhere' }}
          >
            What is kept of {count(shelf.data.unreadable.length, 'device', 'devices')} is damaged, and nothing is planned with{' '}
            {shelf.data.unreadable.length === 1 ? 'it' : 'them'}: {shelf.data.unreadable.join(', ')}. Restore from a backup, or import the
            kit file again.
          </Typography>
        )}
        <TextField label="Find by name or maker" value={wanted} onChange={(e) => setWanted(e.target.value)} sx={{ maxWidth: 420, mt: 4 }} />
        <Box
          role="group"
          aria-label="What it can do"
          tabIndex={0}
          sx={{ display: 'flex', flexWrap: { xs: 'nowrap', sm: 'wrap' }, overflowX: 'auto', gap: 2, mt: 3, '& > *': { flexShrink: 0 } }}
        >
          {shelf.data?.abilities.map((a) => (
            <ToggleButton
              key={a.id}
              value={a.id}
              selected={abilities.includes(a.id)}
              onChange={() => setAbilities(abilities.includes(a.id) ? abilities.filter((id) => id !== a.id) : [...abilities, a.id])}
              sx={{ px: 3 }}
            >
              {a.words}
            </ToggleButton>
          ))}
        </Box>
        <Compare ids={compared} onClear={() => setCompared([])} />
        {filtered && shown.length === 0 && (
          <Typography color="textSecondary" sx={{ mt: 5 }}>
            Nothing on the shelf can do all of that.{' '}
            <Button
              variant="text"
              onClick={() => {
                setWanted('')
                setAbilities([])
              }}
            >
              Show everything
            </Button>
          </Typography>
        )}
        {[...(Object.keys(roleWords) as Schema['DeviceRole'][]), 'retired' as const].map((part) => {
          const some = shown.filter((e) => (e.device.retiredOn ? 'retired' : e.device.role) === part)
          return (
            some.length > 0 && (
              <Part
                key={part}
                title={part === 'retired' ? 'Retired' : roleWords[part]}
                note={part === 'retired' ? 'No new rig uses them; old cases still show them.' : undefined}
              >
                {some.map((e) => (
                  <ShelfRow
                    key={`${e.device.id} ${e.version}`}
                    entry={e}
                    currency={shelf.data?.currency ?? ''}
                    compared={compared.includes(e.device.id)}
                    mayCompare={compared.length < mostCompared}
                    onCompare={() => toggle(e.device.id)}
                  />
                ))}
              </Part>
            )
          )
        })}
        {shelf.data && <MarkingList />}
      </Page>
    </Shell>
  )
}

/** True for a device of this name or maker that can do everything asked for. */
export const matches = (entry: Entry, wanted: string, abilities: readonly string[]) =>
  `${entry.device.name} ${entry.device.maker}`.toLowerCase().includes(wanted.trim().toLowerCase()) &&
  abilities.every((id) => entry.abilities.includes(id))

const hasUnreadMark = (entry: Entry) =>
  (entry.device.links ?? []).some((l) => [...(l.codecs ?? []), ...(l.codecsWithSeveral ?? [])].some((c) => c.markUnknown))
