import { Box, Button, Typography } from '@mui/material'
import type { Schema } from '../api/client'
import { Choice } from '../parts/Choice'
import { Pick, PickSome, Words } from '../parts/fields'
import type { Draft, FormPart } from './draft'

type Port = Schema['AudioPort']

/** The wired sockets of a device; the two plugs of a lead. */
export function PortsForm({ draft, set, terms, problemOf }: FormPart) {
  const lead = draft.role === 'lead'
  const put = (ports: Port[]) => set({ ports })
  const change = (i: number, to: Partial<Port>) => put(draft.ports.map((p, at) => (at === i ? { ...p, ...to } : p)))
  return (
    <Box>
      {draft.ports.map((port, i) => (
        <Box
          key={i}
          role="group"
          aria-label={lead ? `Plug ${i + 1}` : `Socket ${i + 1}`}
          sx={{
            display: 'grid',
            gap: 3,
            py: 3,
            borderTop: i > 0 ? 1 : 0,
            borderColor: 'divider',
            alignItems: 'end',
            gridTemplateColumns: { xs: '1fr', sm: lead ? '1fr auto' : '1fr auto 1fr 1fr auto' },
          }}
        >
          <Pick
            label={lead ? `Plug ${i + 1}` : 'Connector'}
            value={port.connector}
            options={terms.connectors}
            onChange={(connector) => change(i, { connector })}
            problem={problemOf(`ports[${i}]`)}
          />
          {!lead && (
            <>
              <Choice
                label="Sound"
                hideLabel
                value={port.output ? 'out' : 'in'}
                options={[
                  { value: 'in', words: 'in' },
                  { value: 'out', words: 'out' },
                ]}
                onChange={(way) => change(i, { output: way === 'out' })}
              />
              <PickSome
                label={port.output ? 'Gives' : 'Takes'}
                value={port.signals}
                options={terms.signals}
                onChange={(signals) => change(i, { signals })}
                problem={problemOf(`ports[${i}].signals`)}
              />
              <Words
                label="Printed beside it"
                value={port.label}
                onChange={(label) => change(i, { label })}
                problem={problemOf(`ports[${i}].label`)}
              />
            </>
          )}
          {(!lead || draft.ports.length > 2) && (
            <Button variant="text" onClick={() => put(draft.ports.filter((_, at) => at !== i))} aria-label={`Take out socket ${i + 1}`}>
              Take out
            </Button>
          )}
        </Box>
      ))}
      {problemOf('ports') && (
        <Typography variant="body2" color="error" role="alert">
          {problemOf('ports')?.reason} {problemOf('ports')?.remedy}
        </Typography>
      )}
      {(!lead || draft.ports.length < 2) && (
        <Button sx={{ mt: 2 }} onClick={() => put([...draft.ports, freshPort(draft)])}>
          {lead ? 'Add a plug' : 'Add a socket'}
        </Button>
      )}
    </Box>
  )
}

const freshPort = (draft: Draft): Port => ({
  connector: 'jack35',
  output: draft.role === 'linkReceiver',
  signals: draft.role === 'lead' ? [] : ['analogueLine'],
  label: '',
})
