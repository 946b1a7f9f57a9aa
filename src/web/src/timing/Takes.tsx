import { Box, Button, Checkbox, FormControlLabel, Typography } from '@mui/material'
import { useRef, useState, type RefObject } from 'react'
import type { Schema } from '../api/client'
import { clock, limits, measured as measuredWords, signed } from '../format/format'
import { Trouble } from '../parts/Trouble'
import { NumberField } from '../parts/NumberField'
import type { WriteOf } from '../waiting/writes'

interface Props {
  row: Schema['TuneRow']
  rigId: string
  waiting: readonly WriteOf<'take'>[]
  firstField?: RefObject<HTMLDivElement | null>
  onAdd: (take: Schema['NewTake']) => Promise<void>
  onRemove: (take: Schema['TakeView']) => Promise<void>
  onAgain: (key: string) => Promise<void>
  onLetGo: (key: string) => Promise<void>
}

/** The frame rate used last, kept for the next listener. */
let lastFps = 60

/** Takes of one listener: enter frames, read skew, ± and the verdict against every tolerance. */
export function Takes({ row, rigId, waiting, firstField, onAdd, onRemove, onAgain, onLetGo }: Props) {
  const [fps, setFps] = useState(lastFps)
  const [frames, setFrames] = useState(0)
  const [waveform, setWaveform] = useState(false)
  const [error, setError] = useState<unknown>(null)
  const [round, setRound] = useState(0)
  const add = useRef<HTMLButtonElement>(null)
  const submit = async () => {
    setError(null)
    lastFps = fps
    try {
      await onAdd({ rigId, listenerId: row.row.listenerId, framesPerSecond: fps, frames, clickOnWaveform: waveform })
      setRound(round + 1)
      add.current?.focus()
    } catch (refused) {
      setError(refused)
    }
  }
  return (
    <Box component="section" aria-label={`Takes of ${row.row.name}`} sx={{ borderTop: 1, borderColor: 'divider', py: 4 }}>
      <Typography variant="h3">{row.row.name}</Typography>
      <Typography sx={{ mt: 1, fontWeight: row.measured ? 650 : 400 }} color={row.measured ? 'textPrimary' : 'textSecondary'}>
        {row.measured ? measuredWords(row.measured) : 'Not measured yet.'}
      </Typography>
      {row.measured && row.offByMs !== null && (
        <Typography variant="body2" color="textSecondary">
          The forecast was off by {signed(row.offByMs)} ms.
        </Typography>
      )}
      {row.tooWide && (
        <Typography variant="body2" sx={{ color: 'warning.main', fontWeight: 650 }}>
          ± is more than half the way to the nearest limit: film with more frames a second, or take more.
        </Typography>
      )}
      <Box
        ref={firstField}
        component="form"
        onSubmit={(e) => {
          e.preventDefault()
          void submit()
        }}
        sx={{ display: 'flex', flexWrap: 'wrap', gap: 3, mt: 3, alignItems: 'flex-start' }}
      >
        <NumberField label="Frames a second" unit="/s" value={fps} onChange={setFps} width={150} />
        <NumberField key={round} label="Frames, flash to click" unit="frames" value={frames} onChange={setFrames} width={190} />
        <FormControlLabel
          control={<Checkbox checked={waveform} onChange={(e) => setWaveform(e.target.checked)} />}
          label="click read on the waveform"
        />
        <Button ref={add} type="submit">
          Add take
        </Button>
      </Box>
      <Typography variant="caption" color="textSecondary" component="p" sx={{ mt: 1 }}>
        Negative when the click came before the flash.
      </Typography>
      {error !== null && <Trouble error={error} />}
      {(row.takes.length > 0 || waiting.length > 0) && (
        <Box component="ol" sx={{ listStyle: 'none', p: 0, m: 0, mt: 2 }}>
          {row.takes.map((take, i) => (
            <Box component="li" key={take.id} sx={{ display: 'flex', alignItems: 'center', gap: { xs: 2, sm: 4 } }}>
              <Typography variant="body2" color="textSecondary" sx={{ width: 20, flex: 'none' }}>
                {i + 1}
              </Typography>
              <Typography sx={{ width: 76, flex: 'none' }}>{signed(take.skewMs)}&nbsp;ms</Typography>
              <Typography variant="body2" color="textSecondary" sx={{ flex: 1, minWidth: 0 }}>
                {signed(take.frames)} frames at {take.framesPerSecond}/s · {clock(new Date(take.at))}
                {take.settingMs !== 0 && ` · with ${take.settingMs} ms of delay set`}
                {!take.counts && (
                  <Box component="span" sx={{ color: 'warning.main' }}>
                    {' '}
                    · filmed in {take.pictureMode} mode: does not count now
                  </Box>
                )}
              </Typography>
              <Button variant="text" onClick={() => void onRemove(take)} aria-label={`Take out take ${i + 1} of ${row.row.name}`}>
                Take out
              </Button>
            </Box>
          ))}
          {waiting.map(({ key, body: take, refused }) => (
            <Box component="li" key={key} sx={{ display: 'flex', alignItems: 'center', columnGap: 4, flexWrap: 'wrap' }}>
              <Typography variant="body2" color="warning" sx={{ flex: 1, minWidth: 200, py: 1 }}>
                {signed(take.frames)} frames at {take.framesPerSecond}/s:{' '}
                {refused ? `not taken. ${refused}` : 'to be worked out when connected'}
              </Typography>
              {refused && (
                <>
                  <Button variant="text" onClick={() => onAgain(key)}>
                    Try again
                  </Button>
                  <Button variant="text" onClick={() => onLetGo(key)}>
                    Let it go
                  </Button>
                </>
              )}
            </Box>
          ))}
        </Box>
      )}
      {row.verdicts.length > 0 && <Verdicts verdicts={row.verdicts} />}
    </Box>
  )
}

const verdictWords: Record<Schema['SkewVerdict'], string> = {
  inside: 'inside',
  early: 'too early',
  late: 'too late',
  cannotTell: 'cannot tell',
}

function Verdicts({ verdicts }: { verdicts: readonly Schema['ToleranceVerdict'][] }) {
  return (
    <Box
      component="ul"
      aria-label="Against every tolerance"
      sx={{ listStyle: 'none', p: 0, m: 0, mt: 3, display: 'grid', gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' }, columnGap: 6 }}
    >
      {verdicts.map(({ tolerance, verdict, isTheirs }) => (
        <Box
          component="li"
          key={tolerance.id}
          sx={{ display: 'flex', gap: 3, py: 1, borderTop: 1, borderColor: 'divider', alignItems: 'baseline' }}
        >
          <Typography variant="body2" sx={{ flex: 1, fontWeight: isTheirs ? 650 : 400 }}>
            {tolerance.words}
            {isTheirs && ' (theirs)'}
            <Typography component="span" variant="caption" color="textSecondary" sx={{ display: 'block' }}>
              {limits(tolerance)} · {tolerance.source}
            </Typography>
          </Typography>
          <Typography variant="body2" sx={{ fontWeight: 650, color: verdict === 'inside' ? 'text.primary' : 'warning.main' }}>
            {verdict === 'inside' ? '✓ ' : verdict === 'cannotTell' ? '? ' : '× '}
            {verdictWords[verdict]}
          </Typography>
        </Box>
      ))}
    </Box>
  )
}
