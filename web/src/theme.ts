import { createTheme } from '@mui/material/styles';

/** The interface's look: paper and card, hairlines, pine for what acts, brass for the rod; no shadows, no ripples. */
export const theme = createTheme({
  cssVariables: true,
  palette: {
    primary: { main: '#1F4D43', light: '#DCE8E1', contrastText: '#ffffff' },
    error: { main: '#A02B2B' },
    warning: { main: '#9A5B00' },
    success: { main: '#2C6B4C' },
    background: { default: '#F5F2EA', paper: '#FCFAF5' },
    text: { primary: '#1C2B27', secondary: '#4C5A54' },
    divider: '#D8D1C1',
  },
  shape: { borderRadius: 6 },
  shadows: Array(25).fill('none') as never,
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
        body: { fontVariantNumeric: 'tabular-nums' },
        ':focus-visible': { outline: '2px solid #1F4D43', outlineOffset: 2 },
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
          '&.Mui-focusVisible': { outline: '2px solid #1F4D43', outlineOffset: 2 },
        },
        outlined: { borderColor: '#B9AF9A', color: '#1C2B27', background: '#FCFAF5' },
      },
    },
    MuiPaper: { defaultProps: { elevation: 0 }, styleOverrides: { root: { border: '1px solid #D8D1C1' } } },
    MuiToggleButton: {
      styleOverrides: {
        root: {
          padding: '3px 10px',
          fontSize: 13,
          color: '#1C2B27',
          borderColor: '#B9AF9A',
          '&.Mui-selected': { background: '#1F4D43', color: '#fff' },
          '&.Mui-selected:hover': { background: '#1a4038' },
          '&.Mui-focusVisible': { outline: '2px solid #1F4D43', outlineOffset: 2 },
        },
      },
    },
    MuiTooltip: { styleOverrides: { tooltip: { background: '#1C2B27', fontSize: 12 } } },
  },
});
