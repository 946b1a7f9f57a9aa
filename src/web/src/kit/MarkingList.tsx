import { Box, Button, TextField, Typography } from '@mui/material'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { api, RefusedError, told, type Schema } from '../api/client'
import { Choice } from '../parts/Choice'
import { Part } from '../parts/Page'
import { saying } from '../parts/saying'
import { Trouble } from '../parts/Trouble'
import { offerUndo } from '../parts/undo'
import { refreshKit } from './refreshKit'

type Wording = Schema['MarkingWords']
type Direction = 'output' | 'input'

/** Words printed beside sockets that this workshop has met: they tell an output from an input wherever they stand. */
export function MarkingList() {
  const queries = useQueryClient()
  const markings = useQuery({ queryKey: ['markings'], queryFn: () => told(api.GET('/api/markings')) })
  const [words, setWords] = useState('')
  const [reading, setReading] = useState<Direction>('output')
  const [error, setError] = useState<unknown>(null)
  const own = markings.data?.own ?? []
  const keep = async (was: readonly Wording[], next: readonly Wording[]) => {
    setError(null)
    try {
      queries.setQueryData(['markings'], await told(api.PUT('/api/markings', { body: { was: [...was], words: [...next] } })))
      await refreshKit(queries)
      return true
    } catch (refused) {
      setError(refused)
      await markings.refetch()
      return false
    }
  }
  const remove = async (row: Wording) => {
    const next = own.filter((other) => other !== row)
    if (await keep(own, next)) offerUndo(`“${row.words}” was taken out.`, () => void keep(next, own))
  }
  const problem = error instanceof RefusedError ? error.refusal.problems.find((p) => p.field.startsWith('words[')) : undefined
  return (
    <Part
      title="Words beside sockets"
      note={`${markings.data?.usual.length ?? ''} usual ones of five languages are known already. Add what you meet on the back of a set; it is read on every site.`}
    >
      {markings.isError && <Trouble error={markings.error} onRetry={() => void markings.refetch()} />}
      {own.map((row) => (
        <Box
          key={row.words}
          sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 4, alignItems: 'center', borderTop: 1, borderColor: 'divider', py: 1 }}
        >
          <Typography sx={{ flex: '1 1 200px', minWidth: 0, overflowWrap: 'anywhere', fontWeight: 650 }}>{row.words}</Typography>
          <Typography color="textSecondary" sx={{ width: 90 }}>
            {row.reading}
          </Typography>
          <Button variant="text" onClick={() => void remove(row)} aria-label={`Take out ${row.words}`}>
            Take out
          </Button>
        </Box>
      ))}
      {error !== null && !problem && <Trouble error={error} />}
      <Box
        component="form"
        onSubmit={(e) => {
          e.preventDefault()
          void keep(own, [...own, { words, reading }]).then((kept) => kept && setWords(''))
        }}
        sx={{ display: 'flex', flexWrap: 'wrap', gap: 3, mt: 3, alignItems: 'flex-end' }}
      >
        <TextField
          label="Words as printed"
          value={words}
          {...saying(problem)}
          onChange={(e) => setWords(e.target.value)}
          sx={{ width: 260, maxWidth: '100%' }}
        />
        <Choice
          label="They mark an"
          value={reading}
          options={[
            { value: 'output', words: 'output' },
            { value: 'input', words: 'input' },
          ]}
          onChange={setReading}
        />
        <Button type="submit" disabled={words.trim() === ''}>
          Add the words
        </Button>
      </Box>
    </Part>
  )
}
