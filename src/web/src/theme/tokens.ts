/** Colours of the two themes. Contrast against the ground is 4.5 : 1 or more for every colour that carries words. */
export interface Tokens {
  ground: string
  raised: string
  text: string
  quiet: string
  rule: string
  cold: string
  onCold: string
  needsYou: string
  refusal: string
}

export const night: Tokens = {
  ground: '#0d151d',
  raised: '#131e28',
  text: '#dbe7ee',
  quiet: '#9fb3c1',
  rule: '#2a3b49',
  cold: '#7fd1e0',
  onCold: '#0d151d',
  needsYou: '#f0b34a',
  refusal: '#ff9b8a',
}

export const frost: Tokens = {
  ground: '#f6f9fb',
  raised: '#ffffff',
  text: '#14212b',
  quiet: '#4a5f6d',
  rule: '#b9c8d2',
  cold: '#0b6478',
  onCold: '#f6f9fb',
  needsYou: '#8a4b00',
  refusal: '#a3261b',
}

/** The one shape of ours: the top right corner cut at 45°. */
export const cutCorner = (px: number) => `polygon(0 0, calc(100% - ${px}px) 0, 100% ${px}px, 100% 100%, 0 100%)`

/** Colours as CSS variables, for drawings. */
export const ink = {
  ground: 'var(--nf-palette-background-default)',
  text: 'var(--nf-palette-text-primary)',
  quiet: 'var(--nf-palette-text-secondary)',
  rule: 'var(--nf-palette-divider)',
  cold: 'var(--nf-palette-primary-main)',
  needsYou: 'var(--nf-palette-warning-main)',
  refusal: 'var(--nf-palette-error-main)',
}
