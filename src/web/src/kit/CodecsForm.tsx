import { Box, Button, MenuItem, TextField, Typography } from '@mui/material'
import { useState } from 'react'
import type { Schema } from '../api/client'
import { Words } from '../parts/fields'
import { codec } from './draft'

type Codec = Schema['Codec']

interface Props {
  label: string
  hint: string
  codecs: readonly Codec[]
  terms: Schema['KitTerms']
  path: string
  problemOf: (field: string) => Schema['FieldProblem'] | undefined
  onChange: (codecs: Codec[]) => void
}

/** Codecs in the order a device prefers them; a maker's own with the mark printed on its box. */
export function CodecsForm({ label, hint, codecs, terms, path, problemOf, onChange }: Props) {
  const [adding, setAdding] = useState('')
  const facts = (of: Codec) => terms.codecs.find((c) => c.value === of.class)
  const move = (from: number, to: number) => {
    const next = [...codecs]
    next.splice(to, 0, ...next.splice(from, 1))
    onChange(next)
  }
  const problem = problemOf(path)
  return (
    <Box role="group" aria-label={label} sx={{ minWidth: 0 }}>
      <Typography variant="body2" color="textSecondary">
        {label} · {hint}
      </Typography>
      {codecs.map((c, i) => (
        <Box key={`${c.class} ${i}`} sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, alignItems: 'center', py: 1 }}>
          <Typography sx={{ flex: '1 1 160px' }}>
            {i + 1}. {facts(c)?.words}
          </Typography>
          {!facts(c)?.standard && (
            <Words
              label="Mark printed"
              value={c.mark}
              width={190}
              problem={problemOf(`${path}[${i}].mark`)}
              onChange={(mark) => onChange(codecs.map((other, at) => (at === i ? codec(c.class, mark) : other)))}
            />
          )}
          <Button variant="text" disabled={i === 0} onClick={() => move(i, i - 1)} aria-label={`${facts(c)?.words} earlier`}>
            ↑
          </Button>
          <Button variant="text" disabled={i === codecs.length - 1} onClick={() => move(i, i + 1)} aria-label={`${facts(c)?.words} later`}>
            ↓
          </Button>
          <Button variant="text" onClick={() => onChange(codecs.filter((_, at) => at !== i))} aria-label={`Take out ${facts(c)?.words}`}>
            Take out
          </Button>
        </Box>
      ))}
      {problem && (
        <Typography variant="body2" color="error" role="alert">
          {problem.reason} {problem.remedy}
        </Typography>
      )}
      <TextField
        select
        label="Another codec"
        value={adding}
        onChange={(e) => {
          onChange([...codecs, codec(e.target.value as Codec['class'])])
          setAdding('')
        }}
        sx={{ width: 260, maxWidth: '100%', mt: 1 }}
      >
        {terms.codecs.map((c) => (
          <MenuItem key={c.value} value={c.value}>
            {c.words}
          </MenuItem>
        ))}
      </TextField>
    </Box>
  )
}
