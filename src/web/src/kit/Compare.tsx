import { Box, Button, Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { api, told } from '../api/client'
import { Part } from '../parts/Page'
import { Trouble } from '../parts/Trouble'

/** Two to four devices side by side, what differs first. */
export function Compare({ ids, onClear }: { ids: readonly string[]; onClear: () => void }) {
  const comparison = useQuery({
    queryKey: ['compare', ...ids],
    queryFn: () => told(api.GET('/api/kit/compare', { params: { query: { ids: [...ids] } } })),
    enabled: ids.length > 1,
    placeholderData: (before) => before,
  })
  if (ids.length === 0) return null
  if (ids.length === 1)
    return (
      <Typography role="status" color="textSecondary" sx={{ mt: 4 }}>
        One is ticked. Tick another to see them side by side.
      </Typography>
    )
  const { data } = comparison
  const differing = data?.facts.filter((f) => f.differs).length ?? 0
  return (
    <Part
      title="Side by side"
      note={
        data &&
        `${differing} of ${data.facts.length} facts differ; they stand first. The cheapest boxes often lack leads, lights and a choice of destination.`
      }
    >
      {comparison.isError && <Trouble error={comparison.error} onRetry={() => void comparison.refetch()} />}
      {data && (
        <Box sx={{ overflowX: 'auto' }} tabIndex={0} role="region" aria-label="Comparison">
          <Box
            component="table"
            sx={{
              borderCollapse: 'collapse',
              minWidth: '100%',
              '& th, & td': {
                textAlign: 'left',
                verticalAlign: 'top',
                py: 2,
                pr: 4,
                borderTop: 1,
                borderColor: 'divider',
                minWidth: 150,
                maxWidth: 320,
              },
              '& th': { fontWeight: 650 },
            }}
          >
            <thead>
              <tr>
                <td />
                {data.names.map((name) => (
                  <th key={name} scope="col">
                    {name}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {data.facts.map((fact) => (
                <tr key={fact.name}>
                  <Box component="th" scope="row" sx={{ color: fact.differs ? 'text.primary' : 'text.secondary' }}>
                    {fact.name}
                  </Box>
                  {fact.values.map((value, i) => (
                    <Box component="td" key={i} sx={{ color: fact.differs ? 'text.primary' : 'text.secondary' }}>
                      {value || '–'}
                    </Box>
                  ))}
                </tr>
              ))}
            </tbody>
          </Box>
        </Box>
      )}
      <Button variant="text" onClick={onClear}>
        Clear the comparison
      </Button>
    </Part>
  )
}
