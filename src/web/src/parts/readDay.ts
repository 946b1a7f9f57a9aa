const months = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec']

/** A date as people here type it, as ISO: 2 Oct 2026, 2 October 2026, 2.10.2026, 2/10/2026 or 2026-10-02; null when it is none. */
export function readDay(text: string): string | null {
  const clean = text.trim().toLowerCase()
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(clean)
  if (iso) return whole(Number(iso[1]), Number(iso[2]), Number(iso[3]))
  const figures = /^(\d{1,2})[./](\d{1,2})[./](\d{4})$/.exec(clean)
  if (figures) return whole(Number(figures[3]), Number(figures[2]), Number(figures[1]))
  const words = /^(\d{1,2})\.?\s+([a-z]{3,9})\.?\s+(\d{4})$/.exec(clean)
  if (!words) return null
  return whole(Number(words[3]), months.findIndex((m) => words[2]!.startsWith(m)) + 1, Number(words[1]))
}

/** An hour as people here type it, as 24 hours: 9, 9:05, 14.30; null when it is none. */
export function readHour(text: string): string | null {
  const hour = /^(\d{1,2})(?:[:.](\d{2}))?$/.exec(text.trim())
  if (!hour || Number(hour[1]) > 23 || Number(hour[2] ?? 0) > 59) return null
  return `${hour[1]!.padStart(2, '0')}:${hour[2] ?? '00'}`
}

// Null for a day that no month has.
function whole(year: number, month: number, date: number) {
  const at = new Date(Date.UTC(year, month - 1, date))
  const same = at.getUTCFullYear() === year && at.getUTCMonth() === month - 1 && at.getUTCDate() === date
  return same ? at.toISOString().slice(0, 10) : null
}
