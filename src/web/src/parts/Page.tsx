import { Box, Typography } from '@mui/material'
import { type ReactNode } from 'react'

/** A screen: the verdict as its headline, the figures that carry it, then the rest. */
export function Page({
  headline,
  beside,
  figures,
  action,
  quietOnPhone = false,
  children,
}: {
  headline: string
  beside?: ReactNode
  figures?: ReactNode
  action?: ReactNode
  /** On a phone the headline stands back, because the page's own content is the headline. */
  quietOnPhone?: boolean
  children?: ReactNode
}) {
  return (
    <Box component="main" id="main" tabIndex={-1} sx={{ px: { xs: 4, sm: 5.5 }, py: { xs: 4, sm: 5 }, minWidth: 0, outline: 'none' }}>
      <Box
        sx={{
          display: 'grid',
          columnGap: 4,
          rowGap: { xs: quietOnPhone ? 0.5 : 3, md: 1 },
          alignItems: 'start',
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) auto' },
          gridTemplateAreas: { xs: '"head" "figures" "action"', md: '"head action" "figures figures"' },
        }}
      >
        <Box
          sx={{ gridArea: 'head', display: 'flex', columnGap: 4, alignItems: 'baseline', flexWrap: 'wrap', pt: { md: action ? 1.5 : 0 } }}
        >
          <Typography variant="h1" sx={quietOnPhone ? { fontSize: { xs: 17, sm: 24 } } : {}}>
            {headline}
          </Typography>
          {beside && (
            <Typography color="textSecondary" component="span">
              {beside}
            </Typography>
          )}
        </Box>
        {figures && (
          <Box sx={{ gridArea: 'figures', display: 'flex', flexWrap: 'wrap', columnGap: 7, rowGap: 1, color: 'text.secondary' }}>
            {figures}
          </Box>
        )}
        {action && (
          <Box sx={{ gridArea: 'action', '& > button': { width: { xs: '100%', md: 'auto' }, minHeight: { xs: 56, md: 44 } } }}>
            {action}
          </Box>
        )}
      </Box>
      {children}
    </Box>
  )
}

/** A figure that carries the verdict: the number strong, its words quiet. */
export function Figure({ value, before, after }: { value: ReactNode; before?: string; after?: string }) {
  return (
    <Typography component="span" color="textSecondary">
      {before && `${before} `}
      <Box component="b" sx={{ color: 'text.primary', fontWeight: 650 }}>
        {value}
      </Box>
      {after && ` ${after}`}
    </Typography>
  )
}

/** A part of a page under a thin rule. */
export function Part({ title, note, children, id }: { title: string; note?: ReactNode; children: ReactNode; id?: string }) {
  return (
    <Box component="section" id={id} aria-label={title} sx={{ borderTop: 1, borderColor: 'divider', mt: 6, pt: 4 }}>
      <Typography variant="h2">{title}</Typography>
      {note && (
        <Typography variant="body2" color="textSecondary">
          {note}
        </Typography>
      )}
      <Box sx={{ mt: 2 }}>{children}</Box>
    </Box>
  )
}
