/** The one axis of line board and arrival ruler: milliseconds after the picture. */
export const axisStartMs = -100
export const axisEndMs = 300

/** Maps milliseconds to pixels of a plot of the given width. */
export const scaleOf = (width: number) => {
  const perMs = width / (axisEndMs - axisStartMs)
  return { perMs, xOf: (ms: number) => (ms - axisStartMs) * perMs }
}

/** Keeps a point on the axis. */
export const onAxis = (ms: number) => Math.min(axisEndMs, Math.max(axisStartMs, ms))

/** One stroke of a time thread: from where the stages before end to where this one ends. */
export interface Stroke {
  fromMs: number
  toMs: number
}

/** Strokes of a thread; a negative stage folds back. */
export function strokesOf(stages: readonly { medianMs: number }[]): Stroke[] {
  let at = 0
  return stages.map((stage) => {
    const fromMs = at
    at += stage.medianMs
    return { fromMs, toMs: at }
  })
}

/** SVG path of a ridge standing on `baseY`, its highest point `height` above it. */
export function ridgePath(ridge: { startMs: number; mass: readonly number[] }, xOf: (ms: number) => number, baseY: number, height: number) {
  const peak = Math.max(...ridge.mass, 1e-9)
  const points = ridge.mass.flatMap((p, i) => {
    const ms = ridge.startMs + i
    return ms < axisStartMs || ms > axisEndMs ? [] : [`${xOf(ms).toFixed(1)} ${(baseY - (p / peak) * height).toFixed(1)}`]
  })
  if (points.length === 0) return ''
  const first = xOf(onAxis(ridge.startMs)).toFixed(1)
  const last = xOf(onAxis(ridge.startMs + ridge.mass.length - 1)).toFixed(1)
  return `M${first} ${baseY} L${points.join(' L')} L${last} ${baseY} Z`
}

/** Ticks of the axis that fit the width. */
export const ticksFor = (width: number) => {
  const step = width < 560 ? 100 : 50
  const ticks: number[] = []
  for (let ms = axisStartMs; ms <= axisEndMs; ms += step) ticks.push(ms)
  return ticks
}
