import type { Schema } from '../api/client'
import { SocketShape } from '../parts/socketShapes'
import { ink } from '../theme/tokens'

type GlyphName = Schema['Glyph']

/** The sign of a station, 28 × 28, centred on 0 0. The words beside it carry the meaning. */
export function Glyph({ glyph, socket }: { glyph: GlyphName; socket: Schema['SocketKind'] | null }) {
  if (glyph === 'socket' && socket) {
    return (
      <g transform="translate(-16 -12) scale(0.67)">
        <SocketShape kind={socket} />
      </g>
    )
  }
  return (
    <g fill="none" stroke={ink.text} strokeWidth={1.8}>
      {drawing(glyph)}
    </g>
  )
}

function drawing(glyph: GlyphName) {
  switch (glyph) {
    case 'box':
      return <path d="M-13 -8H7L13 -2V8H-13Z" fill={ink.ground} />
    case 'adapter':
      return <path d="M-8 -7H3L8 -2V7H-8Z" fill={ink.ground} />
    case 'relay':
      return (
        <>
          <path d="M-6 -2H3L6 1V11H-6Z" fill={ink.ground} />
          <path d="M-4 -2C-10 -14 10 -14 4 -1" />
        </>
      )
    case 'headset':
      return (
        <>
          <path d="M-9 5V0A9 9 0 0 1 9 0V5" />
          <path d="M-11 2H-7V10H-11ZM7 2H11V10H7Z" fill={ink.text} />
        </>
      )
    case 'earbuds':
      return (
        <>
          <path d="M-9 -6A5 5 0 1 1 -4 -1V9H-7V0" fill={ink.ground} />
          <path d="M9 -6A5 5 0 1 0 4 -1V9H7V0" fill={ink.ground} />
        </>
      )
    case 'aids':
      return (
        <>
          <path d="M-2 -10C6 -10 9 -3 6 3L2 10" />
          <path d="M2 10L-4 6" />
          <circle cx={-6} cy={5} r={2.6} fill={ink.text} />
        </>
      )
    case 'neckband':
      return <path d="M-10 9C-12 -12 12 -12 10 9L6 9C7 -6 -7 -6 -6 9Z" fill={ink.ground} />
    case 'speaker':
      return (
        <>
          <path d="M-8 -11H4L8 -7V11H-8Z" fill={ink.ground} />
          <circle cx={0} cy={3} r={4} />
        </>
      )
    case 'bar':
      return <path d="M-18 -5H14L18 -1V5H-18Z" fill={ink.ground} />
    case 'room':
      return <path d="M-13 9V-1H-8V4H8V-1H13V9M-8 0V-8H8V0" />
    case 'radio':
      return <path d="M0 10V-4M-5 1A7 7 0 0 1 -5 -9M5 1A7 7 0 0 0 5 -9M-9 4A12 12 0 0 1 -9 -12M9 4A12 12 0 0 0 9 -12" />
    default:
      return (
        <>
          <path d="M-14 -9H10L14 -5V7H-14Z" fill={ink.ground} />
          <path d="M-6 11H6" />
        </>
      )
  }
}
