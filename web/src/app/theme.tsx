import Add from '@mui/icons-material/Add';
import Block from '@mui/icons-material/Block';
import ChangeHistory from '@mui/icons-material/ChangeHistory';
import Remove from '@mui/icons-material/Remove';
import Square from '@mui/icons-material/Square';
import { createTheme } from '@mui/material/styles';
import type {} from '@mui/x-date-pickers/themeAugmentation';

const palette = (p: {
  ground: string;
  raised: string;
  ink: string;
  ink2: string;
  verdigris: string;
  onVerdigris: string;
  oxide: string;
  amber: string;
  line: string;
}) => ({
  primary: { main: p.verdigris, contrastText: p.onVerdigris },
  error: { main: p.oxide },
  warning: { main: p.amber },
  background: { default: p.ground, paper: p.raised },
  text: { primary: p.ink, secondary: p.ink2 },
  divider: p.line,
});

const head = "'Bricolage Grotesque Variable', sans-serif";
const mono = { fontFamily: 'var(--mono)', fontVariantNumeric: 'tabular-nums' };
const heading = (fontSize: number) => ({
  fontFamily: head,
  fontWeight: 650,
  fontSize,
  letterSpacing: '-0.01em',
  lineHeight: 1.15,
  overflowWrap: 'anywhere' as const,
});
const phone = '@media (max-width: 760px)';

// Fields as ruled strips: the label stands above in full size, the field is a raised strip on a ruled line.
const strip = { minHeight: 50, background: 'var(--raised)', borderRadius: 0 };
const ruled = {
  top: 0,
  border: 0,
  borderBottom: '2px solid var(--ink)',
  borderRadius: 0,
  '& legend': { display: 'none' },
};

/** The look of everything that is pressed or read; colours by meaning as in tokens.css. */
/** Who asked for less motion gets none. */
const still = matchMedia('(prefers-reduced-motion: reduce)').matches;
const ms = (duration: number) => (still ? 0 : duration);

export const theme = createTheme({
  cssVariables: true,
  colorSchemes: {
    light: {
      palette: palette({
        ground: '#e9eeea',
        raised: '#ffffff',
        ink: '#15211d',
        ink2: '#3f504a',
        verdigris: '#17695c',
        onVerdigris: '#ffffff',
        oxide: '#93301f',
        amber: '#7a4705',
        line: '#b9c7be',
      }),
    },
    dark: {
      palette: palette({
        ground: '#141a17',
        raised: '#222b27',
        ink: '#f0ead9',
        ink2: '#c4c6b6',
        verdigris: '#7fd0bd',
        onVerdigris: '#0d1b17',
        oxide: '#f2978a',
        amber: '#f0bb67',
        line: '#4a5a52',
      }),
    },
  },
  shape: { borderRadius: 3 },
  breakpoints: { values: { xs: 0, sm: 600, md: 761, lg: 1101, xl: 1536 } },
  transitions: {
    ...(still && { create: () => 'none' }),
    duration: {
      shortest: ms(100),
      shorter: ms(100),
      short: ms(120),
      standard: ms(120),
      complex: ms(120),
      enteringScreen: ms(120),
      leavingScreen: ms(100),
    },
  },
  typography: {
    fontFamily: "'Atkinson Hyperlegible Next Variable', sans-serif",
    fontSize: 16,
    htmlFontSize: 16,
    button: { textTransform: 'none', fontWeight: 700, fontSize: 17, lineHeight: 1.2 },
    h1: { ...heading(30), [phone]: { fontSize: 26 } },
    h2: heading(22),
    h3: heading(19),
    body1: { fontSize: 17, lineHeight: 1.4 },
    body2: { fontSize: 16, lineHeight: 1.4 },
  },
  components: {
    MuiButtonBase: {
      defaultProps: { disableRipple: true },
      styleOverrides: {
        root: { '&:focus-visible': { outline: '3px solid var(--focus)', outlineOffset: 2 } },
      },
    },
    MuiButton: {
      defaultProps: { disableElevation: true },
      styleOverrides: {
        root: {
          minHeight: 48,
          padding: '6px 20px',
          textAlign: 'center',
          '&.Mui-disabled': { background: 'none', color: 'var(--ink-2)', border: '2px dashed var(--line)' },
        },
        contained: { border: '2px solid var(--verdigris)', '&:hover': { background: 'var(--verdigris)' } },
        outlined: { border: '2px solid currentColor', '&:hover': { border: '2px solid currentColor' } },
        text: {
          color: 'var(--ink)',
          fontWeight: 500,
          padding: '8px 4px',
          minWidth: 48,
          textDecoration: 'underline',
          textUnderlineOffset: '3px',
          '&:hover': { background: 'none', textDecoration: 'underline', textDecorationThickness: 2 },
        },
      },
      variants: [
        {
          props: { size: 'large' },
          style: { minHeight: 60, fontSize: 20, flex: '1 1 120px' },
        },
      ],
    },
    MuiLink: { defaultProps: { underline: 'always' } },
    MuiTypography: {
      styleOverrides: { body2: { color: 'var(--ink-2)' } },
    },
    MuiStack: {
      defaultProps: { spacing: 1.5, useFlexGap: true },
      styleOverrides: { root: { minWidth: 0 } },
      variants: [{ props: { direction: 'row' }, style: { alignItems: 'center', flexWrap: 'wrap' } }],
    },
    MuiTextField: {
      defaultProps: { fullWidth: true, variant: 'outlined', slotProps: { inputLabel: { shrink: true } } },
    },
    MuiOutlinedInput: {
      styleOverrides: {
        root: strip,
        input: { fontSize: 18, padding: '12px 12px' },
        multiline: { padding: 0 },
        notchedOutline: ruled,
      },
    },
    MuiPickersOutlinedInput: { styleOverrides: { root: { ...strip, fontSize: 18 }, notchedOutline: ruled } },
    MuiPickersTextField: { defaultProps: { fullWidth: true } },
    MuiInputLabel: {
      styleOverrides: {
        root: {
          position: 'static',
          transform: 'none',
          color: 'var(--ink)',
          fontWeight: 600,
          fontSize: 16,
          marginBottom: 3,
          whiteSpace: 'normal',
          maxWidth: 'none',
        },
        shrink: { transform: 'none', maxWidth: 'none' },
      },
    },
    MuiFormLabel: {
      styleOverrides: {
        root: { color: 'var(--ink)', fontWeight: 700, marginBottom: 6, '&.Mui-focused': { color: 'var(--ink)' } },
      },
    },
    MuiFormHelperText: {
      styleOverrides: {
        root: {
          fontSize: 16,
          marginLeft: 2,
          lineHeight: 1.3,
          color: 'var(--ink-2)',
          '&.Mui-error': { color: 'var(--oxide)' },
        },
      },
    },
    MuiFormControlLabel: {
      styleOverrides: { root: { minHeight: 48, marginLeft: -9 }, label: { lineHeight: 1.3 } },
    },
    MuiCheckbox: { styleOverrides: { root: { padding: 9, color: 'var(--ink-2)' } } },
    // Keys: one of several, pressed down as ink.
    MuiToggleButtonGroup: {
      styleOverrides: {
        root: {
          display: 'flex',
          flexWrap: 'wrap',
          '& .MuiToggleButtonGroup-middleButton, & .MuiToggleButtonGroup-lastButton': {
            borderLeft: '2px solid var(--line)',
            marginLeft: 0,
            borderRadius: 0,
          },
          // Two that are pressed side by side are still two.
          '& .MuiToggleButtonGroup-grouped.Mui-selected + .MuiToggleButtonGroup-grouped.Mui-selected': {
            borderLeft: '2px solid var(--ground)',
            marginLeft: 0,
          },
        },
      },
    },
    MuiToggleButton: {
      styleOverrides: {
        root: {
          minHeight: 48,
          padding: '4px 14px',
          borderRadius: 0,
          border: '2px solid var(--line)',
          margin: '0 -2px -2px 0',
          background: 'var(--raised)',
          color: 'var(--ink)',
          font: 'inherit',
          textTransform: 'none',
          '&:hover': { background: 'var(--verdigris-tint)' },
          '&.Mui-selected, &.Mui-selected:hover': {
            background: 'var(--ink)',
            borderColor: 'var(--ink)',
            color: 'var(--ground)',
            zIndex: 1,
          },
          '&.Mui-disabled': {
            color: 'var(--ink-2)',
            border: '2px dashed var(--line)',
            background: 'none',
            textDecoration: 'line-through',
          },
        },
      },
    },
    MuiDialog: { styleOverrides: { paper: { backgroundImage: 'none', borderTop: '6px solid var(--ink)' } } },
    MuiDialogTitle: { styleOverrides: { root: { fontFamily: head, fontWeight: 650, fontSize: 22 } } },
    MuiTable: { defaultProps: { size: 'small' }, styleOverrides: { root: { fontSize: 16 } } },
    MuiTableCell: {
      styleOverrides: {
        root: {
          fontSize: 16,
          lineHeight: 1.35,
          padding: '6px 12px 6px 0',
          borderBottom: '1px solid var(--hair)',
          color: 'inherit',
          '&:first-of-type': { minWidth: 130 },
          [phone]: { paddingRight: 7, '&:first-of-type': { minWidth: 96 } },
        },
        head: {
          fontWeight: 700,
          padding: '8px 12px 8px 0',
          borderBottom: '2px solid var(--ink)',
          whiteSpace: 'nowrap',
        },
        body: { 'th&': { fontWeight: 400 } },
        alignRight: { whiteSpace: 'nowrap', 'td&': mono },
        footer: { fontSize: 16, color: 'inherit' },
      },
    },
    // What is folded away: a ruled line with plus or minus before it.
    MuiAccordion: {
      defaultProps: {
        disableGutters: true,
        elevation: 0,
        square: true,
        slotProps: {
          transition: { unmountOnExit: true },
          heading: { component: 'div' },
          region: { role: 'presentation' },
        },
      },
      styleOverrides: {
        root: {
          background: 'none',
          borderTop: '1px solid var(--hair)',
          '&:last-of-type': { borderBottom: '1px solid var(--hair)' },
          '&::before': { display: 'none' },
        },
      },
    },
    MuiAccordionSummary: {
      defaultProps: {
        expandIcon: (
          <>
            <Add className="closed" />
            <Remove className="opened" />
          </>
        ),
      },
      styleOverrides: {
        root: { padding: 0, minHeight: 48, gap: 10, flexDirection: 'row-reverse', font: 'inherit' },
        content: { margin: '8px 0', alignItems: 'baseline', gap: '4px 14px', flexWrap: 'wrap', minWidth: 0 },
        expandIconWrapper: {
          color: 'var(--verdigris)',
          transform: 'none',
          '& .opened': { display: 'none' },
          '&.Mui-expanded': {
            transform: 'none',
            '& .closed': { display: 'none' },
            '& .opened': { display: 'block' },
          },
        },
      },
    },
    MuiAccordionDetails: { styleOverrides: { root: { padding: '4px 0 18px' } } },
    // A message: a tinted strip with its weight at the left edge, and its sign, never colour alone.
    MuiAlert: {
      defaultProps: {
        role: 'note',
        iconMapping: {
          warning: <ChangeHistory sx={{ transform: 'rotate(180deg)' }} />,
          error: <Square />,
          info: <Block />,
        },
      },
      styleOverrides: {
        root: {
          borderRadius: 0,
          fontSize: 17,
          lineHeight: 1.4,
          padding: '6px 14px',
          color: 'var(--ink)',
          borderLeft: '8px solid var(--amber)',
          background: 'var(--amber-tint)',
        },
        icon: { fontSize: 20, padding: '9px 0', marginRight: 10, opacity: 1 },
        message: { flex: 1, minWidth: 0, fontSize: 'inherit', overflow: 'visible' },
        action: { alignItems: 'center', padding: 0 },
      },
      variants: [
        {
          props: { severity: 'error' },
          style: {
            borderColor: 'var(--oxide)',
            background: 'var(--oxide-tint)',
            '& .MuiAlert-icon': { color: 'var(--oxide)' },
          },
        },
        {
          props: { severity: 'success' },
          style: {
            borderColor: 'var(--verdigris)',
            background: 'var(--verdigris-tint)',
            '& .MuiAlert-icon': { color: 'var(--verdigris)' },
          },
        },
      ],
    },
    MuiAlertTitle: { styleOverrides: { root: { fontFamily: head, fontWeight: 650, fontSize: 20, lineHeight: 1.2 } } },
    MuiStepIcon: {
      styleOverrides: {
        root: { color: 'var(--ink-2)', '&.Mui-active, &.Mui-completed': { color: 'var(--verdigris)' } },
        text: { fontWeight: 700, fill: 'var(--ground)' },
      },
    },
    MuiTabs: {
      defaultProps: { variant: 'scrollable', scrollButtons: false },
      styleOverrides: {
        root: { minHeight: 48, borderBottom: '2px solid var(--ink)', margin: '10px 0 16px' },
        indicator: { display: 'none' },
      },
    },
    MuiTab: {
      styleOverrides: {
        root: {
          minHeight: 48,
          minWidth: 0,
          padding: '0 18px',
          fontSize: 17,
          fontWeight: 400,
          color: 'var(--ink-2)',
          opacity: 1,
          [phone]: { padding: '0 9px', fontSize: 16 },
          '&.Mui-selected': { background: 'var(--ink)', color: 'var(--ground)', fontWeight: 700 },
        },
      },
    },
    MuiAppBar: {
      defaultProps: { elevation: 0, position: 'sticky', color: 'transparent' },
      styleOverrides: {
        root: { background: 'var(--strip)', color: 'var(--strip-ink)', [phone]: { position: 'static' } },
      },
    },
    MuiDrawer: {
      styleOverrides: {
        paper: { background: 'var(--sheet)', border: 0, borderRight: '1px solid var(--line)', color: 'var(--ink)' },
      },
    },
    MuiListItemButton: {
      styleOverrides: {
        root: {
          minHeight: 48,
          padding: '0 8px 0 10px',
          gap: 8,
          color: 'var(--ink-2)',
          borderLeft: '6px solid transparent',
          '&[aria-current="page"]': {
            color: 'var(--ink)',
            fontWeight: 700,
            borderColor: 'var(--verdigris)',
            background: 'var(--verdigris-tint)',
          },
        },
      },
    },
    MuiBottomNavigation: {
      styleOverrides: {
        root: { height: 62, background: 'var(--sheet)', borderTop: '2px solid var(--ink)' },
      },
    },
    MuiBottomNavigationAction: {
      styleOverrides: {
        root: {
          minWidth: 0,
          padding: '4px 2px',
          color: 'var(--ink-2)',
          borderTop: '5px solid transparent',
          '&[aria-current="page"]': {
            color: 'var(--ink)',
            borderColor: 'var(--verdigris)',
            background: 'var(--verdigris-tint)',
          },
        },
        label: { fontSize: 15, opacity: 1, '&.Mui-selected': { fontSize: 15, fontWeight: 700 } },
      },
    },
    MuiMenu: {
      styleOverrides: { paper: { border: '2px solid var(--ink)', boxShadow: 'none', backgroundImage: 'none' } },
    },
    MuiMenuItem: { styleOverrides: { root: { minHeight: 48, fontSize: 17, whiteSpace: 'normal' } } },
    MuiChip: { styleOverrides: { root: { borderRadius: 3, fontSize: 16, height: 36 } } },
    MuiTooltip: {
      defaultProps: { arrow: true, enterTouchDelay: 0, leaveTouchDelay: 8000 },
      styleOverrides: {
        tooltip: { fontSize: 16, lineHeight: 1.35, background: 'var(--ink)', color: 'var(--ground)', maxWidth: 340 },
        arrow: { color: 'var(--ink)' },
      },
    },
    MuiLinearProgress: {
      styleOverrides: { root: { height: 10, background: 'var(--hair)' }, bar: { background: 'var(--verdigris)' } },
    },
    MuiAutocomplete: {
      styleOverrides: {
        option: { minHeight: 48 },
        paper: { border: '2px solid var(--ink)', boxShadow: 'none', backgroundImage: 'none' },
        inputRoot: { padding: '0 40px 0 4px !important' },
      },
    },
  },
});
