import { Box, Button, Checkbox, FormControlLabel, TextField, Typography } from '@mui/material'
import type { Schema } from '../api/client'
import { day } from '../format/format'
import { Choice, knownOptions } from '../parts/Choice'
import { offerUndo } from '../parts/undo'
import { NumberField } from '../parts/NumberField'
import { saying } from '../parts/saying'
import { isThere } from './lookEdits'
import { MenuPathsForm } from './MenuPathsForm'

type TelevisionSet = Schema['TelevisionSet']

interface Props {
  set: TelevisionSet
  facts: readonly Schema['SocketFacts'][]
  problems: readonly Schema['FieldProblem'][]
  /** Somebody asks for spatial rendering. */
  asksSpatial: boolean
  /** Menu paths met on other visits to this model. */
  menuPaths: readonly Schema['MenuPath'][]
  /** Day since when the menu path is known from an earlier case. */
  menuSince: string | null
  onChange: (set: TelevisionSet) => void
}

/** The set itself: label, picture mode, speakers, outlets, delay settings. */
export function TheSet({ set, facts, problems, asksSpatial, menuPaths, menuSince, onChange }: Props) {
  const put = (change: Partial<TelevisionSet>) => onChange({ ...set, ...change })
  const problemOf = (field: string) => problems.find((p) => p.field === `set.${field}`)
  return (
    <Box sx={{ display: 'grid', gap: 4 }}>
      <Box sx={{ display: 'grid', gap: 4, gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' }, alignItems: 'start' }}>
        <TextField
          label="Model, from the rating label"
          value={set.model}
          onChange={(e) => put({ model: e.target.value })}
          {...saying(problemOf('model'), 'Its manual and menu paths hang on it.')}
        />
        <TextField
          label="Menu path to the sound output"
          value={set.soundOutputMenu}
          onChange={(e) => put({ soundOutputMenu: e.target.value })}
          {...saying(
            problemOf('soundOutputMenu'),
            menuSince ? `Known since ${day(menuSince)}.` : 'Once found, it stands in the run sheet.',
          )}
        />
        <MenuPathsForm set={set} met={menuPaths} problemOf={problemOf} onChange={put} />
        <Choice
          label="Picture mode"
          value={set.pictureMode}
          options={[
            { value: 'game', words: 'game' },
            { value: 'standard', words: 'standard' },
            { value: 'film', words: 'film' },
          ]}
          onChange={(pictureMode) => put({ pictureMode })}
        />
        <Choice
          label="Its speakers can be switched off by menu"
          value={set.speakersCanBeOff}
          options={knownOptions}
          onChange={(speakersCanBeOff) => put({ speakersCanBeOff })}
        />
        <Choice
          label="Its sound menu names one output at a time"
          value={set.outputMenuNamesOne ?? 'notYet'}
          options={knownOptions}
          onChange={(outputMenuNamesOne) => put({ outputMenuNamesOne })}
        />
        {asksSpatial && (
          <Choice
            label="Set and headset are both listed for spatial rendering"
            value={set.spatialListed ?? 'notYet'}
            options={knownOptions}
            onChange={(spatialListed) => put({ spatialListed })}
          />
        )}
        <NumberField
          label="Free mains outlets"
          unit="free"
          value={set.mainsOutletsFree}
          problem={problemOf('mainsOutletsFree')}
          onChange={(n) => put({ mainsOutletsFree: Math.round(n) })}
          width="100%"
        />
      </Box>
      {problemOf('delaySettings') && (
        <Typography color="error" variant="body2">
          {problemOf('delaySettings')?.reason} {problemOf('delaySettings')?.remedy}
        </Typography>
      )}
      {set.delaySettings.map((setting, i) => (
        <DelayForm
          key={i}
          setting={setting}
          sockets={set.sockets.filter((s) => isThere(s) && (facts.find((f) => f.kind === s.kind)?.signals.length ?? 0) > 0)}
          facts={facts}
          problemOf={(field) => problemOf(`delaySettings[${i}].${field}`)}
          onChange={(next) => put({ delaySettings: set.delaySettings.map((s, at) => (at === i ? next : s)) })}
          onRemove={() => {
            put({ delaySettings: set.delaySettings.filter((_, at) => at !== i) })
            offerUndo(`${setting.name} was taken out.`, () => put({ delaySettings: set.delaySettings }))
          }}
        />
      ))}
      {set.delaySettings.length < 4 && (
        <Box>
          <Button
            onClick={() =>
              put({
                delaySettings: [
                  ...set.delaySettings,
                  {
                    name: `delay ${set.delaySettings.length + 1}`,
                    lowMs: 0,
                    highMs: 200,
                    stepMs: 10,
                    foundAtMs: 0,
                    movesSpeakers: false,
                    movesSocketIds: [],
                  },
                ],
              })
            }
          >
            Add a delay setting of its menu
          </Button>
        </Box>
      )}
    </Box>
  )
}

interface DelayProps {
  setting: Schema['DelaySetting']
  sockets: readonly Schema['SourcePort'][]
  facts: readonly Schema['SocketFacts'][]
  problemOf: (field: string) => Schema['FieldProblem'] | undefined
  onChange: (setting: Schema['DelaySetting']) => void
  onRemove: () => void
}

function DelayForm({ setting, sockets, facts, problemOf, onChange, onRemove }: DelayProps) {
  const put = (change: Partial<Schema['DelaySetting']>) => onChange({ ...setting, ...change })
  const number = (label: string, field: 'lowMs' | 'highMs' | 'stepMs' | 'foundAtMs') => (
    <NumberField
      label={label}
      unit="ms"
      value={setting[field]}
      problem={problemOf(field)}
      onChange={(n) => put({ [field]: Math.round(n) })}
      width="100%"
    />
  )
  return (
    <Box component="fieldset" sx={{ border: 0, borderTop: 1, borderColor: 'divider', p: 0, m: 0, pt: 3, minWidth: 0 }}>
      <Typography component="legend" sx={{ float: 'left', width: '100%', mb: 3 }} variant="h3">
        Delay setting
      </Typography>
      <Box
        sx={{
          clear: 'both',
          display: 'grid',
          gap: 4,
          gridTemplateColumns: { xs: '1fr 1fr', md: '1.6fr 1fr 1fr 1fr 1fr' },
          alignItems: 'start',
        }}
      >
        <TextField
          label="Its menu word"
          value={setting.name}
          {...saying(problemOf('name'))}
          onChange={(e) => put({ name: e.target.value })}
          sx={{ gridColumn: { xs: '1 / -1', md: 'auto' } }}
        />
        {number('From', 'lowMs')}
        {number('To', 'highMs')}
        {number('Step', 'stepMs')}
        {number('Found at', 'foundAtMs')}
      </Box>
      {setting.setToMs != null && (
        <Box sx={{ mt: 3 }}>
          <NumberField
            label="Set to, on Tune"
            unit="ms"
            value={setting.setToMs}
            problem={problemOf('setToMs')}
            onChange={(n) => put({ setToMs: Math.round(n) })}
            width={180}
          />
        </Box>
      )}
      <Typography variant="body2" color="textSecondary" sx={{ mt: 2 }}>
        It delays
      </Typography>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 5, alignItems: 'center' }}>
        <FormControlLabel
          control={<Checkbox checked={setting.movesSpeakers} onChange={(e) => put({ movesSpeakers: e.target.checked })} />}
          label="the set’s speakers"
        />
        {sockets.map((s) => (
          <FormControlLabel
            key={s.id}
            control={
              <Checkbox
                checked={setting.movesSocketIds.includes(s.id)}
                onChange={(e) =>
                  put({
                    movesSocketIds: e.target.checked
                      ? [...setting.movesSocketIds, s.id]
                      : setting.movesSocketIds.filter((id) => id !== s.id),
                  })
                }
              />
            }
            label={`${facts.find((f) => f.kind === s.kind)?.words ?? s.kind}${s.marking ? ` (${s.marking})` : ''}`}
          />
        ))}
        <Button variant="text" onClick={onRemove}>
          Take out
        </Button>
      </Box>
    </Box>
  )
}
