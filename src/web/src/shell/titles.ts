const screens: Record<string, string> = {
  cases: 'Cases',
  look: 'Look',
  route: 'Route',
  prepare: 'Prepare',
  connect: 'Connect',
  tune: 'Tune',
  'hand-over': 'Hand over',
  packing: 'Packing',
  kit: 'Kit',
  bench: 'Bench',
  password: 'Your password',
}

/** Title of the page at an address. The browser's history keeps it long after signing out, so it names the screen and nothing of a case. */
export function titleOf(pathname: string, signedIn: boolean): string {
  const parts = pathname.split('/').filter((part) => part !== '')
  const named = [parts[2], parts[0]].find((part) => part !== undefined && part in screens)
  const words = !signedIn ? 'Sign in' : named === undefined ? '' : (screens[named] ?? '')
  return words === '' ? 'Nightfrost' : `${words} · Nightfrost`
}
