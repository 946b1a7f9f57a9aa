import { Box, Button, Typography } from '@mui/material'
import { useState } from 'react'
import type { Schema } from '../api/client'
import { Choice, knownOptions } from '../parts/Choice'
import { useAsked, type Asked } from './useAsked'

type Pair = Schema['OutputPair']

interface Props {
  pairs: readonly Pair[]
  answers: readonly Schema['LivePair'][]
  asked: Asked | null
  onChange: (answers: Schema['LivePair'][]) => void
}

const isOf = (answer: Schema['LivePair'], pair: Pair) =>
  (answer.firstSocketId === pair.oneId && answer.secondSocketId === pair.otherId) ||
  (answer.firstSocketId === pair.otherId && answer.secondSocketId === pair.oneId)

/** Which outputs were tried together, two by two. */
export function SoundTogether({ pairs, answers, asked, onChange }: Props) {
  const [all, setAll] = useState(false)
  // Outputs of two sources rarely cut each other off: they stand back until one is asked about.
  const near = pairs.filter((p) => p.ofOneSource || p.liveness === 'unlikely' || answers.some((a) => isOf(a, p)))
  const whole = all || near.length === 0 || (asked?.field.startsWith('liveTogether.') ?? false)
  const shown = whole ? pairs : near
  return (
    <>
      <Box sx={{ display: 'grid', gap: 4, gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: 'minmax(0, 1fr) minmax(0, 1fr)' } }}>
        {shown.map((pair) => (
          <OnePair
            key={`${pair.oneId} ${pair.otherId}`}
            pair={pair}
            together={answers.find((a) => isOf(a, pair))?.together ?? 'notYet'}
            asked={asked}
            onChange={(together) => {
              const others = answers.filter((a) => !isOf(a, pair))
              onChange(together === 'notYet' ? others : [...others, { firstSocketId: pair.oneId, secondSocketId: pair.otherId, together }])
            }}
          />
        ))}
      </Box>
      {shown.length < pairs.length && (
        <Button variant="text" sx={{ mt: 2, px: 0 }} onClick={() => setAll(true)}>
          {pairs.length - shown.length} more, of different sources
        </Button>
      )}
    </>
  )
}

interface OneProps {
  pair: Pair
  together: Schema['Known']
  asked: Asked | null
  onChange: (together: Schema['Known']) => void
}

function OnePair({ pair, together, asked, onChange }: OneProps) {
  const place = useAsked<HTMLDivElement>(asked, `liveTogether.${pair.oneId}.${pair.otherId}`)
  return (
    <div ref={place} tabIndex={-1} style={{ outline: 'none', minWidth: 0 }}>
      <Choice label={`${pair.one} and ${pair.other}`} value={together} options={knownOptions} onChange={onChange} />
      {together === 'notYet' && (
        <Typography variant="caption" color="textSecondary" component="p" sx={{ mt: 1 }}>
          {pair.liveness === 'unlikely' ? 'Seldom do.' : 'Usually do.'} Use both for a minute and listen.
        </Typography>
      )}
    </div>
  )
}
