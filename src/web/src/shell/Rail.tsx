import { Box, ButtonBase, Menu, MenuItem } from '@mui/material'
import { useState } from 'react'
import { NavLink, useNavigate } from 'react-router'
import type { Schema } from '../api/client'
import { hidden } from '../parts/Choice'

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

interface RailProps {
  caseId?: string
  stages?: readonly Schema['StageState'][]
  themeWord: string
  ownPassword: boolean
  onTheme: () => void
  onSignOut: () => void
}

/** The stages of a case and the pages: on the left, or along the bottom of a phone. */
export function Rail({ caseId, stages, ...more }: RailProps) {
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
      <RailLink to="/bench" wideOnly={!!caseId}>
        Bench
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
        {pages && <MenuItem onClick={pick(() => void navigate('/bench'))}>Bench</MenuItem>}
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
