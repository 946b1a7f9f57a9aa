import type { Schema } from '../api/client'
import { SocketShape } from '../parts/socketShapes'

const faces: Record<Schema['Connector'], Schema['SocketKind']> = {
  opticalSquare: 'opticalSquare',
  optical35: 'optical35',
  coaxialPhono: 'coaxial',
  phonoPair: 'phonoPair',
  jack35: 'headphone35',
  jack635: 'headphone635',
  hdmi: 'hdmiPlain',
  usbA: 'usbA',
  usbC: 'usbC',
  microUsb: 'microUsb',
  barrel: 'barrel',
  speakerTerminals: 'speakerTerminals',
}

/** The two ends of a lead by their faces, so that it is told from its neighbours in the bag. Its name stands beside it. */
export function LeadShape({ ends }: { ends: readonly Schema['Connector'][] }) {
  const [from, to] = ends
  if (!from || !to) return null
  return (
    <svg viewBox="0 0 132 36" width={99} height={27} aria-hidden>
      <SocketShape kind={faces[from]} />
      <path d="M50 18H82" stroke="currentColor" strokeWidth={2} />
      <g transform="translate(84 0)">
        <SocketShape kind={faces[to]} />
      </g>
    </svg>
  )
}
