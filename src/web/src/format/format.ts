/** Every number a person reads is written here: true minus, no-break space before the unit, sign and origin. */

const nb = '\u00a0'

/** A whole number with its sign: +32, −7, 0. */
export const signed = (value: number, digits = 0) => {
  const rounded = Number(value.toFixed(digits))
  const text = Math.abs(rounded).toFixed(digits)
  return rounded > 0 ? `+${text}` : rounded < 0 ? `−${text}` : text
}

/** A number with a true minus. */
export const plain = (value: number, digits = 0) => value.toFixed(digits).replace('-', '−')

/** Late, early or in step, in words. */
export const lateness = (ms: number) => (Math.round(ms) > 0 ? 'late' : Math.round(ms) < 0 ? 'early' : 'in step')

/** "+32 ms late". */
export const skew = (ms: number) => `${signed(ms)}${nb}ms ${lateness(ms)}`

/** "+32 ms late (−7 … +66)". */
export const forecast = (f: { medianMs: number; p05Ms: number; p95Ms: number }, shiftMs = 0) =>
  `${skew(f.medianMs + shiftMs)} (${signed(f.p05Ms + shiftMs)}${nb}…${nb}${signed(f.p95Ms + shiftMs)})`

/** "+41 ± 4 ms late · measured 3×". */
export const measured = (m: { skewMs: number; plusMinusMs: number; takes: number }, shiftMs = 0) =>
  `${signed(m.skewMs + shiftMs)}${nb}±${nb}${Math.max(1, Math.ceil(m.plusMinusMs)).toFixed(0)}${nb}ms ${lateness(m.skewMs + shiftMs)} · measured ${m.takes}×`

/** A probability as a whole percent; never 0 % or 100 %, since neither a forecast nor a measurement is certain. */
export const percent = (p: number) => {
  const whole = p < 0.005 ? '< 1' : p > 0.995 ? '> 99' : Math.round(p * 100).toFixed(0)
  return `${whole}${nb}%`
}

/** "−40 … +60 ms". */
export const limits = (t: { earlyMs: number; lateMs: number }) => `${signed(t.earlyMs)}${nb}…${nb}${signed(t.lateMs)}${nb}ms`

/** "£74.00". */
export const money = (amount: number, currency: string) => new Intl.NumberFormat('en-GB', { style: 'currency', currency }).format(amount)

/** "2.8 m". */
export const metres = (m: number) => `${m.toFixed(1)}${nb}m`

/** "one lead", "3 leads". */
export const count = (n: number, one: string, many: string) => `${n === 0 ? 'no' : n === 1 ? 'one' : n} ${n === 1 ? one : many}`

/** "14:02" today, "12 Nov 14:02" otherwise. */
export const clock = (instant: Date, now = new Date()) => {
  const time = instant.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })
  return instant.toDateString() === now.toDateString()
    ? time
    : `${instant.toLocaleDateString('en-GB', { day: 'numeric', month: 'short' })} ${time}`
}

/** "2 October 2026" from an ISO date. */
export const day = (iso: string) =>
  new Date(`${iso}T12:00:00`).toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: 'numeric' })

/** "Thu 26 Nov", with ", 18:00" when the hour matters; from a moment without a zone. */
export const moment = (local: string, withHour: boolean) => {
  const at = new Date(local)
  const date = at.toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric', month: 'short' })
  return withHour ? `${date}, ${at.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })}` : date
}

/** "2 days 4 h", "3 h 20 min", "12 min": from now to a moment without a zone. */
export const until = (now: Date, local: string) => {
  const minutes = Math.max(0, Math.round((new Date(local).getTime() - now.getTime()) / 60_000))
  const [days, hours, rest] = [Math.floor(minutes / 1440), Math.floor((minutes % 1440) / 60), minutes % 60]
  if (days > 0) return `${days === 1 ? 'a day' : `${days} days`}${hours > 0 ? ` ${hours}${nb}h` : ''}`
  return hours > 0 ? `${hours}${nb}h${rest > 0 ? ` ${rest}${nb}min` : ''}` : `${rest}${nb}min`
}

/** Today as an ISO date, where the specialist is. */
export const today = (now = new Date()) =>
  [now.getFullYear(), now.getMonth() + 1, now.getDate()].map((n) => String(n).padStart(2, '0')).join('-')

/** First letter large. */
export const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)

/** A file's length as one reads it: kilobytes below a tenth of a megabyte. */
export const megabytes = (bytes: number) =>
  bytes < 100_000 ? `${Math.max(1, Math.round(bytes / 1000))} kB` : `${(bytes / 1_000_000).toFixed(1)} MB`

/** Words in a row, as a sentence has them: one, two and three. */
export const listed = (words: readonly string[]) =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words[words.length - 1]!}`
