import { Box, Button, Typography } from '@mui/material'
import { useColorScheme } from '@mui/material/styles'
import { useState, type ReactNode } from 'react'
import { Link, useNavigate } from 'react-router'
import type { Schema } from '../api/client'
import { clock } from '../format/format'
import { hidden } from '../parts/Choice'
import { useSaved } from '../parts/saved'
import { UndoBar } from '../parts/undo'
import { useLeaving } from '../session/Leaving'
import { useSession } from '../session/session'
import { KeySheet } from './KeySheet'
import { useKey } from './keys'
import { Rail, stagePath } from './Rail'

/** The frame of every screen: name and place on top, stages on the left, or along the bottom of a phone. */
export function Shell({
  place,
  caseId,
  stages,
  children,
}: {
  place: string
  caseId?: string
  stages?: readonly Schema['StageState'][]
  children: ReactNode
}) {
  const [keysOpen, setKeysOpen] = useState(false)
  const navigate = useNavigate()
  const { mode, systemMode, setMode } = useColorScheme()
  const { leave, dialog } = useLeaving()
  // Everybody shares the demo's sign-in.
  const ownPassword = useSession().data?.demo === null
  const now = (mode === 'system' ? systemMode : mode) ?? 'dark'
  const other = now === 'dark' ? 'light' : 'dark'
  const go = (stage: Schema['Stage']) => () => caseId && void navigate(`/cases/${caseId}/${stagePath[stage]}`)
  useKey('stage1', go('look'))
  useKey('stage2', go('route'))
  useKey('stage3', go('prepare'))
  useKey('stage4', go('connect'))
  useKey('stage6', go('tune'))
  useKey('stage8', go('handOver'))
  useKey('cases', () => void navigate('/cases'))
  useKey('kit', () => void navigate('/kit'))
  useKey('theme', () => setMode(other))
  useKey('sheet', () => setKeysOpen(true))

  return (
    <Box sx={{ minHeight: '100vh', display: 'flex', flexDirection: 'column' }}>
      <Box
        component="a"
        href="#main"
        sx={{ ...hidden, '&:focus': { position: 'static', width: 'auto', height: 'auto', clip: 'auto', p: 2 } }}
      >
        To the content
      </Box>
      <Box
        component="header"
        className="nf-screen-only"
        sx={{ display: 'flex', alignItems: 'center', gap: 5, minHeight: 56, px: { xs: 4, sm: 5 }, borderBottom: 1, borderColor: 'divider' }}
      >
        <Typography
          component={Link}
          to="/cases"
          sx={{ fontWeight: 650, fontSize: 17, color: 'text.primary', textDecoration: 'none', py: 2.5 }}
        >
          Nightfrost
        </Typography>
        <Typography color="textSecondary" title={place} sx={{ ...placeWords, flex: 1, minWidth: 0 }}>
          {place}
        </Typography>
        <SavedMark />
        <Box sx={{ display: { xs: 'none', sm: 'flex' }, gap: 3 }}>
          <Button
            variant="text"
            onClick={() => setMode(other)}
            aria-label={now === 'dark' ? 'Night theme; change to frost' : 'Frost theme; change to night'}
          >
            {now === 'dark' ? 'night' : 'frost'}
          </Button>
          <Button variant="text" onClick={() => setKeysOpen(true)}>
            keys
          </Button>
          {ownPassword && (
            <Button variant="text" onClick={() => void navigate('/password')}>
              password
            </Button>
          )}
          <Button variant="text" onClick={leave}>
            sign out
          </Button>
        </Box>
      </Box>
      <Box sx={{ flex: 1, display: 'flex', minWidth: 0, pb: { xs: 16, sm: 0 } }}>
        <Rail
          caseId={caseId}
          stages={stages}
          onTheme={() => setMode(other)}
          themeWord={now === 'dark' ? 'night' : 'frost'}
          ownPassword={ownPassword}
          onSignOut={leave}
        />
        <Box sx={{ flex: 1, minWidth: 0, alignSelf: 'stretch', borderLeft: { sm: 1 }, borderColor: { sm: 'divider' } }}>{children}</Box>
      </Box>
      <KeySheet open={keysOpen} onClose={() => setKeysOpen(false)} />
      <UndoBar />
      {dialog}
    </Box>
  )
}

/** One line, or two small ones on a phone. */
const placeWords = {
  fontSize: { xs: 14, sm: 16 },
  lineHeight: { xs: 1.3, sm: 1.5 },
  overflow: 'hidden',
  display: '-webkit-box',
  WebkitBoxOrient: 'vertical',
  WebkitLineClamp: { xs: '2', sm: '1' },
} as const

function SavedMark() {
  const saved = useSaved()
  const words =
    saved.kind === 'saving'
      ? 'saving…'
      : saved.kind === 'saved'
        ? `saved ${clock(saved.at)}`
        : saved.kind === 'waiting'
          ? 'kept here, not sent yet'
          : saved.kind === 'refused'
            ? 'not saved: see below'
            : ''
  return (
    <Typography
      role="status"
      variant="body2"
      noWrap
      color={saved.kind === 'waiting' || saved.kind === 'refused' ? 'warning' : 'textSecondary'}
      sx={{ flex: 'none' }}
    >
      {words}
    </Typography>
  )
}
