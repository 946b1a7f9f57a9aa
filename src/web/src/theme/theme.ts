import '@fontsource-variable/atkinson-hyperlegible-next'
import { createTheme, type PaletteOptions } from '@mui/material/styles'
import { cutCorner, frost, night, type Tokens } from './tokens'

const family = '"Atkinson Hyperlegible Next Variable", "Atkinson Hyperlegible Next", system-ui, sans-serif'

const palette = (t: Tokens): PaletteOptions => ({
  primary: { main: t.cold, light: t.cold, dark: t.cold, contrastText: t.onCold },
  secondary: { main: t.quiet, contrastText: t.ground },
  warning: { main: t.needsYou, contrastText: t.ground },
  error: { main: t.refusal, contrastText: t.ground },
  success: { main: t.cold, contrastText: t.onCold },
  info: { main: t.cold, contrastText: t.onCold },
  text: { primary: t.text, secondary: t.quiet, disabled: t.quiet },
  background: { default: t.ground, paper: t.raised },
  divider: t.rule,
})

const focusRing = { outline: '3px solid var(--nf-palette-primary-main)', outlineOffset: '2px' }

/** Ruled, not boxed: no shadows, no rounding, no ripples; every target at least 44 px. */
export const theme = createTheme({
  cssVariables: { cssVarPrefix: 'nf', colorSchemeSelector: 'data-theme' },
  colorSchemes: { dark: { palette: palette(night) }, light: { palette: palette(frost) } },
  shape: { borderRadius: 0 },
  spacing: 4,
  breakpoints: { values: { xs: 0, sm: 560, md: 860, lg: 1160, xl: 1600 } },
  typography: {
    fontFamily: family,
    fontSize: 16,
    htmlFontSize: 16,
    h1: { fontSize: 24, fontWeight: 650, lineHeight: 1.25, '@media (max-width: 559px)': { fontSize: 30, lineHeight: 1.15 } },
    h2: { fontSize: 17, fontWeight: 650, lineHeight: 1.35 },
    h3: { fontSize: 16, fontWeight: 650, lineHeight: 1.35 },
    body1: { fontSize: 16, lineHeight: 1.5, '@media (max-width: 559px)': { fontSize: 17 } },
    body2: { fontSize: 14.5, lineHeight: 1.45 },
    caption: { fontSize: 13, lineHeight: 1.4 },
    button: { fontSize: 16, fontWeight: 650, textTransform: 'none' },
  },
  transitions: { create: () => 'none' },
  components: {
    MuiCssBaseline: {
      styleOverrides: {
        html: { fontVariantNumeric: 'tabular-nums' },
        body: { fontVariantNumeric: 'tabular-nums' },
        'a, button, input, select, textarea, [tabindex]': { '&:focus-visible': focusRing },
        a: { color: 'var(--nf-palette-primary-main)', textUnderlineOffset: 3 },
        '@media (prefers-reduced-motion: no-preference)': {
          '.nf-moves': { transition: 'transform 150ms ease-out, opacity 150ms ease-out' },
        },
      },
    },
    MuiButtonBase: { defaultProps: { disableRipple: true }, styleOverrides: { root: { '&.Mui-focusVisible': focusRing } } },
    MuiButton: {
      defaultProps: { disableElevation: true, variant: 'outlined', color: 'inherit' },
      styleOverrides: {
        root: { minHeight: 44, padding: '8px 18px', lineHeight: 1.2 },
        outlined: {
          borderColor: 'var(--nf-palette-text-secondary)',
          '&:hover': { borderColor: 'var(--nf-palette-primary-main)', background: 'transparent' },
        },
        contained: {
          clipPath: cutCorner(12),
          paddingRight: 26,
          '&.Mui-focusVisible': { outline: 'none', boxShadow: 'inset 0 0 0 3px var(--nf-palette-background-default)' },
        },
        text: {
          padding: '8px 6px',
          minWidth: 44,
          textDecoration: 'underline',
          textUnderlineOffset: 4,
          '&:hover': { background: 'transparent', textDecoration: 'underline' },
        },
      },
    },
    MuiIconButton: { styleOverrides: { root: { width: 44, height: 44, borderRadius: 0, color: 'inherit' } } },
    MuiToggleButtonGroup: { styleOverrides: { root: { display: 'flex' } } },
    MuiToggleButton: {
      styleOverrides: {
        root: {
          minHeight: 44,
          padding: '4px 6px',
          whiteSpace: 'nowrap',
          fontSize: 14.5,
          fontWeight: 400,
          textTransform: 'none',
          lineHeight: 1.2,
          color: 'var(--nf-palette-text-primary)',
          borderColor: 'var(--nf-palette-text-secondary)',
          '&.Mui-selected, &.Mui-selected:hover': {
            background: 'var(--nf-palette-text-primary)',
            color: 'var(--nf-palette-background-default)',
            fontWeight: 650,
          },
        },
      },
    },
    MuiTextField: { defaultProps: { variant: 'outlined', size: 'small', fullWidth: true } },
    MuiOutlinedInput: {
      styleOverrides: {
        root: {
          minHeight: 44,
          '&.Mui-focused .MuiOutlinedInput-notchedOutline': { borderWidth: 2, borderColor: 'var(--nf-palette-primary-main)' },
        },
        notchedOutline: { borderColor: 'var(--nf-palette-text-secondary)' },
        input: { paddingTop: 10, paddingBottom: 10 },
      },
    },
    MuiInputLabel: { styleOverrides: { root: { color: 'var(--nf-palette-text-secondary)' } } },
    MuiFormHelperText: { styleOverrides: { root: { marginLeft: 0, fontSize: 14 } } },
    MuiCheckbox: { styleOverrides: { root: { width: 44, height: 44, borderRadius: 0, color: 'var(--nf-palette-text-secondary)' } } },
    MuiFormControlLabel: { styleOverrides: { root: { minHeight: 44, marginLeft: -10 } } },
    MuiSlider: {
      styleOverrides: {
        root: { height: 2, padding: '21px 0', borderRadius: 0 },
        rail: { opacity: 1, background: 'var(--nf-palette-text-secondary)' },
        track: { border: 0, height: 2 },
        thumb: {
          width: 18,
          height: 26,
          borderRadius: 0,
          clipPath: cutCorner(7),
          boxShadow: 'none',
          '&::before': { boxShadow: 'none' },
          '&::after': { width: 44, height: 44 },
          '&.Mui-focusVisible, &:hover': { boxShadow: 'none' },
          '&.Mui-focusVisible': { outline: 'none', background: 'var(--nf-palette-text-primary)' },
        },
      },
    },
    MuiDialog: {
      defaultProps: { transitionDuration: 0 },
      styleOverrides: {
        paper: {
          backgroundImage: 'none',
          boxShadow: 'none',
          border: '1px solid var(--nf-palette-text-secondary)',
          clipPath: cutCorner(20),
        },
      },
    },
    MuiMenu: {
      defaultProps: { transitionDuration: 0 },
      styleOverrides: { paper: { backgroundImage: 'none', boxShadow: 'none', border: '1px solid var(--nf-palette-text-secondary)' } },
    },
    MuiMenuItem: { styleOverrides: { root: { minHeight: 44, whiteSpace: 'normal' } } },
    MuiSnackbar: { defaultProps: { transitionDuration: 0 } },
  },
})
