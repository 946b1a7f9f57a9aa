import { Box, Button, Dialog, DialogContent, Typography } from '@mui/material'
import { useQueryClient } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import { api, told, type Schema } from '../api/client'
import { count } from '../format/format'
import { hidden } from '../parts/Choice'
import { rawFile } from '../parts/rawFile'
import { setSaved } from '../parts/saved'
import { Trouble } from '../parts/Trouble'
import { refreshKit } from './refreshKit'

type View = Schema['ImportView']

const fateWords: Record<Schema['RowFate'], string> = { new: 'new', changed: 'changed', same: 'the same', wrong: 'cannot be taken' }

/** Takes the shelf out as a file, and puts a file on the shelf after showing what it would do. */
export function KitFile() {
  const queries = useQueryClient()
  const chooser = useRef<HTMLInputElement>(null)
  const [file, setFile] = useState<File | null>(null)
  const [preview, setPreview] = useState<View | null>(null)
  const [error, setError] = useState<unknown>(null)
  const [busy, setBusy] = useState(false)
  const close = () => {
    setFile(null)
    setPreview(null)
    setError(null)
  }
  const choose = async (chosen: File) => {
    close()
    setFile(chosen)
    try {
      setPreview(await told(api.POST('/api/kit/import/preview', rawFile(chosen))))
    } catch (refused) {
      setError(refused)
    }
  }
  const take = async (leaveWrongOut: boolean) => {
    if (!file) return
    setBusy(true)
    setError(null)
    try {
      await told(api.POST('/api/kit/import', { params: { query: { leaveWrongOut } }, ...rawFile(file) }))
      await refreshKit(queries)
      setSaved({ kind: 'saved', at: new Date() })
      close()
    } catch (refused) {
      setError(refused)
    } finally {
      setBusy(false)
    }
  }
  return (
    <>
      <Button component="a" href="/api/kit/export" download>
        Export JSON
      </Button>
      <Button component="a" href="/api/kit/export-table" download>
        Export CSV
      </Button>
      <Button onClick={() => chooser.current?.click()}>Import…</Button>
      <Box
        component="input"
        ref={chooser}
        type="file"
        accept=".json,.csv,application/json,text/csv"
        aria-label="Kit file"
        tabIndex={-1}
        sx={hidden}
        onChange={(event) => {
          const chosen = event.target.files?.[0]
          event.target.value = ''
          if (chosen) void choose(chosen)
        }}
      />
      <Dialog open={file !== null} onClose={close} aria-labelledby="kit-file" fullWidth maxWidth="sm">
        <DialogContent>
          <Typography id="kit-file" variant="h1" component="h2" sx={{ fontSize: 24, overflowWrap: 'anywhere' }}>
            {preview ? verdict(preview) : error ? 'This file cannot be read' : 'Reading the file…'}
          </Typography>
          <Typography color="textSecondary" sx={{ mt: 1, overflowWrap: 'anywhere' }}>
            {file?.name}
          </Typography>
          {error !== null && <Trouble error={error} />}
          {preview && <Rows rows={preview.rows.filter((r) => r.fate !== 'same')} />}
          <Box sx={{ display: 'flex', gap: 3, flexWrap: 'wrap', mt: 5 }}>
            <Button onClick={close}>Back</Button>
            {preview && <Actions rows={preview.rows} busy={busy} onTake={(leaveOut) => void take(leaveOut)} />}
          </Box>
        </DialogContent>
      </Dialog>
    </>
  )
}

const of = (rows: readonly Schema['KitRow'][], fate: Schema['RowFate']) => rows.filter((r) => r.fate === fate).length

/** What the file would do, in one line. */
export function verdict({ rows }: Pick<View, 'rows'>) {
  if (rows.length === 0) return 'The file lists no device'
  const parts = (['new', 'changed', 'wrong'] as const).filter((f) => of(rows, f) > 0).map((f) => `${of(rows, f)} ${fateWords[f]}`)
  return parts.length === 0 ? 'Nothing in it differs from the shelf' : parts.join(', ')
}

function Actions({ rows, busy, onTake }: { rows: readonly Schema['KitRow'][]; busy: boolean; onTake: (leaveWrongOut: boolean) => void }) {
  const [right, wrong] = [of(rows, 'new') + of(rows, 'changed'), of(rows, 'wrong')]
  if (right === 0) return null
  return (
    <Button variant="contained" color="primary" disabled={busy} onClick={() => onTake(wrong > 0)}>
      {wrong === 0 ? `Take ${count(right, 'device', 'devices')}` : `Take ${count(right, 'device', 'devices')}, leave ${wrong} out`}
    </Button>
  )
}

function Rows({ rows }: { rows: readonly Schema['KitRow'][] }) {
  return (
    <Box
      component="ul"
      sx={{ listStyle: 'none', p: 0, m: 0, mt: 3, maxHeight: 360, overflowY: 'auto' }}
      tabIndex={0}
      aria-label="What would change"
    >
      {rows.map((row) => (
        <Box component="li" key={`${row.line} ${row.id}`} sx={{ borderTop: 1, borderColor: 'divider', py: 2 }}>
          <Typography sx={{ fontWeight: 650, overflowWrap: 'anywhere' }}>
            {row.fate === 'wrong' && (
              <Box component="span" aria-hidden sx={{ color: 'error.main', mr: 2 }}>
                ×
              </Box>
            )}
            {row.name || row.id || 'A device'}
            <Typography component="span" variant="body2" color="textSecondary">
              {' '}
              · line {row.line} · {fateWords[row.fate]}
            </Typography>
          </Typography>
          {row.changes.map((change) => (
            <Typography key={change} variant="body2" color="textSecondary">
              {change}
            </Typography>
          ))}
          {row.problems.map((p) => (
            <Typography key={p.field + p.reason} variant="body2">
              <b>{p.field}</b>: {p.reason} {p.remedy}
            </Typography>
          ))}
        </Box>
      ))}
    </Box>
  )
}
