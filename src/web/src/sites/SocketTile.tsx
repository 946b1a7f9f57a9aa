import { Box, ButtonBase, Typography } from '@mui/material'
import type { Schema } from '../api/client'
import { hidden } from '../parts/Choice'
import { SocketShape } from '../parts/socketShapes'
import { ink } from '../theme/tokens'

export const stateWords: Record<Schema['SocketState'], string> = {
  notLooked: 'not looked',
  free: 'free',
  taken: 'taken',
  notThere: 'not there',
}

interface Props {
  kind: Schema['SocketKind']
  words: string
  /** What is printed beside it, or what it is part of. */
  marking: string
  state: Schema['SocketState']
  /** Its facts stand beside the wall. */
  touched: boolean
  onTap: () => void
  onFocus: () => void
}

/** One socket of the wall: a tap or a key takes it from not looked by free and taken to not there. */
export function SocketTile({ kind, words, marking, state, touched, onTap, onFocus }: Props) {
  const there = state === 'free' || state === 'taken'
  return (
    <ButtonBase
      onClick={onTap}
      onFocus={onFocus}
      aria-current={touched}
      sx={{
        position: 'relative',
        width: '100%',
        height: '100%',
        minHeight: { xs: 60, sm: 98 },
        display: 'flex',
        flexDirection: { xs: 'row', sm: 'column' },
        justifyContent: { xs: 'flex-start', sm: 'space-between' },
        alignItems: { xs: 'center', sm: 'flex-start' },
        gap: { xs: 2, sm: 0 },
        p: 2,
        textAlign: 'left',
        fontFamily: 'inherit',
      }}
    >
      <Frame state={state} />
      <svg
        width={48}
        height={36}
        aria-hidden
        style={{ position: 'relative', flex: 'none', overflow: 'visible', opacity: there ? 1 : 0.55 }}
      >
        <SocketShape kind={kind} />
        {state === 'notThere' && <path d="M2 34L46 2" stroke={ink.text} strokeWidth={2} />}
      </svg>
      <Box component="span" sx={{ position: 'relative', minWidth: 0, width: '100%' }}>
        <Typography
          component="span"
          variant="caption"
          sx={{
            display: 'block',
            lineHeight: 1.2,
            fontWeight: there ? 650 : 400,
            color: there ? 'text.primary' : 'text.secondary',
          }}
        >
          {words}
        </Typography>{' '}
        <Typography
          component="span"
          variant="caption"
          sx={{ display: 'block', lineHeight: 1.25, color: 'text.secondary', overflowWrap: 'anywhere' }}
        >
          {stateWords[state]}
        </Typography>
        {marking && (
          <Box component="span" sx={hidden}>
            {` (${marking})`}
          </Box>
        )}
      </Box>
      {touched && (
        <Box component="span" aria-hidden sx={{ position: 'absolute', left: 0, right: 12, top: 0, height: 4, bgcolor: 'primary.main' }} />
      )}
    </ButtonBase>
  )
}

/** Broken while nobody has looked, whole when free, filled when taken, none when it is not there. */
function Frame({ state }: { state: Schema['SocketState'] }) {
  return (
    <svg
      aria-hidden
      viewBox="0 0 100 100"
      preserveAspectRatio="none"
      style={{ position: 'absolute', inset: 1, width: 'calc(100% - 2px)', height: 'calc(100% - 2px)', overflow: 'visible' }}
    >
      <path
        d="M0 0H88L100 12V100H0Z"
        vectorEffect="non-scaling-stroke"
        fill={state === 'taken' ? ink.rule : 'none'}
        stroke={state === 'notThere' ? ink.rule : state === 'notLooked' ? ink.quiet : ink.text}
        strokeWidth={state === 'free' || state === 'taken' ? 2 : 1}
        strokeDasharray={state === 'notLooked' ? '4 4' : undefined}
      />
    </svg>
  )
}
