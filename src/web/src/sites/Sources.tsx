import { Box, Button, Checkbox, FormControlLabel, MenuItem, TextField, Typography } from '@mui/material'
import { useState } from 'react'
import type { Schema } from '../api/client'
import { Choice, knownOptions } from '../parts/Choice'
import { offerUndo } from '../parts/undo'
import { newSource, restNotThere } from './lookEdits'
import { saying } from '../parts/saying'
import { SocketWall } from './SocketWall'
import { useAsked, type Asked } from './useAsked'

type Source = Schema['SoundSource']

interface Props {
  look: Schema['Look']
  reference: Schema['ReferenceData']
  meanings: readonly Schema['SocketMeaning'][]
  problems: readonly Schema['FieldProblem'][]
  asked: Asked | null
  onChange: (change: (look: Schema['Look']) => Schema['Look']) => void
}

/** What else makes sound here: what it is plugged into, whether it is watched, and its own sockets. */
export function Sources({ look, reference, meanings, problems, asked, onChange }: Props) {
  const [adding, setAdding] = useState('')
  const sources = look.sources ?? []
  const put = (next: readonly Source[]) => onChange((l) => ({ ...l, sources: [...next] }))
  const remove = (source: Source) => {
    put(sources.filter((s) => s.id !== source.id))
    offerUndo(`${source.name} was taken out.`, () => put(sources))
  }
  return (
    <Box>
      <FormControlLabel
        control={
          <Checkbox
            checked={look.set.ownProgrammesWatched ?? true}
            onChange={(e) => onChange((l) => ({ ...l, set: { ...l.set, ownProgrammesWatched: e.target.checked } }))}
          />
        }
        label="The set’s own tuner and apps are watched"
      />
      {sources.map((source, i) => (
        <SourceForm
          key={source.id}
          source={source}
          others={sources.filter((s) => s.id !== source.id)}
          takenIds={[...look.set.sockets, ...sources.flatMap((s) => (s.id === source.id ? [] : (s.sockets ?? [])))].map((s) => s.id)}
          path={`sources[${i}]`}
          reference={reference}
          meanings={meanings}
          problems={problems}
          asked={asked}
          onChange={(next) => put(sources.map((s) => (s.id === source.id ? next : s)))}
          onRemove={() => remove(source)}
        />
      ))}
      <Box sx={{ display: 'flex', gap: 3, mt: 3, alignItems: 'flex-start', maxWidth: 420 }}>
        <TextField select label="Another source" value={adding} onChange={(e) => setAdding(e.target.value)}>
          {reference.sources.map((f) => (
            <MenuItem key={f.kind} value={f.kind}>
              {f.words}
            </MenuItem>
          ))}
        </TextField>
        <Button
          disabled={!adding}
          onClick={() => {
            const facts = reference.sources.find((f) => f.kind === adding)
            if (facts) put([...sources, newSource(facts, sources)])
            setAdding('')
          }}
        >
          Add
        </Button>
      </Box>
    </Box>
  )
}

interface FormProps extends Omit<Props, 'look' | 'onChange'> {
  source: Source
  others: readonly Source[]
  takenIds: readonly string[]
  path: string
  onChange: (source: Source) => void
  onRemove: () => void
}

function SourceForm({ source, others, takenIds, path, reference, meanings, problems, asked, onChange, onRemove }: FormProps) {
  const set = (change: Partial<Source>) => onChange({ ...source, ...change })
  const facts = reference.sources.find((f) => f.kind === source.kind)
  const passes = useAsked<HTMLDivElement>(asked, `${path}.passesSoundOn`)
  const picture = useAsked<HTMLDivElement>(asked, `${path}.bringsPicture`)
  const network = useAsked<HTMLDivElement>(asked, `${path}.network`)
  const problemOf = (field: string) => problems.find((p) => p.field === `${path}.${field}`)
  const sockets = source.sockets ?? []
  const kinds = reference.sockets.filter((f) => facts?.lookFor.includes(f.kind) || sockets.some((s) => s.kind === f.kind))
  const unlooked = kinds.map((f) => f.kind).filter((kind) => !sockets.some((s) => s.kind === kind && s.state !== 'notLooked'))
  const plugged = source.pluggedInto ?? 'set'
  return (
    <Box component="fieldset" sx={{ border: 0, borderTop: 1, borderColor: 'divider', p: 0, m: 0, mt: 3, pt: 4, pb: 2, minWidth: 0 }}>
      <Typography component="legend" variant="h3" sx={{ float: 'left', width: '100%', mb: 1, p: 0 }}>
        {source.name || facts?.words}
      </Typography>
      <Typography variant="body2" color="textSecondary" sx={{ clear: 'both', mb: 3 }}>
        {facts?.hint}
      </Typography>
      <Box sx={{ display: 'grid', gap: 4, gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' }, alignItems: 'start', mb: 3 }}>
        <TextField label="Called" value={source.name} {...saying(problemOf('name'))} onChange={(e) => set({ name: e.target.value })} />
        <TextField
          select
          label="Plugged into"
          value={plugged}
          {...saying(problemOf('pluggedInto'))}
          onChange={(e) => set({ pluggedInto: e.target.value })}
          slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: true } }}
        >
          <MenuItem value="set">the set</MenuItem>
          {others.map((s) => (
            <MenuItem key={s.id} value={s.id}>
              {s.name}
            </MenuItem>
          ))}
          <MenuItem value="">nothing</MenuItem>
        </TextField>
        {plugged !== '' && (
          <Choice
            label="By which lead"
            value={source.lead ?? 'hdmi'}
            options={[
              { value: 'hdmi', words: 'HDMI' },
              { value: 'digital', words: 'digital' },
              { value: 'analogue', words: 'analogue' },
            ]}
            onChange={(lead) => set({ lead })}
          />
        )}
        {source.kind === 'avReceiver' && (
          <Box ref={passes} tabIndex={-1} sx={{ outline: 'none', minWidth: 0 }}>
            <Choice
              label="What others plug into it leaves with its sound"
              value={source.passesSoundOn ?? 'notYet'}
              options={knownOptions}
              onChange={(passesSoundOn) => set({ passesSoundOn })}
            />
          </Box>
        )}
        {facts?.askPicture && (
          <Box ref={picture} tabIndex={-1} sx={{ outline: 'none', minWidth: 0 }}>
            <Choice
              label="Brings pictures that are followed"
              value={source.bringsPicture ?? 'notYet'}
              options={knownOptions}
              onChange={(bringsPicture) => set({ bringsPicture })}
            />
          </Box>
        )}
        {facts?.byNetwork && (
          <Box ref={network} tabIndex={-1} sx={{ outline: 'none', minWidth: 0 }}>
            <Choice
              label="Takes its programmes by"
              value={source.network ?? 'notSaid'}
              options={[
                { value: 'notSaid', words: 'not known' },
                { value: 'wiFi24GHz', words: 'Wi-Fi 2.4' },
                { value: 'wiFi5GHz', words: 'Wi-Fi 5 GHz' },
                { value: 'notByWiFi', words: 'a lead' },
              ]}
              onChange={(network) => set({ network })}
            />
          </Box>
        )}
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 5 }}>
        <FormControlLabel
          control={<Checkbox checked={source.watched ?? true} onChange={(e) => set({ watched: e.target.checked })} />}
          label="Watched or heard here"
        />
        {source.kind === 'avReceiver' && (
          <>
            <FormControlLabel
              control={<Checkbox checked={source.takesSetSound ?? false} onChange={(e) => set({ takesSetSound: e.target.checked })} />}
              label="The set’s sound comes back to it"
            />
            <FormControlLabel
              control={<Checkbox checked={source.processesSound ?? false} onChange={(e) => set({ processesSound: e.target.checked })} />}
              label="Works on the sound"
            />
          </>
        )}
      </Box>
      <SocketWall
        facts={kinds}
        sockets={sockets}
        meanings={meanings}
        problems={problems}
        asked={asked}
        roomSpeakers={[]}
        onChange={(update) => set({ sockets: update(sockets) })}
        path={`${path}.sockets`}
        label={`Sockets of the ${source.name}`}
        takenIds={takenIds}
      />
      {unlooked.length > 0 && (
        <Button variant="text" sx={{ mt: 2, mr: 3 }} onClick={() => set({ sockets: restNotThere(sockets, unlooked, takenIds) })}>
          The rest is not there
        </Button>
      )}
      <Button variant="text" sx={{ mt: 2 }} onClick={onRemove} aria-label={`Take out ${source.name}`}>
        Take out
      </Button>
    </Box>
  )
}
