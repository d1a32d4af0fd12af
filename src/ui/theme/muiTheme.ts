'use client';
import { createTheme } from '@mui/material/styles';

declare module '@mui/material/Button' {
  interface ButtonPropsVariantOverrides {
    inline: true;
  }
}

/** On a phone what is touched has a thumb's size. */
const PHONE = '@media (max-width: 760px)';
const thumb = { [PHONE]: { minHeight: 48 } };
const ring = { outline: '2px solid var(--ink)', outlineOffset: 2 };
const narrow = { fontSize: 12, fontStretch: '86%', color: 'var(--mute)' };
const selected = { background: 'var(--ink)', color: 'var(--ground)' };
/** A figure or a text that is typed stands on a line, not in a box. */
const line = (colour: string, width = 1) => ({ borderBottom: `${width}px solid var(--${colour})` });

/**
 * The look of every control. Colours are the tokens of `tokens.css`, each a pair for paper and cell: the browser takes the
 * one that `color-scheme` asks for, on the screen; paper is printed as paper.
 */
export const muiTheme = createTheme({
  cssVariables: { nativeColor: true, disableCssColorScheme: true },
  typography: {
    fontFamily: 'inherit',
    fontSize: 13.5,
    body1: { fontSize: 13.5, lineHeight: 1.4 },
    body2: { fontSize: 12.5, lineHeight: 1.4 },
    button: { textTransform: 'none', fontWeight: 650 },
  },
  shape: { borderRadius: 2 },
  palette: {
    primary: { main: 'var(--ink)', contrastText: 'var(--ground)' },
    error: { main: 'var(--ember-text)', light: 'var(--ember)', contrastText: 'var(--ground)' },
    warning: { main: 'var(--brass-text)', light: 'var(--brass)', contrastText: 'var(--ground)' },
    success: { main: 'var(--moss-text)', light: 'var(--moss-text)', contrastText: 'var(--ground)' },
    info: { main: 'var(--teal)', light: 'var(--teal)', contrastText: 'var(--ground)' },
    text: { primary: 'var(--ink)', secondary: 'var(--mute)', disabled: 'var(--mute)' },
    background: { default: 'var(--ground)', paper: 'var(--panel)' },
    divider: 'var(--hair)',
    action: { active: 'var(--ink)', disabled: 'var(--mute)' },
  },
  transitions: { create: () => 'none' },
  components: {
    MuiButtonBase: {
      defaultProps: { disableRipple: true },
      styleOverrides: {
        root: {
          font: 'inherit',
          color: 'inherit',
          '&.Mui-focusVisible': ring,
          [PHONE]: { minWidth: 48, minHeight: 48 },
        },
      },
    },
    MuiButton: {
      styleOverrides: {
        root: {
          color: 'var(--ink)',
          borderColor: 'var(--rule)',
          boxShadow: 'none',
          '&:hover': { borderColor: 'var(--ink)', background: 'var(--ground)', boxShadow: 'none' },
          '&.Mui-disabled': { color: 'var(--mute)', borderColor: 'var(--hair)' },
        },
        sizeSmall: { fontSize: 12.5, padding: '2px 10px', fontWeight: 400, minHeight: 28, ...thumb },
        contained: { ...selected, '&:hover': { ...selected, boxShadow: 'none' } },
      },
      variants: [
        {
          props: { variant: 'inline' },
          style: {
            minWidth: 0,
            padding: '0 2px',
            justifyContent: 'flex-start',
            textAlign: 'inherit',
            font: 'inherit',
            color: 'var(--teal)',
            verticalAlign: 'baseline',
            textDecoration: 'underline dotted',
            textUnderlineOffset: 3,
            '&:hover': { background: 'none', color: 'var(--ink)' },
            '&.Mui-disabled': { textDecoration: 'none' },
          },
        },
      ],
    },
    MuiIconButton: {
      styleOverrides: {
        root: {
          color: 'var(--mute)',
          borderRadius: 2,
          minWidth: 28,
          minHeight: 28,
          '&:hover': { color: 'var(--ink)' },
        },
      },
    },
    MuiPaper: {
      defaultProps: { elevation: 0 },
      styleOverrides: { root: { backgroundImage: 'none', border: '1px solid var(--rule)' } },
    },
    MuiMenuItem: {
      styleOverrides: {
        root: {
          fontSize: 13.5,
          minHeight: 36,
          '&:hover, &.Mui-focusVisible': { background: 'var(--ground)' },
          '&.Mui-selected, &.Mui-selected:hover, &.Mui-selected.Mui-focusVisible': selected,
        },
      },
    },
    MuiTabs: {
      styleOverrides: {
        root: { minHeight: 34, marginBottom: 12, ...line('rule') },
        indicator: { height: 3, background: 'var(--ink)' },
        list: { gap: 13 },
      },
    },
    MuiTab: {
      styleOverrides: {
        root: {
          minWidth: 0,
          minHeight: 34,
          padding: '4px 2px',
          fontSize: 14,
          fontStretch: '88%',
          fontWeight: 400,
          color: 'var(--mute)',
          ...thumb,
          '&:hover': { color: 'var(--ink)' },
          '&.Mui-selected': { color: 'var(--ink)', fontWeight: 700 },
          '&.Mui-focusVisible': { ...ring, outlineOffset: -2 },
        },
      },
    },
    MuiAccordion: {
      defaultProps: { disableGutters: true, square: true },
      styleOverrides: {
        root: { background: 'none', border: 0, ...line('hair'), '&::before': { display: 'none' } },
      },
    },
    MuiAccordionSummary: {
      styleOverrides: {
        root: {
          minHeight: 34,
          padding: 0,
          fontWeight: 650,
          ...thumb,
          '& small': { ...narrow, fontWeight: 400, marginLeft: 4 },
        },
        content: { margin: 0 },
      },
    },
    MuiAccordionDetails: { styleOverrides: { root: { padding: '0 0 10px' } } },
    MuiFormControlLabel: {
      styleOverrides: { root: { marginLeft: -7, ...thumb }, label: { fontSize: 13.5 } },
    },
    MuiCheckbox: {
      defaultProps: { size: 'small' },
      styleOverrides: { root: { padding: 7, color: 'var(--mute)' } },
    },
    MuiRadio: {
      defaultProps: { size: 'small' },
      styleOverrides: { root: { padding: 7, color: 'var(--mute)' } },
    },
    MuiSlider: {
      styleOverrides: {
        root: { color: 'var(--ink)', height: 2, padding: '13px 0', [PHONE]: { padding: '23px 0' } },
        rail: { background: 'var(--rule)', opacity: 1 },
        thumb: {
          width: 12,
          height: 12,
          borderRadius: 2,
          boxShadow: 'none',
          '&:hover, &.Mui-focusVisible': { boxShadow: 'none' },
          '&.Mui-focusVisible': ring,
        },
      },
    },
    MuiTable: { defaultProps: { size: 'small' } },
    MuiTableRow: {
      styleOverrides: {
        root: { '&[aria-current]': { background: 'var(--panel)', boxShadow: 'inset 3px 0 var(--ink)' } },
      },
    },
    MuiTableCell: {
      styleOverrides: {
        root: {
          padding: '5px 8px 5px 0',
          fontSize: 12.5,
          verticalAlign: 'baseline',
          ...line('hair'),
          '& small': { ...narrow, display: 'block' },
        },
        head: { ...narrow, fontWeight: 400, lineHeight: 1.3, ...line('rule') },
      },
    },
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
    MuiDialogActions: { styleOverrides: { root: { gap: 8, padding: 12 } } },
    MuiDialogContent: { styleOverrides: { root: { fontSize: 13 } } },
    MuiDialogContentText: { styleOverrides: { root: { color: 'var(--ink)' } } },
    MuiInputBase: {
      // Key frames that come and go with a field have the whole page laid out anew; nothing here asks whether a browser filled it in.
      defaultProps: { disableInjectingGlobalStyles: true },
      styleOverrides: {
        root: { color: 'var(--ink)', fontSize: 14 },
        input: {
          height: 'auto',
          boxSizing: 'border-box',
          fontVariantNumeric: 'tabular-nums',
          '&::placeholder': { color: 'var(--mute)', opacity: 1 },
          '&:focus-visible': { ...ring, outlineOffset: 1 },
          '&.Mui-disabled': { WebkitTextFillColor: 'var(--mute)' },
          [PHONE]: { minHeight: 48, fontSize: 16 },
        },
      },
    },
    MuiInput: {
      styleOverrides: {
        root: {
          '&::before, &:hover:not(.Mui-disabled, .Mui-error)::before': line('mute'),
          '&::after': line('ink', 2),
          '&.Mui-error::before, &.Mui-error::after': line('ember', 2),
        },
        input: { padding: '3px 4px' },
      },
    },
    MuiOutlinedInput: {
      styleOverrides: {
        notchedOutline: { borderColor: 'var(--mute)' },
        input: { '&:focus-visible': { outline: 'none' } },
        root: {
          '&:hover .MuiOutlinedInput-notchedOutline': { borderColor: 'var(--ink)' },
          '&.Mui-focused .MuiOutlinedInput-notchedOutline': { borderColor: 'var(--ink)', borderWidth: 2 },
          '&.Mui-error .MuiOutlinedInput-notchedOutline': { borderColor: 'var(--ember)' },
        },
      },
    },
    MuiNativeSelect: {
      defaultProps: { disableUnderline: true },
      styleOverrides: {
        select: {
          minHeight: 28,
          fontSize: 13,
          fontWeight: 650,
          textAlign: 'right',
          textAlignLast: 'right',
          textOverflow: 'ellipsis',
          '& option:not([disabled])': { color: 'var(--ink)', background: 'var(--panel)' },
        },
        icon: { color: 'var(--mute)' },
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
    MuiAlert: {
      styleOverrides: {
        root: { color: 'var(--ink)', background: 'var(--panel)', border: '1px solid var(--rule)' },
      },
    },
    MuiTooltip: { styleOverrides: { tooltip: { ...selected, fontSize: 12, border: 0 } } },
    MuiLinearProgress: {
      styleOverrides: { root: { height: 2, background: 'var(--hair)' }, bar: { background: 'var(--ink)' } },
    },
    MuiSnackbarContent: {
      styleOverrides: {
        root: { ...selected, border: 'none', '& .MuiButton-root': { color: 'var(--ground)' } },
      },
    },
  },
});
