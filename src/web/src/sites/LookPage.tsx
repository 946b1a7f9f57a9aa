import { Box, Button, Typography } from '@mui/material'
import { useState } from 'react'
import type { Schema } from '../api/client'
import { useCase } from '../api/useCase'
import { metres } from '../format/format'
import { Part, Page } from '../parts/Page'
import { Trouble, Waiting } from '../parts/Trouble'
import { Complaints } from './Complaints'
import { Listeners } from './Listeners'
import { Owned } from './Owned'
import { SocketWall } from './SocketWall'
import { SoundTogether } from './SoundTogether'
import { Sources } from './Sources'
import { Strips } from './Strips'
import { TheAir } from './TheAir'
import { TheSet } from './TheSet'
import { useAsked, type Asked } from './useAsked'
import { useReference, useShelf } from '../api/reference'
import { useLook } from './useLook'
import { useMenuPaths } from './useMenuPaths'
import { WorthAsking } from './WorthAsking'

/** Stage 1: what is behind this set, and who listens. */
export function LookPage() {
  const detail = useCase()
  const { look, problems, conflict, error, change, settle } = useLook(detail)
  const [asked, setAsked] = useState<Asked | null>(null)
  const setPart = useAsked<HTMLDivElement>(asked, ['set.speakersCanBeOff', 'set.spatialListed'])
  const menuPaths = useMenuPaths(look.set.model)
  const reference = useReference()
  const shelf = useShelf()
  if (reference.isPending || shelf.isPending)
    return (
      <Page headline="Behind the set">
        <Waiting words="Opening the wall…" />
      </Page>
    )
  if (reference.isError || shelf.isError)
    return (
      <Page headline="Behind the set">
        <Trouble error={reference.error ?? shelf.error} />
      </Page>
    )

  const devices = shelf.data.devices.map((d) => d.device)
  const putSet = (set: Schema['TelevisionSet']) => change((l) => ({ ...l, set }))
  // What belongs to no single field; everything else is said at its own.
  const stray = problems.filter((p) => ['listeners', 'owned', 'set.sockets', 'sources', 'walls'].includes(p.field))
  return (
    <Page headline={headline(look, detail.meanings)} beside={standfirst(look, detail.meanings)}>
      {error !== null && <Trouble error={error} />}
      {conflict && <Conflict changes={conflict.changes} onSettle={(mine) => void settle(mine)} />}
      {stray.map((p) => (
        <Typography key={p.field} role="alert" color="error" sx={{ mt: 2 }}>
          {p.reason} {p.remedy}
        </Typography>
      ))}
      <Box sx={{ display: 'grid', columnGap: 8, gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: 'minmax(0, 1fr) 280px' }, mt: 4 }}>
        <Box sx={{ minWidth: 0 }}>
          <SocketWall
            facts={reference.data.sockets.filter((f) => !onlyOnBoxes.includes(f.kind))}
            sockets={look.set.sockets}
            meanings={detail.meanings}
            problems={problems}
            asked={asked}
            roomSpeakers={devices.filter((d) => d.role === 'roomSpeaker')}
            onChange={(sockets) => putSet({ ...look.set, sockets })}
            takenIds={(look.sources ?? []).flatMap((s) => (s.sockets ?? []).map((x) => x.id))}
          />
          <Part title="What is watched" note="Several sources: take the sound from the set. One box alone: its own output may do.">
            <Sources
              look={look}
              reference={reference.data}
              meanings={detail.meanings}
              problems={problems}
              asked={asked}
              onChange={change}
            />
          </Part>
          <Complaints value={look.complaints ?? []} onChange={(complaints) => change((l) => ({ ...l, complaints }))} />
          <Part title="Who listens" id="listeners">
            <Listeners
              listeners={look.listeners}
              receivers={devices.filter((d) => d.role === 'receiver' || d.role === 'roomSpeaker')}
              nearBody={shelf.data.devices.filter((d) => d.abilities.includes('near-body')).map((d) => d.device)}
              tolerances={reference.data.tolerances}
              most={reference.data.mostListeners}
              goodEnoughPercent={look.goodEnoughPercent ?? 80}
              onGoodEnough={(goodEnoughPercent) => change((l) => ({ ...l, goodEnoughPercent }))}
              problems={problems}
              asked={asked}
              onChange={(listeners) => change((l) => ({ ...l, listeners }))}
            />
          </Part>
          {detail.outputPairs.length > 0 && (look.listeners.length > 1 || look.listeners.some((l) => l.roomWish === 'roomHearsToo')) && (
            <Part
              title="What sounds at the same time"
              note="A set rarely plays two outputs as two people wish. Try those that would be used together."
            >
              <SoundTogether
                pairs={detail.outputPairs}
                answers={look.liveTogether ?? []}
                asked={asked}
                onChange={(liveTogether) => change((l) => ({ ...l, liveTogether }))}
              />
            </Part>
          )}
          <Part
            title="The air between"
            note="One strip a place, from the set on the left to the ear. Drag a wall, or move it with the arrow keys."
          >
            <Strips
              caseId={detail.id}
              version={detail.version}
              look={look}
              materials={reference.data.materials}
              problems={problems}
              asked={asked}
              onChange={change}
            />
            <TheAir look={look} problems={problems} asked={asked} onChange={change} />
          </Part>
          <Part title="The set itself">
            <div ref={setPart} tabIndex={-1} style={{ outline: 'none' }} />
            <TheSet
              set={look.set}
              facts={reference.data.sockets}
              problems={problems}
              menuPaths={menuPaths}
              asksSpatial={look.listeners.some((l) => l.spatialRendering)}
              onChange={putSet}
            />
          </Part>
          <Part title="Already owned" note="Things of the shelf that need not be bought, beside what is worn.">
            <Owned owned={look.owned} devices={devices} problems={problems} onChange={(owned) => change((l) => ({ ...l, owned }))} />
          </Part>
        </Box>
        <Box
          sx={{
            borderLeft: { lg: 1 },
            borderColor: { lg: 'divider' },
            pl: { lg: 6 },
            mt: { xs: 6, lg: 0 },
            order: { xs: -1, lg: 0 },
            mb: { xs: 4, lg: 0 },
          }}
        >
          <WorthAsking
            caseId={detail.id}
            version={detail.version}
            onPick={(field) => setAsked({ field })}
            ready={look.listeners.length > 0 && everySocket(look).some((s) => s.state !== 'notThere')}
          />
          <WhoInShort listeners={look.listeners} devices={devices} />
        </Box>
      </Box>
    </Page>
  )
}

/** Sockets a set itself never has. */
const onlyOnBoxes: readonly Schema['SocketKind'][] = ['hdmiOut', 'secondZone', 'tapeOut']

/** Who listens, in a line each, beside the wall. */
function WhoInShort({ listeners, devices }: { listeners: readonly Schema['Listener'][]; devices: readonly Schema['Device'][] }) {
  if (listeners.length === 0) return null
  return (
    <Box sx={{ mt: 6, display: { xs: 'none', lg: 'block' } }}>
      <Typography variant="h2">Who listens</Typography>
      {listeners.map((l) => (
        <Typography key={l.id} color="textSecondary" sx={{ mt: 2 }}>
          <Box component="a" href="#listeners" sx={{ fontWeight: 650, color: 'text.primary' }}>
            {l.name || 'Unnamed'}
          </Box>
          {', '}
          {[
            metres(l.seatDistanceM),
            devices.find((d) => d.id === l.receiverId)?.name ?? 'nothing worn yet',
            l.readsLips && 'reads lips',
            l.roomWish === 'roomHearsToo' && 'the room hears too',
            l.roomWish === 'setSilent' && 'set silent',
            l.leavesRoom &&
              (l.roams?.length ? `walks to the ${l.roams.map((r) => r.name).join(', ')}` : `walks ${metres(l.roamDistanceM ?? 8)}`),
          ]
            .filter(Boolean)
            .join(', ')}
        </Typography>
      ))}
    </Box>
  )
}

const everySocket = (look: Schema['Look']) => [...look.set.sockets, ...(look.sources ?? []).flatMap((s) => s.sockets ?? [])]

function headline(look: Schema['Look'], meanings: readonly Schema['SocketMeaning'][]) {
  if (everySocket(look).every((s) => s.state === 'notThere')) return 'What is behind the set?'
  const ways = meanings.filter((m) => m.use === 'output').length
  return ways === 0
    ? 'Behind the set: no way out yet'
    : ways === 1
      ? 'Behind the set: one way out'
      : `Behind the set: ${['', '', 'two', 'three', 'four', 'five', 'six'][ways] ?? ways} ways out`
}

function standfirst(look: Schema['Look'], meanings: readonly Schema['SocketMeaning'][]) {
  if (everySocket(look).every((s) => s.state === 'notThere'))
    return 'Rear, sides, underneath. Enter each socket you can see; leave the rest.'
  if (!meanings.some((m) => m.use === 'output')) return 'Look for a small door, a headphone socket on the side, or HDMI marked ARC.'
  return 'Enter each socket you can see; leave the rest.'
}

function Conflict({ changes, onSettle }: { changes: readonly string[]; onSettle: (mine: boolean) => void }) {
  return (
    <Box role="alert" sx={{ borderLeft: 4, borderColor: 'warning.main', pl: 4, py: 1, my: 3 }}>
      <Typography sx={{ fontWeight: 650 }}>This look was changed elsewhere. Yours is kept here, not saved.</Typography>
      {changes.map((c) => (
        <Typography key={c} variant="body2">
          {c}
        </Typography>
      ))}
      <Box sx={{ display: 'flex', gap: 3, mt: 2, flexWrap: 'wrap' }}>
        <Button onClick={() => onSettle(true)}>Save mine over it</Button>
        <Button onClick={() => onSettle(false)}>Take theirs</Button>
      </Box>
    </Box>
  )
}
