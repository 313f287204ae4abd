import { createTheme, type Theme } from '@mui/material/styles';

/** The colours of the interface: paper and card, hairlines, pine for what acts, brass for the rod, and the three verdicts. */
export const COLOURS = {
  paper: '#f5f2ea',
  card: '#fcfaf5',
  sunk: '#ece7db',
  line: '#d8d1c1',
  lineStrong: '#b9af9a',
  ink: '#1c2b27',
  ink2: '#4c5a54',
  ink3: '#6b756f',
  pine: '#1f4d43',
  pineSoft: '#dce8e1',
  brass: '#8a5a14',
  brassLine: '#b98a3c',
  brassSoft: '#f3e6cb',
  clear: '#2c6b4c',
  strained: '#945700',
  lost: '#a02b2b',
  lostSoft: '#f3d8d5',
  threadClear: '#cfe0d4',
  threadStrained: '#dda33a',
} as const;

/** The colours as custom properties, `--line-strong` for `lineStrong`, for what style sheets of our own say. */
const customProperties = Object.fromEntries(
  Object.entries(COLOURS).map(([name, colour]) => [
    `--${name.replace(/[A-Z0-9]/g, (letter) => `-${letter.toLowerCase()}`)}`,
    colour,
  ]),
);

/** None at any height. */
const NO_SHADOWS = createTheme().shadows.map(() => 'none') as Theme['shadows'];

/** The interface's look: paper and card, hairlines, pine for what acts, brass for the rod; no shadows, no ripples. */
export const theme = createTheme({
  cssVariables: true,
  palette: {
    primary: { main: COLOURS.pine, light: COLOURS.pineSoft, contrastText: '#ffffff' },
    error: { main: COLOURS.lost },
    warning: { main: COLOURS.strained },
    success: { main: COLOURS.clear },
    background: { default: COLOURS.paper, paper: COLOURS.card },
    text: { primary: COLOURS.ink, secondary: COLOURS.ink2 },
    divider: COLOURS.line,
  },
  shape: { borderRadius: 6 },
  shadows: NO_SHADOWS,
  typography: {
    fontFamily: '"Instrument Sans Variable", system-ui, sans-serif',
    fontSize: 14,
    h1: { fontFamily: '"Bricolage Grotesque Variable"', fontSize: 26, fontWeight: 650, letterSpacing: 0 },
    h2: { fontFamily: '"Bricolage Grotesque Variable"', fontSize: 18, fontWeight: 650, letterSpacing: 0 },
    h3: { fontFamily: '"Bricolage Grotesque Variable"', fontSize: 15, fontWeight: 650, letterSpacing: 0 },
    body1: { fontSize: 14, lineHeight: 1.45 },
    body2: { fontSize: 13, lineHeight: 1.4 },
    button: { textTransform: 'none', fontWeight: 600, letterSpacing: 0 },
  },
  components: {
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    MuiCssBaseline: {
      styleOverrides: {
        ':root': customProperties,
        body: { fontVariantNumeric: 'tabular-nums' },
        ':focus-visible': { outline: `2px solid ${COLOURS.pine}`, outlineOffset: 2 },
        '*, *::before, *::after': {
          '@media (prefers-reduced-motion: reduce)': { transition: 'none !important' },
        },
      },
    },
    MuiButton: {
      defaultProps: { disableElevation: true },
      styleOverrides: {
        root: {
          borderRadius: 6,
          transition: 'none',
          '&.Mui-focusVisible': { outline: `2px solid ${COLOURS.pine}`, outlineOffset: 2 },
        },
        outlined: { borderColor: COLOURS.lineStrong, color: COLOURS.ink, background: COLOURS.card },
      },
    },
    MuiPaper: {
      defaultProps: { elevation: 0 },
      styleOverrides: { root: { border: `1px solid ${COLOURS.line}` } },
    },
    MuiToggleButton: {
      styleOverrides: {
        root: {
          padding: '3px 10px',
          fontSize: 13,
          color: COLOURS.ink,
          borderColor: COLOURS.lineStrong,
          '&.Mui-selected': { background: COLOURS.pine, color: '#fff' },
          '&.Mui-selected:hover': { background: '#1a4038' },
          '&.Mui-focusVisible': { outline: `2px solid ${COLOURS.pine}`, outlineOffset: 2 },
        },
      },
    },
    MuiTooltip: { styleOverrides: { tooltip: { background: COLOURS.ink, fontSize: 12 } } },
  },
});
