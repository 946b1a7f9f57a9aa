import { Box, Button, GlobalStyles, Typography } from '@mui/material'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { api, told, type Schema } from '../api/client'
import { refreshCase, useCase } from '../api/useCase'
import { clock, count } from '../format/format'
import { Figure, Page } from '../parts/Page'
import { Trouble, Waiting } from '../parts/Trouble'
import { ProofLine } from '../parts/ProofLine'

/** Stage 8: the large-print sheet that stays with the client. */
export function HandoverPage() {
  const detail = useCase()
  const queries = useQueryClient()
  const [error, setError] = useState<unknown>(null)
  const path = { caseId: detail.id }
  const handover = useQuery({
    queryKey: ['handover', detail.id],
    queryFn: () => told(api.GET('/api/cases/{caseId}/handover', { params: { path } })),
  })
  if (handover.isPending)
    return (
      <Page headline="Hand over">
        <Waiting words="Writing the sheet…" />
      </Page>
    )
  if (handover.isError)
    return (
      <Page headline="Hand over">
        <Trouble error={handover.error} onRetry={() => void handover.refetch()} />
      </Page>
    )
  const { sheet, openSteps, openMandatory, alarmsAnswered, handedOverAt, week } = handover.data
  if (!sheet)
    return (
      <Page headline="No rig chosen yet">
        <Typography color="textSecondary" sx={{ mt: 3 }}>
          The sheet is written from the rig. <Link to="../route">Choose one on Route</Link> first.
        </Typography>
      </Page>
    )
  const mark = async (handedOver: boolean) => {
    setError(null)
    try {
      await told(
        api.PUT('/api/cases/{caseId}/handover', {
          params: { path },
          body: { handedOver, was: handedOverAt !== null, inPart: openMandatory.length > 0 },
        }),
      )
      await refreshCase(queries, detail.id)
    } catch (refused) {
      setError(refused)
    }
  }
  return (
    <>
      <GlobalStyles
        styles={{
          '@page': { margin: '14mm' },
          '@media print': {
            ':root': { colorScheme: 'light !important', background: '#fff !important' },
            main: { padding: '0 !important' },
            'nav ~ div': { border: '0 !important' },
            body: { background: '#fff !important', color: '#000 !important' },
            'main > *:not(.nf-sheet)': { display: 'none !important' },
          },
        }}
      />
      <Page
        headline={
          handedOverAt
            ? `Handed over ${openMandatory.length > 0 ? 'in part ' : ''}${clock(new Date(handedOverAt))}`
            : openSteps === 0
              ? 'Ready to hand over'
              : `The sheet is ready; ${count(openSteps, 'step is', 'steps are')} still open`
        }
        figures={
          <>
            <Figure value={alarmsAnswered ? 'asked' : 'not asked yet'} before="who hears alarms:" />
            <Figure value={count(sheet.listeners.length, 'sheet', 'sheets')} after="in 16 pt print, and one for everyone" />
          </>
        }
        action={
          <Box sx={{ display: 'flex', gap: 3, flexWrap: 'wrap' }}>
            <Button onClick={() => window.print()}>Print the sheet</Button>
            {handedOverAt ? (
              <Button onClick={() => void mark(false)}>Open again</Button>
            ) : (
              <Button variant="contained" color="primary" onClick={() => void mark(true)}>
                {openMandatory.length > 0 ? 'Hand over in part' : 'Handed over'}
              </Button>
            )}
          </Box>
        }
      >
        {error !== null && <Trouble error={error} />}
        {week && (
          <ProofLine
            proof={week}
            holds="A simulated household went through seven evenings by this sheet, one of them after somebody else had used the set."
          />
        )}
        {openMandatory.length > 0 && <LeftOpen steps={openMandatory} />}
        <Sheet sheet={sheet} site={detail.site} />
      </Page>
    </>
  )
}

/** What must not be passed over and is not done: until it is, a case is handed over in part only. */
function LeftOpen({ steps }: { steps: readonly string[] }) {
  return (
    <Box role="status" sx={{ borderLeft: 4, borderColor: 'warning.main', pl: 4, mt: 4 }}>
      <Typography sx={{ fontWeight: 650 }}>Not to be passed over, and still open</Typography>
      <Box component="ul" sx={{ m: 0, pl: 5 }}>
        {steps.map((step) => (
          <li key={step}>{step}</li>
        ))}
      </Box>
      <Link to="../connect">Go to Connect</Link>
    </Box>
  )
}

function Sheet({ sheet, site }: { sheet: Schema['HandoverSheet']; site: string }) {
  return (
    <Box className="nf-sheet" sx={{ mt: 5, '& p, & li': { fontSize: '16pt', lineHeight: 1.4 }, '@media print': { mt: 0, color: '#000' } }}>
      {sheet.listeners.map((listener) => (
        <Box
          component="section"
          key={listener.listenerId}
          aria-label={`Sheet for ${listener.name}`}
          sx={{ '@media print': { breakAfter: 'page', border: 0, pt: 0 }, borderTop: 2, borderColor: 'text.primary', pt: 4, mb: 8 }}
        >
          <Typography variant="inherit" component="h2" sx={{ fontSize: '24pt', fontWeight: 650, lineHeight: 1.2 }}>
            {listener.title}
          </Typography>
          <Typography color="textSecondary" sx={{ '@media print': { color: '#000' } }}>
            {site}
          </Typography>
          <Parts parts={listener.parts} />
        </Box>
      ))}
      <Box
        component="section"
        aria-label="For everyone"
        sx={{ '@media print': { border: 0, pt: 0 }, borderTop: 2, borderColor: 'text.primary', pt: 4 }}
      >
        <Typography variant="inherit" component="h2" sx={{ fontSize: '24pt', fontWeight: 650, lineHeight: 1.2 }}>
          For everyone in the room
        </Typography>
        <Parts parts={sheet.household} />
      </Box>
    </Box>
  )
}

function Parts({ parts }: { parts: readonly Schema['SheetPart'][] }) {
  return (
    <Box sx={{ columns: { md: 2 }, columnGap: 12, mt: 2, '@media print': { columns: 1 } }}>
      {parts.map((part) => (
        <Box key={part.heading} sx={{ breakInside: 'avoid', pt: 4 }}>
          <Typography variant="inherit" component="h3" sx={{ fontSize: '18pt', fontWeight: 650 }}>
            {part.heading}
          </Typography>
          <Box
            component={part.numbered ? 'ol' : 'ul'}
            sx={{ pl: part.numbered ? 9 : 6, my: 1, '& li': { pl: 1, mb: 2 }, '& li::marker': { fontWeight: 650 } }}
          >
            {part.lines.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </Box>
        </Box>
      ))}
    </Box>
  )
}
