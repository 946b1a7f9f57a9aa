import { Box, Button, Typography, useMediaQuery, useTheme } from '@mui/material'
import { useState, type ReactNode } from 'react'
import { Link, useLocation } from 'react-router'
import type { Schema } from '../api/client'
import { useReference, useShelf } from '../api/reference'
import { useCase } from '../api/useCase'
import { Fold } from '../parts/Fold'
import { Page } from '../parts/Page'
import { Trouble, Waiting } from '../parts/Trouble'
import { Complaints } from './Complaints'
import { isThere, knownPlaces } from './lookEdits'
import { everySocket, headline, lookParts, nextThing, partOf, partTitles, said, type LookPart } from './lookSays'
import { Listeners } from './Listeners'
import { Owned } from './Owned'
import { partSince, sinceOf } from './since'
import { SocketWall } from './SocketWall'
import { SoundTogether } from './SoundTogether'
import { Sources } from './Sources'
import { Strips } from './Strips'
import { TheAir } from './TheAir'
import { TheSet } from './TheSet'
import { useAsked, type Asked } from './useAsked'
import { useLook } from './useLook'
import { useMenuPaths } from './useMenuPaths'
import { WorthAsking } from './WorthAsking'

/** Stage 1: who listens, what is watched, what is behind the set and between it and the ears. */
export function LookPage() {
  const detail = useCase()
  const { look, problems, conflict, error, change, settle } = useLook(detail)
  const [asked, setAsked] = useState<Asked | null>(null)
  const setPart = useAsked<HTMLDivElement>(asked, ['set.speakersCanBeOff', 'set.spatialListed'])
  const menuPaths = useMenuPaths(look.set.model)
  const reference = useReference()
  const shelf = useShelf()
  const onPhone = useMediaQuery(useTheme().breakpoints.down('sm'))
  const next = nextThing(look)
  // An address may name a part, such as …/look#wall.
  const { hash } = useLocation()
  const named = lookParts.find((part) => hash === `#${part}`)
  const first = named ?? next?.part
  const [open, setOpen] = useState<readonly LookPart[]>(first ? [first] : [])
  const [followed, setFollowed] = useState(hash)
  if (hash !== followed) {
    setFollowed(hash)
    if (named) setOpen([named])
  }
  if (reference.isPending || shelf.isPending)
    return (
      <Page headline="Who listens here?">
        <Waiting words="Opening the look…" />
      </Page>
    )
  if (reference.isError || shelf.isError)
    return (
      <Page headline="Who listens here?">
        <Trouble error={reference.error ?? shelf.error} />
      </Page>
    )

  const devices = shelf.data.devices.map((d) => d.device)
  const putSet = (set: Schema['TelevisionSet']) => change((l) => ({ ...l, set }))
  const toggle = (part: LookPart) => {
    setAsked(null)
    setOpen(open.includes(part) ? open.filter((p) => p !== part) : onPhone ? [part] : [...open, part])
    // As much of it as the screen holds.
    requestAnimationFrame(() => document.getElementById(part)?.scrollIntoView({ block: 'nearest' }))
  }
  const goTo = (part: LookPart, from?: LookPart) => {
    setAsked(null)
    setOpen(onPhone ? [part] : [...open.filter((p) => p !== from && p !== part), part])
    requestAnimationFrame(() => {
      const section = document.getElementById(part)
      section?.scrollIntoView({ block: 'start' })
      section?.querySelector<HTMLElement>('button')?.focus({ preventScroll: true })
    })
  }
  const pick = (field: string) => {
    const part = partOf(field)
    setOpen(onPhone ? [part] : [...open.filter((p) => p !== part), part])
    setAsked({ field })
  }
  const says = said(look, reference.data.sockets, reference.data.sources, devices)
  const tried = detail.outputPairs.length > 0 && (look.listeners.length > 1 || look.listeners.some((l) => l.roomWish === 'roomHearsToo'))
  const bodies: Record<LookPart, { note?: ReactNode; body: ReactNode }> = {
    people: {
      body: (
        <>
          <Complaints value={look.complaints ?? []} onChange={(complaints) => change((l) => ({ ...l, complaints }))} />
          <Listeners
            listeners={look.listeners}
            places={knownPlaces(look)}
            sinceOf={(name) => sinceOf(look, `place:${name}`)}
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
        </>
      ),
    },
    watched: {
      note: 'Several sources: take the sound from the set. One box alone: its own output may do.',
      body: (
        <Sources look={look} reference={reference.data} meanings={detail.meanings} problems={problems} asked={asked} onChange={change} />
      ),
    },
    wall: {
      note: 'Rear, sides, underneath. Tap what you see.',
      body: (
        <>
          <SocketWall
            facts={reference.data.sockets.filter((f) => !onlyOnBoxes.includes(f.kind))}
            sockets={look.set.sockets}
            meanings={detail.meanings}
            problems={problems}
            asked={asked}
            roomSpeakers={devices.filter((d) => d.role === 'roomSpeaker')}
            onChange={(update) => change((l) => ({ ...l, set: { ...l.set, sockets: update(l.set.sockets) } }))}
            takenIds={(look.sources ?? []).flatMap((s) => (s.sockets ?? []).map((x) => x.id))}
            allSeen={look.set.allSocketsSeen ?? false}
            onAllSeen={(allSocketsSeen) => putSet({ ...look.set, allSocketsSeen })}
            sinceOf={(id) => sinceOf(look, `socket:${id}`)}
          />
          {tried && (
            <Box component="section" aria-label="What sounds at the same time" sx={{ mt: 5 }}>
              <Typography variant="h3">What sounds at the same time</Typography>
              <Typography variant="body2" color="textSecondary" sx={{ mb: 3 }}>
                A set rarely plays two outputs as two people wish. Try those that would be used together.
              </Typography>
              <SoundTogether
                pairs={detail.outputPairs}
                answers={look.liveTogether ?? []}
                asked={asked}
                onChange={(liveTogether) => change((l) => ({ ...l, liveTogether }))}
              />
            </Box>
          )}
        </>
      ),
    },
    air: {
      note: 'One strip a place, from the set on the left to the ear. Drag a wall, or move it with the arrow keys.',
      body: (
        <>
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
        </>
      ),
    },
    set: {
      body: (
        <>
          <div ref={setPart} tabIndex={-1} style={{ outline: 'none' }} />
          <TheSet
            set={look.set}
            facts={reference.data.sockets}
            problems={problems}
            menuPaths={menuPaths}
            menuSince={sinceOf(look, 'menu')}
            asksSpatial={look.listeners.some((l) => l.spatialRendering)}
            onChange={putSet}
          />
        </>
      ),
    },
    owned: {
      note: 'Things of the shelf that need not be bought, beside what is worn.',
      body: <Owned owned={look.owned} devices={devices} problems={problems} onChange={(owned) => change((l) => ({ ...l, owned }))} />,
    },
  }
  // What belongs to no single field; everything else is said at its own.
  const stray = problems.filter((p) => ['listeners', 'owned', 'set.sockets', 'sources', 'walls'].includes(p.field))
  return (
    <Page
      headline={headline(look, detail.meanings)}
      beside={
        next ? (
          <Button variant="text" sx={{ px: 0, color: 'warning.main' }} onClick={() => goTo(next.part)}>
            {next.words}
          </Button>
        ) : (
          <>
            Enough is known: <Link to="../route">choose a rig</Link>
          </>
        )
      }
    >
      {error !== null && <Trouble error={error} />}
      {conflict && <Conflict changes={conflict.changes} onSettle={(mine) => void settle(mine)} />}
      {stray.map((p) => (
        <Typography key={p.field} role="alert" color="error" sx={{ mt: 2 }}>
          {p.reason} {p.remedy}
        </Typography>
      ))}
      <Box sx={{ display: 'grid', columnGap: 8, gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: 'minmax(0, 1fr) 280px' }, mt: 3 }}>
        <Box sx={{ minWidth: 0, borderBottom: 1, borderColor: 'divider' }}>
          {lookParts.map((part, i) => {
            const since = partSince(look, part)
            const after = lookParts[i + 1]
            return (
              <Fold
                key={part}
                id={part}
                title={partTitles[part]}
                says={since ? `${says[part].words} · ${since}` : says[part].words}
                filled={says[part].filled}
                note={bodies[part].note}
                open={open.includes(part)}
                onToggle={() => toggle(part)}
                next={after && { title: partTitles[after], go: () => goTo(after, part) }}
              >
                {bodies[part].body}
              </Fold>
            )
          })}
        </Box>
        <Box sx={{ borderLeft: { lg: 1 }, borderColor: { lg: 'divider' }, pl: { lg: 6 }, mt: { xs: 6, lg: 4 } }}>
          <Box sx={{ position: { lg: 'sticky' }, top: 20, maxHeight: { lg: 'calc(100vh - 40px)' }, overflowY: { lg: 'auto' } }}>
            <WorthAsking
              caseId={detail.id}
              version={detail.version}
              onPick={pick}
              ready={look.listeners.length > 0 && everySocket(look).some(isThere)}
            />
          </Box>
        </Box>
      </Box>
    </Page>
  )
}

/** Sockets a set itself never has. */
const onlyOnBoxes: readonly Schema['SocketKind'][] = ['hdmiOut', 'secondZone', 'tapeOut']

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
