import { addWrite, putLook } from './vault'

const sorts = { 'nightfrost-steps': 'step', 'nightfrost-preparation': 'preparation', 'nightfrost-takes': 'take' } as const
const looks = 'nightfrost-look-'

/** Takes over, once, what earlier versions kept in plain sight on this device: it becomes the first to sign in's. */
export async function takeOverOlderKeeping() {
  for (const [place, sort] of Object.entries(sorts)) {
    for (const { key, group, body, refused } of read<{ key: string; group: string; body: unknown; refused?: string }[]>(place) ?? [])
      await addWrite({ sort, caseId: group, body, key, refused })
    localStorage.removeItem(place)
  }
  for (const place of Object.keys(localStorage).filter((name) => name.startsWith(looks))) {
    const kept = read<unknown>(place)
    if (kept) await putLook(place.slice(looks.length), kept)
    localStorage.removeItem(place)
  }
}

function read<T>(place: string): T | null {
  try {
    return JSON.parse(localStorage.getItem(place) ?? 'null') as T | null
  } catch {
    return null
  }
}
