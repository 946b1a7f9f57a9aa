import { Box, Button, Checkbox, FormControlLabel, MenuItem, TextField, Typography } from '@mui/material'
import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { api, told, type Schema } from '../api/client'
import { metres, plain } from '../format/format'
import { Trouble } from '../parts/Trouble'
import { freshId, unseenWay } from './lookEdits'
import { NumberField } from '../parts/NumberField'
import { useAsked, type Asked } from './useAsked'
import { StripDrawing } from './StripDrawing'
import { Walls } from './Walls'

type Look = Schema['Look']
type Way = Schema['Way']

interface Props {
  caseId: string
  version: number
  look: Look
  materials: readonly Schema['MaterialFacts'][]
  problems: readonly Schema['FieldProblem'][]
  asked: Asked | null
  onChange: (change: (look: Look) => Look) => void
}

/** A sight strip for each seat and each place somebody walks to, and the walls they share. */
export function Strips({ caseId, version, look, materials, problems, asked, onChange }: Props) {
  const strips = useQuery({
    queryKey: ['strips', caseId, version],
    queryFn: ({ signal }) => told(api.GET('/api/cases/{caseId}/strips', { params: { path: { caseId } }, signal })),
    placeholderData: keepPreviousData,
  })
  const places = look.listeners.flatMap((listener, i) => [
    { listener, place: 'seat', distanceM: listener.seatDistanceM, way: listener.seat ?? unseenWay, path: `listeners[${i}].seat`, at: -1 },
    ...(listener.leavesRoom ? (listener.roams ?? []) : []).map((r, at) => ({
      listener,
      place: r.name,
      distanceM: r.distanceM,
      way: r.way,
      path: `listeners[${i}].roams[${at}].way`,
      at,
    })),
  ])
  const putWay = (listenerId: string, at: number, way: Way) =>
    onChange((l) => ({
      ...l,
      listeners: l.listeners.map((one) =>
        one.id !== listenerId
          ? one
          : at < 0
            ? { ...one, seat: way }
            : { ...one, roams: (one.roams ?? []).map((r, i) => (i === at ? { ...r, way } : r)) },
      ),
    }))
  if (look.listeners.length === 0) return <Typography color="textSecondary">Enter who listens; each seat gets its strip here.</Typography>
  return (
    <Box>
      {strips.isError && <Trouble error={strips.error} onRetry={() => void strips.refetch()} />}
      {places.map((p) => {
        const known = strips.data?.find((s) => s.listenerId === p.listener.id && s.place === p.place)
        return (
          <Strip
            key={`${p.listener.id} ${p.at}`}
            strip={drawn(p, look, materials, known)}
            way={p.way}
            walls={look.walls ?? []}
            problems={problems.filter((q) => q.field.startsWith(p.path))}
            asked={asked}
            path={p.path}
            onWay={(way) => putWay(p.listener.id, p.at, way)}
            onNewWall={(wall, atM) => {
              onChange((l) => ({ ...l, walls: [...(l.walls ?? []), wall] }))
              putWay(p.listener.id, p.at, { ...p.way, crossings: [...(p.way.crossings ?? []), { wallId: wall.id, atM }] })
            }}
          />
        )
      })}
      <Walls look={look} materials={materials} problems={problems} onChange={onChange} />
    </Box>
  )
}

/** The strip as it stands on the screen: walls where they are now, ends as the service last worked them out. */
function drawn(
  p: { listener: Schema['Listener']; place: string; distanceM: number; way: Way },
  look: Look,
  materials: readonly Schema['MaterialFacts'][],
  known?: Schema['SightStrip'],
): Schema['SightStrip'] {
  const walls = [...(p.way.crossings ?? [])]
    .sort((a, b) => a.atM - b.atM)
    .flatMap((c) => {
      const wall = look.walls?.find((w) => w.id === c.wallId)
      const facts = materials.find((m) => m.material === wall?.material)
      return wall ? [{ wallId: wall.id, name: wall.name, material: facts?.words ?? '', atM: c.atM, lossDb: facts?.lossDb ?? 0 }] : []
    })
  return {
    listenerId: p.listener.id,
    listener: p.listener.name,
    place: p.place,
    distanceM: p.distanceM,
    wallsEntered: p.way.wallsEntered ?? false,
    walls,
    bodies: p.way.bodies ?? 0,
    ends: known?.ends ?? [],
    soundAfterMs: known?.soundAfterMs ?? 0,
  }
}

interface StripProps {
  strip: Schema['SightStrip']
  way: Way
  walls: readonly Schema['Wall'][]
  problems: readonly Schema['FieldProblem'][]
  onWay: (way: Way) => void
  onNewWall: (wall: Schema['Wall'], atM: number) => void
  asked: Asked | null
  path: string
}

function Strip({ strip, way, walls, problems, onWay, onNewWall, asked, path }: StripProps) {
  const [open, setOpen] = useState(false)
  const row = useAsked<HTMLDivElement>(asked, path, () => setOpen(true))
  const crossings = way.crossings ?? []
  const free = walls.filter((w) => crossings.every((c) => c.wallId !== w.id))
  const middle = Math.round(strip.distanceM * 5) / 10
  const problemOf = (field: string) => problems.find((p) => p.field.endsWith(field))
  const cross = (wallId: string) =>
    wallId === 'new'
      ? onNewWall(
          {
            id: freshId(
              'wall',
              walls.map((w) => w.id),
            ),
            name: `wall ${walls.length + 1}`,
            material: 'plasterboard',
          },
          middle,
        )
      : onWay({ ...way, crossings: [...crossings, { wallId, atM: middle }] })
  return (
    <Box ref={row} tabIndex={-1} sx={{ borderTop: 1, borderColor: 'divider', py: 3, outline: 'none' }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 4, alignItems: 'baseline' }}>
        <Typography variant="h3">
          {strip.listener}, {strip.place}
        </Typography>
        <Typography variant="body2" color="textSecondary">
          {metres(strip.distanceM)}
          {strip.soundAfterMs > 0 && `, the set’s sound arrives after ${plain(strip.soundAfterMs)} ms`}
          {!strip.wallsEntered && strip.walls.length === 0 && '. Walls not known: planned as a usual dwelling'}
        </Typography>
      </Box>
      <StripDrawing
        strip={strip}
        onMove={(wallId, atM) => onWay({ ...way, crossings: crossings.map((c) => (c.wallId === wallId ? { ...c, atM } : c)) })}
      />
      <Ends ends={strip.ends} />
      <Button
        variant="text"
        sx={{ px: 0 }}
        onClick={() => setOpen(!open)}
        aria-expanded={open}
        aria-label={`${open ? 'Close' : 'What stands between'}: ${strip.listener}, ${strip.place}`}
      >
        {open ? 'Close' : 'What stands between'}
      </Button>
      {open && (
        <Box sx={{ display: 'grid', gap: 4, gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' }, alignItems: 'start', mt: 2 }}>
          {crossings.map((c, i) => (
            <Box key={c.wallId} sx={{ display: 'flex', gap: 2, alignItems: 'flex-start' }}>
              <NumberField
                label={walls.find((w) => w.id === c.wallId)?.name ?? 'wall'}
                unit="m"
                value={c.atM}
                problem={problemOf(`crossings[${i}].atM`)}
                onChange={(atM) => onWay({ ...way, crossings: crossings.map((x, at) => (at === i ? { ...x, atM } : x)) })}
                width="100%"
              />
              <Button
                variant="text"
                onClick={() => onWay({ ...way, crossings: crossings.filter((_, at) => at !== i) })}
                aria-label={`Off: ${walls.find((w) => w.id === c.wallId)?.name ?? ''}`}
              >
                Off
              </Button>
            </Box>
          ))}
          <TextField select label="Put a wall on this way" value="" onChange={(e) => cross(e.target.value)}>
            {free.map((w) => (
              <MenuItem key={w.id} value={w.id}>
                {w.name}
              </MenuItem>
            ))}
            <MenuItem value="new">another wall</MenuItem>
          </TextField>
          <NumberField
            label="People in the way"
            unit="people"
            value={way.bodies ?? 0}
            problem={problemOf('bodies')}
            onChange={(n) => onWay({ ...way, bodies: Math.round(n) })}
            width="100%"
          />
          <NumberField
            label="Off the set’s axis"
            unit="°"
            value={way.offAxisDeg ?? 0}
            problem={problemOf('offAxisDeg')}
            onChange={(offAxisDeg) => onWay({ ...way, offAxisDeg })}
            width="100%"
          />
          <NumberField
            label="Receiver turned away by"
            unit="°"
            value={way.turnedAwayDeg ?? 0}
            problem={problemOf('turnedAwayDeg')}
            onChange={(turnedAwayDeg) => onWay({ ...way, turnedAwayDeg })}
            width="100%"
          />
          <Box>
            <FormControlLabel
              control={<Checkbox checked={way.wallsEntered ?? false} onChange={(e) => onWay({ ...way, wallsEntered: e.target.checked })} />}
              label="Every wall on it is entered"
            />
            <FormControlLabel
              control={
                <Checkbox checked={way.sunOnReceiver ?? false} onChange={(e) => onWay({ ...way, sunOnReceiver: e.target.checked })} />
              }
              label="Sun falls on the receiver"
            />
          </Box>
        </Box>
      )}
    </Box>
  )
}

/** What is left of each sort of link: a word and a number, never a colour alone. */
function Ends({ ends }: { ends: readonly Schema['StripEnd'][] }) {
  return (
    <Box
      component="ul"
      sx={{
        listStyle: 'none',
        p: 0,
        m: 0,
        display: 'grid',
        columnGap: 5,
        rowGap: 0.5,
        gridTemplateColumns: { xs: '1fr', sm: 'repeat(auto-fill, minmax(250px, 1fr))' },
      }}
    >
      {ends.map((end) => (
        <Typography component="li" key={end.words} variant="body2" sx={{ color: end.grade < 1 ? 'warning.main' : 'text.secondary' }}>
          <span aria-hidden>{end.grade < 0 ? '× ' : end.grade === 0 ? '! ' : '– '}</span>
          <Box component="b" sx={{ fontWeight: 650, color: end.grade < 1 ? 'inherit' : 'text.primary' }}>
            {end.words}
          </Box>{' '}
          {end.verdict}
        </Typography>
      ))}
    </Box>
  )
}
