import { Box, Button, Typography } from '@mui/material'
import { useState } from 'react'
import type { Schema } from '../api/client'

type Item = Schema['RuledOut']

/** Rows shown before the rest is asked for. */
const first = 6

/** What stands in no working route: things refused by the same rule stand together. */
export function RuledOut({ items }: { items: readonly Item[] }) {
  const [all, setAll] = useState(false)
  const groups = groupsOf(items)
  if (groups.length === 0) return <Typography color="textSecondary">Nothing: every socket and device seen works in some route.</Typography>
  const shown = all ? groups : groups.slice(0, first)
  return (
    <>
      <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {shown.map((group) => (
          <Box component="li" key={group.key} sx={{ display: 'flex', gap: 3, py: 2, borderTop: 1, borderColor: 'divider' }}>
            <Box component="span" aria-hidden sx={{ color: 'error.main', fontWeight: 650 }}>
              ×
            </Box>
            <Box sx={{ minWidth: 0 }}>
              <Typography>{group.lead.finding.sentence}</Typography>
              {group.others.length > 0 && (
                <Typography variant="body2" color="textSecondary">
                  The same for {group.others.join(', ')}.
                </Typography>
              )}
              <Typography variant="body2" color="textSecondary">
                {group.lead.finding.remedy}
              </Typography>
            </Box>
          </Box>
        ))}
      </Box>
      {groups.length > first && (
        <Button variant="text" onClick={() => setAll(!all)}>
          {all ? 'Show fewer' : `Show ${groups.length - first} more`}
        </Button>
      )}
    </>
  )
}

/** Groups by rule; sockets stand alone, since each has a remedy of its own. */
export function groupsOf(items: readonly Item[]) {
  const groups: { key: string; lead: Item; others: string[] }[] = []
  for (const item of items) {
    const known = item.subject.isSocket
      ? undefined
      : groups.find((g) => !g.lead.subject.isSocket && g.lead.finding.ruleId === item.finding.ruleId)
    if (known) known.others.push(item.subject.words)
    else groups.push({ key: `${item.finding.ruleId} ${item.subject.id}`, lead: item, others: [] })
  }
  return groups
}
