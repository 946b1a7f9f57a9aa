import type { ReactElement } from 'react'
import type { Schema } from '../api/client'
import { ink } from '../theme/tokens'

/** The face of a socket, drawn by shape in a 48 × 36 field. Our own drawing; its name stands beside it. */
export function SocketShape({ kind }: { kind: Schema['SocketKind'] }) {
  return (
    <g fill="none" stroke={ink.text} strokeWidth={2}>
      {face(kind)}
    </g>
  )
}

function Phono({ x }: { x: number }) {
  return (
    <>
      <circle cx={x} cy={18} r={9.5} />
      <circle cx={x} cy={18} r={3.2} fill={ink.text} stroke="none" />
    </>
  )
}

function face(kind: Schema['SocketKind']): ReactElement {
  switch (kind) {
    case 'opticalSquare':
      return (
        <>
          <path d="M7 33V9L13 3H35L41 9V33Z" />
          <path d="M17 24V16L20 13H28L31 16V24Z" fill={ink.text} stroke="none" />
        </>
      )
    case 'optical35':
      return (
        <>
          <circle cx={24} cy={18} r={13} />
          <path d="M24 12L30 18L24 24L18 18Z" fill={ink.text} stroke="none" />
        </>
      )
    case 'coaxial':
      return (
        <>
          <circle cx={24} cy={18} r={12} />
          <circle cx={24} cy={18} r={7} strokeWidth={1.4} />
          <circle cx={24} cy={18} r={2.6} fill={ink.text} stroke="none" />
        </>
      )
    case 'phonoPair':
      return (
        <>
          <Phono x={12} />
          <Phono x={36} />
        </>
      )
    case 'headphone35':
      return (
        <>
          <circle cx={24} cy={18} r={12} />
          <circle cx={24} cy={18} r={5} fill={ink.text} stroke="none" />
        </>
      )
    case 'headphone635':
      return (
        <>
          <path d="M24 2L38 10V26L24 34L10 26V10Z" />
          <circle cx={24} cy={18} r={8} fill={ink.text} stroke="none" />
        </>
      )
    case 'hdmiReturn':
      return (
        <>
          <path d="M3 10H45V20L39 27H9L3 20Z" />
          <path d="M30 18H14M18 14L14 18L18 22" strokeWidth={2.2} />
        </>
      )
    case 'hdmiPlain':
      return (
        <>
          <path d="M3 10H45V20L39 27H9L3 20Z" />
          <path d="M10 16H38" strokeWidth={3.4} />
        </>
      )
    case 'usbA':
      return (
        <>
          <path d="M4 9H44V27H4Z" />
          <path d="M9 21H39" strokeWidth={5} />
        </>
      )
    case 'usbC':
      return (
        <>
          <path d="M14 10H34A8 8 0 0 1 34 26H14A8 8 0 0 1 14 10Z" />
          <path d="M15 18H33" strokeWidth={3} />
        </>
      )
    case 'microUsb':
      return (
        <>
          <path d="M9 12H39V18L34 25H14L9 18Z" />
          <path d="M16 18H32" strokeWidth={2.4} />
        </>
      )
    case 'barrel':
      return (
        <>
          <circle cx={24} cy={18} r={12} />
          <circle cx={24} cy={18} r={3} />
        </>
      )
    case 'speakerTerminals':
      return (
        <>
          <path d="M5 6H43V30H5Z" />
          <circle cx={15} cy={18} r={4.5} />
          <circle cx={33} cy={18} r={4.5} />
          <path d="M15 8V11M13.5 9.5H16.5M31.5 9.5H34.5" strokeWidth={1.5} />
        </>
      )
    case 'hdmiOut':
      return (
        <>
          {face('hdmiPlain')}
          <path d="M20 32H28M25 29L28 32L25 35" strokeWidth={1.5} />
        </>
      )
    case 'secondZone':
      return (
        <>
          {face('phonoPair')}
          <text x={24} y={7} fontSize={8} textAnchor="middle" fill={ink.text} stroke="none">
            2
          </text>
        </>
      )
    case 'tapeOut':
      return (
        <>
          {face('phonoPair')}
          <path d="M18 34H30" strokeWidth={1.5} />
        </>
      )
    case 'appStream':
      return (
        <>
          <rect x={16} y={3} width={16} height={30} rx={2} />
          <path d="M20 18A6 6 0 0 1 28 18M22 22A3 3 0 0 1 26 22" strokeWidth={1.5} />
        </>
      )
    case 'platformSpeakers':
      return (
        <>
          <rect x={7} y={6} width={12} height={25} rx={2} />
          <rect x={29} y={6} width={12} height={25} rx={2} />
          <circle cx={13} cy={23} r={3.5} />
          <circle cx={35} cy={23} r={3.5} />
          <path d="M22 20A4 4 0 0 1 26 20M21 15A7 7 0 0 1 27 15" strokeWidth={1.5} />
        </>
      )
    case 'bluetooth':
      return (
        <>
          <path d="M24 30V14" />
          <circle cx={24} cy={10} r={2.5} fill={ink.text} stroke="none" />
          <path
            d="M17 17A10 10 0 0 1 17 3M31 17A10 10 0 0 0 31 3M12 21A16 16 0 0 1 12 -1M36 21A16 16 0 0 0 36 -1"
            transform="translate(0 3)"
          />
        </>
      )
  }
}
