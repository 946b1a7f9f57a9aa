import { Box, Button, ButtonBase, Typography } from '@mui/material'
import { useId, useState, type ReactNode } from 'react'
import { ink } from '../theme/tokens'

interface Props {
  id: string
  title: string
  /** What it holds, in one line; stands beside the title while it is folded. */
  says: string
  /** Enough is entered to go on with; where not, its line is amber. */
  filled: boolean
  note?: ReactNode
  open: boolean
  onToggle: () => void
  /** The part after it, and how to come there. */
  next?: { title: string; go: () => void } | undefined
  children: ReactNode
}

/** A part of a long form that folds to one line saying what it holds. What was typed in it stays, folded or not. */
export function Fold({ id, title, says, filled, note, open, onToggle, next, children }: Props) {
  const [inside, summary] = [useId(), useId()]
  // Drawn first when it is opened, and kept from then on.
  const [drawn, setDrawn] = useState(open)
  if (open && !drawn) setDrawn(true)
  return (
    <Box component="section" id={id} aria-label={title} sx={{ borderTop: 1, borderColor: 'divider', scrollMarginTop: 16 }}>
      <Box
        sx={{
          position: 'relative',
          minHeight: 52,
          py: 3,
          display: 'flex',
          flexDirection: { xs: 'column', sm: 'row' },
          columnGap: 3,
          alignItems: { sm: 'baseline' },
        }}
      >
        <Typography variant="h2" sx={{ m: 0, flex: 'none' }}>
          <ButtonBase
            onClick={onToggle}
            aria-describedby={open ? undefined : summary}
            aria-expanded={open}
            aria-controls={inside}
            // The whole line is pressed.
            sx={{
              font: 'inherit',
              gap: 3,
              textAlign: 'left',
              position: 'static',
              '&::after': { content: '""', position: 'absolute', inset: 0 },
            }}
          >
            <svg width={12} height={12} aria-hidden style={{ flex: 'none' }}>
              <path d={open ? 'M1 3L6 9L11 3' : 'M3 1L9 6L3 11'} fill="none" stroke={ink.cold} strokeWidth={2} />
            </svg>
            {title}
          </ButtonBase>
        </Typography>
        {!open && (
          <Typography
            id={summary}
            variant="body2"
            sx={{ minWidth: 0, pl: { xs: 6, sm: 0 }, color: filled ? 'text.secondary' : 'warning.main', overflowWrap: 'anywhere' }}
          >
            {says}
          </Typography>
        )}
      </Box>
      <Box id={inside} hidden={!open} sx={{ pb: 5 }}>
        {drawn && (
          <>
            {note && (
              <Typography variant="body2" color="textSecondary">
                {note}
              </Typography>
            )}
            <Box sx={{ mt: 2 }}>{children}</Box>
            {next && (
              <Button sx={{ mt: 4 }} onClick={next.go}>
                Next: {next.title.charAt(0).toLowerCase() + next.title.slice(1)}
              </Button>
            )}
          </>
        )}
      </Box>
    </Box>
  )
}
