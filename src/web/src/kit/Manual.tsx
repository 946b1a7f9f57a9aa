import { Box, Button, Typography } from '@mui/material'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import { api, told } from '../api/client'
import { megabytes } from '../format/format'
import { hidden } from '../parts/Choice'
import { rawFile } from '../parts/rawFile'
import { setSaved } from '../parts/saved'
import { Trouble } from '../parts/Trouble'
import { offerUndo } from '../parts/undo'

/** Manuals kept here, without their files. */
export const useManuals = () => useQuery({ queryKey: ['manuals'], queryFn: () => told(api.GET('/api/manuals')) })

/** The manual of one thing: its file to save to the phone, or a place to add it. */
export function Manual({ about, of }: { about: string; of: string }) {
  const queries = useQueryClient()
  const manuals = useManuals()
  const chooser = useRef<HTMLInputElement>(null)
  const [error, setError] = useState<unknown>(null)
  const [busy, setBusy] = useState(false)
  const kept = manuals.data?.find((m) => m.about === about)
  const path = { about }
  const doing = async (work: () => Promise<unknown>) => {
    setBusy(true)
    setError(null)
    try {
      await work()
      setSaved({ kind: 'saved', at: new Date() })
      await queries.invalidateQueries({ queryKey: ['manuals'] })
    } catch (refused) {
      setError(refused)
    } finally {
      setBusy(false)
    }
  }
  if (!manuals.data) return manuals.isError ? <Trouble error={manuals.error} onRetry={() => void manuals.refetch()} /> : null
  return (
    <Box className="nf-screen-only" sx={{ mt: 1 }}>
      {kept && (
        <Typography variant="body2" color="textSecondary" sx={{ overflowWrap: 'anywhere' }}>
          {kept.fileName}, {megabytes(kept.size)}
        </Typography>
      )}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 3, alignItems: 'center', mt: 1 }}>
        {kept && (
          <Button
            component="a"
            href={`/api/manuals/${encodeURIComponent(about)}`}
            download={kept.fileName}
            aria-label={`Save to this device: the manual of ${of}`}
          >
            Save to this device
          </Button>
        )}
        <Button
          variant={kept ? 'text' : 'outlined'}
          disabled={busy}
          onClick={() => chooser.current?.click()}
          aria-label={kept ? `Another file: the manual of ${of}` : `Add its file: the manual of ${of}`}
        >
          {kept ? 'Another file' : 'Add its file'}
        </Button>
        {kept && (
          <Button
            variant="text"
            disabled={busy}
            onClick={() =>
              void doing(async () => {
                await told(api.DELETE('/api/manuals/{about}', { params: { path } }))
                offerUndo(
                  `The manual of ${of} was taken away.`,
                  () => void doing(() => told(api.POST('/api/manuals/{about}/restore', { params: { path } }))),
                )
              })
            }
            aria-label={`Take away: the manual of ${of}`}
          >
            Take away
          </Button>
        )}
      </Box>
      <Box
        component="input"
        ref={chooser}
        type="file"
        accept=".pdf,.png,.jpg,.jpeg,.txt,application/pdf,image/png,image/jpeg,text/plain"
        aria-label={`Manual of ${of}`}
        tabIndex={-1}
        sx={hidden}
        onChange={(event) => {
          const file = event.target.files?.[0]
          event.target.value = ''
          if (file)
            void doing(() =>
              told(
                api.PUT('/api/manuals/{about}', {
                  params: { path, query: { fileName: file.name, replaces: kept?.version } },
                  ...rawFile(file),
                }),
              ),
            )
        }}
      />
      {error !== null && <Trouble error={error} />}
    </Box>
  )
}
