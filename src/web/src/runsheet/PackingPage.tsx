import { Box, Button, Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { Link, useParams } from 'react-router'
import { api, told } from '../api/client'
import { count, day } from '../format/format'
import { LeadShape } from '../kit/PlugShape'
import { Figure, Page, Part } from '../parts/Page'
import { Trouble, Waiting } from '../parts/Trouble'
import { Shell } from '../shell/Shell'

/** The bag for one day: what every visit of that day asks for, and the sum. */
export function PackingPage() {
  const { on = '' } = useParams()
  const packing = useQuery({ queryKey: ['packing', on], queryFn: () => told(api.GET('/api/packing', { params: { query: { on } } })) })
  const data = packing.data
  return (
    <Shell place="Packing">
      <Page
        headline={
          data
            ? data.cases.length === 0
              ? `No visit on ${day(on)}`
              : `${count(data.totals.length, 'thing', 'things')} in the bag for ${day(on)}`
            : 'Packing'
        }
        figures={data && data.cases.length > 0 && <Figure value={count(data.cases.length, 'visit', 'visits')} />}
        action={
          data &&
          data.cases.length > 0 && (
            <Button className="nf-screen-only" onClick={() => window.print()}>
              Print the list
            </Button>
          )
        }
      >
        {packing.isPending && <Waiting words="Writing the list…" />}
        {packing.isError && <Trouble error={packing.error} onRetry={() => void packing.refetch()} />}
        {data?.unreadable.map((c) => (
          <Typography key={c.id} role="alert" sx={{ mt: 3, pl: 4, borderLeft: 4, borderColor: 'warning.main' }}>
            {c.site}, {c.title}: what is kept of this case is damaged, and what it needs is not listed here.
          </Typography>
        ))}
        {data && data.cases.length > 1 && (
          <Part title="Altogether" note="Tools are brought once.">
            <Box component="ul" sx={{ m: 0, pl: 5, columns: { sm: 2 } }}>
              {data.totals.map((t) => (
                <li key={t.words}>
                  {t.pieces} × {t.words}
                </li>
              ))}
            </Box>
          </Part>
        )}
        {data?.cases.map((c) => (
          <Part key={c.caseId} title={`${c.time.slice(0, 5)} · ${c.site}`} note={c.title}>
            <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
              {c.items.map(({ item, outcome }) => (
                <Box
                  component="li"
                  key={item.id}
                  sx={{ borderTop: 1, borderColor: 'divider', py: 2, display: 'flex', gap: 3, flexWrap: 'wrap', alignItems: 'center' }}
                >
                  <Typography sx={{ fontWeight: 650 }}>
                    {item.pieces ? `${item.pieces} × ` : ''}
                    {item.words}
                  </Typography>
                  {!!item.ends?.length && <LeadShape ends={item.ends} />}
                  <Typography variant="body2" color="textSecondary">
                    {outcome === 'asExpected' ? '✓ packed' : item.detail}
                  </Typography>
                </Box>
              ))}
            </Box>
            <Typography sx={{ mt: 2 }} className="nf-screen-only">
              <Link to={`/cases/${c.caseId}/prepare`}>Tick it off on Prepare</Link>
            </Typography>
          </Part>
        ))}
      </Page>
    </Shell>
  )
}
