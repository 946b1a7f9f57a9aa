import { Box, Button, ButtonBase, Menu, MenuItem, Typography } from '@mui/material'
import { useColorScheme } from '@mui/material/styles'
import { useState, type ReactNode } from 'react'
import { Link, NavLink, useNavigate } from 'react-router'
import type { Schema } from '../api/client'
import { clock } from '../format/format'
import { hidden } from '../parts/Choice'
import { useSaved } from '../parts/saved'
import { UndoBar } from '../parts/undo'
import { useLeaving } from '../session/Leaving'
import { useSession } from '../session/session'
import { KeySheet } from './KeySheet'
import { useKey } from './keys'

const stageWords: Record<Schema['Stage'], string> = {
  look: 'Look',
  route: 'Route',
  prepare: 'Prepare',
  connect: 'Connect',
  tune: 'Tune',
  handOver: 'Hand over',
}

/** The address of a stage. */
export const stagePath: Record<Schema['Stage'], string> = {
  look: 'look',
  route: 'route',
  prepare: 'prepare',
  connect: 'connect',
  tune: 'tune',
  handOver: 'hand-over',
}

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

interface RailProps {
  caseId?: string
  stages?: readonly Schema['StageState'][]
  themeWord: string
  ownPassword: boolean
  onTheme: () => void
  onSignOut: () => void
}

function Rail({ caseId, stages, ...more }: RailProps) {
  return (
    <Box
      component="nav"
      aria-label="Stages and pages"
      className="nf-screen-only"
      sx={{
        flex: 'none',
        width: { sm: 148 },
        alignSelf: { sm: 'flex-start' },
        pt: { sm: 3.5 },
        position: { xs: 'fixed', sm: 'sticky' },
        top: { sm: 0 },
        zIndex: 3,
        left: 0,
        right: 0,
        bottom: 0,
        display: { xs: 'flex', sm: 'block' },
        '& > *': { flex: { xs: '1 1 0', sm: 'none' } },
        bgcolor: 'background.default',
        borderTop: { xs: 1, sm: 0 },
        borderTopColor: 'divider',
      }}
    >
      {caseId &&
        stages?.map((s) => (
          <RailLink key={s.stage} to={`/cases/${caseId}/${stagePath[s.stage]}`} number={s.number} done={s.done}>
            {stageWords[s.stage]}
          </RailLink>
        ))}
      {caseId && <Box sx={{ display: { xs: 'none', sm: 'block' }, borderTop: 1, borderColor: 'divider', mx: 4, my: 3 }} />}
      <RailLink to="/cases" end wideOnly={!!caseId}>
        Cases
      </RailLink>
      <RailLink to="/kit" wideOnly={!!caseId}>
        Kit
      </RailLink>
      <More pages={!!caseId} {...more} />
    </Box>
  )
}

/** On a phone: what does not fit beside the stages. */
function More({ pages, themeWord, ownPassword, onTheme, onSignOut }: Omit<RailProps, 'caseId' | 'stages'> & { pages: boolean }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const navigate = useNavigate()
  const pick = (run: () => void) => () => {
    setAnchor(null)
    run()
  }
  return (
    <>
      <ButtonBase
        onClick={(e) => setAnchor(e.currentTarget)}
        aria-haspopup="menu"
        aria-expanded={!!anchor}
        sx={{ ...railItem, display: { xs: 'flex', sm: 'none' } }}
      >
        <span aria-hidden>···</span>
        More
      </ButtonBase>
      <Menu
        anchorEl={anchor}
        open={!!anchor}
        onClose={() => setAnchor(null)}
        anchorOrigin={{ vertical: 'top', horizontal: 'right' }}
        transformOrigin={{ vertical: 'bottom', horizontal: 'right' }}
      >
        {pages && <MenuItem onClick={pick(() => void navigate('/cases'))}>Cases</MenuItem>}
        {pages && <MenuItem onClick={pick(() => void navigate('/kit'))}>Kit</MenuItem>}
        <MenuItem onClick={pick(onTheme)}>{themeWord === 'night' ? 'Change to frost' : 'Change to night'}</MenuItem>
        {ownPassword && <MenuItem onClick={pick(() => void navigate('/password'))}>Password</MenuItem>}
        <MenuItem onClick={pick(onSignOut)}>Sign out</MenuItem>
      </Menu>
    </>
  )
}

const railItem = {
  position: 'relative',
  display: 'flex',
  flexDirection: { xs: 'column', sm: 'row' },
  alignItems: 'center',
  justifyContent: { xs: 'center', sm: 'flex-start' },
  minHeight: { xs: 60, sm: 44 },
  minWidth: 0,
  px: { xs: 0.5, sm: 4 },
  fontFamily: 'inherit',
  fontSize: { xs: 13.5, sm: 16 },
  whiteSpace: 'nowrap',
  color: 'text.secondary',
  textDecoration: 'none',
} as const

interface RailLinkProps {
  to: string
  number?: number
  done?: boolean
  end?: boolean
  /** Hidden on a phone, where it stands under More. */
  wideOnly?: boolean
  children: string
}

function RailLink({ to, number, done, end, wideOnly, children }: RailLinkProps) {
  return (
    <Box
      component={NavLink}
      to={to}
      end={end ?? false}
      sx={{
        ...railItem,
        display: { xs: wideOnly ? 'none' : 'flex', sm: 'flex' },
        '&.active': { color: 'text.primary', fontWeight: 650 },
        '&.active::before': {
          content: '""',
          position: 'absolute',
          bgcolor: 'primary.main',
          left: { xs: 12, sm: 0 },
          right: { xs: 12, sm: 'auto' },
          top: { xs: 0, sm: 8 },
          bottom: { xs: 'auto', sm: 8 },
          height: { xs: 4, sm: 'auto' },
          width: { sm: 4 },
        },
      }}
    >
      <Box component="span" sx={{ width: { sm: 34 }, fontSize: 13, display: 'inline-flex', gap: 1 }}>
        {number}
        {done && (
          <>
            <span aria-hidden>✓</span>
            <Box component="span" sx={hidden}>
              , done,
            </Box>
          </>
        )}
      </Box>
      {children}
    </Box>
  )
}
