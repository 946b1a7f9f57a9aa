import { Box, Typography } from '@mui/material'
import { Link, Outlet, useLocation, useParams } from 'react-router'
import { LineStrip } from '../line/LineStrip'
import { Fallible } from '../parts/Fallible'
import { Trouble, Waiting } from '../parts/Trouble'
import { Shell } from '../shell/Shell'
import { useCaseQuery } from '../api/useCase'

/** The frame of a case: its stages, the small line board, and a word when the rig is out of date. */
export function CasePage() {
  const { caseId = '' } = useParams()
  const { pathname } = useLocation()
  const detail = useCaseQuery(caseId)
  if (detail.isPending)
    return (
      <Shell place="">
        <Box sx={{ px: 5 }}>
          <Waiting words="Opening the case…" />
        </Box>
      </Shell>
    )
  if (detail.isError)
    return (
      <Shell place="">
        <Box component="main" sx={{ px: 5 }}>
          <Trouble error={detail.error} onRetry={() => void detail.refetch()} />
          <Link to="/cases">All cases</Link>
        </Box>
      </Shell>
    )
  const { site, title, stages, rig } = detail.data
  const large = pathname.endsWith('/route') || pathname.endsWith('/tune')
  return (
    <Shell place={`${site} · ${title}`} caseId={caseId} stages={stages}>
      {rig && !large && (
        <Box component="section" aria-label="The rig in short" className="nf-screen-only" sx={{ px: { xs: 4, sm: 5.5 } }}>
          <LineStrip rows={rig.view.rows} measured={rig.measured} />
        </Box>
      )}
      {rig?.outOfDate && !pathname.endsWith('/route') && (
        <Box
          component="aside"
          aria-label="Rig out of date"
          className="nf-screen-only"
          sx={{ mx: { xs: 4, sm: 5.5 }, mt: 3, pl: 4, borderLeft: 4, borderColor: 'warning.main' }}
        >
          <Typography sx={{ fontWeight: 650 }}>The rig is out of date.</Typography>
          {[...rig.changes, ...rig.missingDevices.map((d) => `${d} is no longer on the shelf.`)].slice(0, 4).map((change) => (
            <Typography key={change} variant="body2">
              {change}
            </Typography>
          ))}
          <Link to={`/cases/${caseId}/route`}>Check it on Route</Link>
        </Box>
      )}
      <Fallible at={pathname}>
        <Outlet context={detail.data} />
      </Fallible>
    </Shell>
  )
}
