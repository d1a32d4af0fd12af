'use client';
import { createTheme } from '@mui/material/styles';

/** On a phone what is touched has a thumb's size. */
const thumb = { '@media (max-width: 760px)': { minHeight: 48 } };

/**
 * MUI gives behaviour and accessibility; every colour and measure comes from our own tokens, so that both themes are one
 * set of custom properties.
 */
export const muiTheme = createTheme({
  typography: { fontFamily: 'inherit', fontSize: 13.5 },
  shape: { borderRadius: 2 },
  palette: { primary: { main: '#1F2328' }, text: { primary: '#1F2328', secondary: '#565B5F' } },
  components: {
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    MuiButton: {
      styleOverrides: {
        root: {
          textTransform: 'none',
          fontWeight: 650,
          color: 'var(--ink)',
          borderColor: 'var(--rule)',
          boxShadow: 'none',
          '&:hover': { borderColor: 'var(--ink)', background: 'var(--ground)', boxShadow: 'none' },
          '&.Mui-focusVisible': { outline: '2px solid var(--ink)', outlineOffset: 2 },
          '&.Mui-disabled': { color: 'var(--mute)', borderColor: 'var(--hair)' },
        },
        contained: {
          background: 'var(--ink)',
          color: 'var(--ground)',
          '&:hover': { background: 'var(--ink)', color: 'var(--ground)', boxShadow: 'none' },
        },
      },
    },
    MuiPaper: {
      styleOverrides: {
        root: {
          background: 'var(--panel)',
          color: 'var(--ink)',
          backgroundImage: 'none',
          boxShadow: 'none',
          border: '1px solid var(--rule)',
        },
      },
    },
    MuiMenuItem: {
      styleOverrides: {
        root: {
          fontSize: 13.5,
          minHeight: 36,
          '&:hover, &.Mui-focusVisible': { background: 'var(--ground)' },
          '&.Mui-selected, &.Mui-selected:hover, &.Mui-selected.Mui-focusVisible': {
            background: 'var(--ink)',
            color: 'var(--ground)',
          },
        },
      },
    },
    MuiTabs: {
      styleOverrides: {
        root: { minHeight: 40, borderBottom: '1px solid var(--rule)', marginBottom: 12 },
        indicator: { background: 'var(--ink)' },
      },
    },
    MuiTab: {
      styleOverrides: {
        root: {
          minHeight: 40,
          padding: '8px 14px',
          textTransform: 'none',
          fontWeight: 650,
          color: 'var(--mute)',
          ...thumb,
          '&.Mui-selected': { color: 'var(--ink)' },
          '&.Mui-focusVisible': { outline: '2px solid var(--ink)', outlineOffset: -2 },
        },
      },
    },
    MuiFormControlLabel: { styleOverrides: { root: thumb, label: { fontSize: 13.5 } } },
    // What lies over the page is there at once.
    MuiDialog: {
      defaultProps: { transitionDuration: 0 },
      styleOverrides: {
        paper: {
          '@media (max-width: 640px)': {
            margin: 4,
            maxWidth: 'calc(100% - 8px)',
            maxHeight: 'calc(100% - 8px)',
          },
        },
        paperFullWidth: { '@media (max-width: 640px)': { width: 'calc(100% - 8px)' } },
      },
    },
    MuiDialogTitle: { styleOverrides: { root: { fontWeight: 750, fontSize: 18, paddingBottom: 8 } } },
    MuiDialogContent: { styleOverrides: { root: { fontSize: 13 } } },
    MuiDialogContentText: { styleOverrides: { root: { color: 'var(--ink)' } } },
    MuiInputBase: {
      styleOverrides: {
        root: { color: 'var(--ink)', fontSize: 14 },
        input: { fontVariantNumeric: 'tabular-nums', boxSizing: 'border-box', height: 'auto', ...thumb },
      },
    },
    MuiOutlinedInput: {
      styleOverrides: {
        notchedOutline: { borderColor: 'var(--mute)' },
        root: {
          '&:hover .MuiOutlinedInput-notchedOutline': { borderColor: 'var(--ink)' },
          '&.Mui-focused .MuiOutlinedInput-notchedOutline': { borderColor: 'var(--ink)', borderWidth: 2 },
          '&.Mui-error .MuiOutlinedInput-notchedOutline': { borderColor: 'var(--ember)' },
        },
      },
    },
    MuiInputLabel: {
      styleOverrides: {
        root: {
          color: 'var(--mute)',
          '&.Mui-focused': { color: 'var(--ink)' },
          '&.Mui-error': { color: 'var(--ember-text)' },
        },
      },
    },
    MuiFormHelperText: {
      styleOverrides: { root: { color: 'var(--mute)', '&.Mui-error': { color: 'var(--ember-text)' } } },
    },
    MuiSnackbarContent: {
      styleOverrides: {
        root: {
          background: 'var(--ink)',
          color: 'var(--ground)',
          border: 'none',
          '& .MuiButton-root': { color: 'var(--ground)' },
        },
      },
    },
  },
});
