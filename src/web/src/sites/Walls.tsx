import { Box, Button, MenuItem, TextField, Typography } from '@mui/material'
import type { Schema } from '../api/client'
import { day, plain } from '../format/format'
import { saying } from '../parts/saying'
import { offerUndo } from '../parts/undo'
import { unseenWay } from './lookEdits'
import { sinceOf } from './since'

type Look = Schema['Look']

interface Props {
  look: Look
  materials: readonly Schema['MaterialFacts'][]
  problems: readonly Schema['FieldProblem'][]
  onChange: (change: (look: Look) => Look) => void
}

/** The walls that ways may cross: what each is called and made of. */
export function Walls({ look, materials, problems, onChange }: Props) {
  const walls = look.walls ?? []
  if (walls.length === 0) return null
  const known = (id: string) => {
    const since = sinceOf(look, `wall:${id}`)
    return since ? `Known since ${day(since)}.` : undefined
  }
  const put = (wall: Schema['Wall']) => onChange((l) => ({ ...l, walls: (l.walls ?? []).map((w) => (w.id === wall.id ? wall : w)) }))
  const remove = (wall: Schema['Wall']) => {
    const before = look
    onChange((l) => ({
      ...l,
      walls: (l.walls ?? []).filter((w) => w.id !== wall.id),
      listeners: l.listeners.map((one) => ({
        ...one,
        seat: without(one.seat ?? unseenWay, wall.id),
        roams: (one.roams ?? []).map((r) => ({ ...r, way: without(r.way, wall.id) })),
      })),
    }))
    offerUndo(`${wall.name} was taken out.`, () => onChange((l) => ({ ...l, walls: before.walls, listeners: before.listeners })))
  }
  return (
    <Box sx={{ borderTop: 1, borderColor: 'divider', pt: 3 }}>
      <Typography variant="h3">Walls</Typography>
      <Typography variant="body2" color="textSecondary" sx={{ mb: 3 }}>
        A wall stands once, whichever ways cross it.
      </Typography>
      {walls.map((wall, i) => (
        <Box
          key={wall.id}
          sx={{ display: 'grid', gap: 3, gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr auto' }, alignItems: 'start', mb: 3 }}
        >
          <TextField
            label="Called"
            value={wall.name}
            {...saying(
              problems.find((p) => p.field === `walls[${i}].name`),
              known(wall.id),
            )}
            onChange={(e) => put({ ...wall, name: e.target.value })}
          />
          <TextField
            select
            label="Made of"
            value={wall.material}
            onChange={(e) => put({ ...wall, material: e.target.value as Schema['Material'] })}
          >
            {materials.map((m) => (
              <MenuItem key={m.material} value={m.material}>
                {m.words}, {plain(m.lossDb)} dB
              </MenuItem>
            ))}
          </TextField>
          <Button variant="text" onClick={() => remove(wall)} aria-label={`Take out ${wall.name}`}>
            Take out
          </Button>
        </Box>
      ))}
    </Box>
  )
}

const without = (way: Schema['Way'], wallId: string): Schema['Way'] => ({
  ...way,
  crossings: (way.crossings ?? []).filter((c) => c.wallId !== wallId),
})
