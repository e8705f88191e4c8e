import { createTheme } from '@mui/material/styles';

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

/** The look of fields and dialogs; colours by meaning as in tokens.css. */
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
  typography: {
    fontFamily: "'Atkinson Hyperlegible Next Variable', sans-serif",
    fontSize: 16,
    htmlFontSize: 16,
    button: { textTransform: 'none', fontWeight: 700, fontSize: 17 },
  },
  components: {
    MuiButton: {
      styleOverrides: {
        root: { minHeight: 48 },
        outlined: { border: '2px solid currentColor', '&:hover': { border: '2px solid currentColor' } },
      },
    },
    MuiTextField: {
      defaultProps: { fullWidth: true, variant: 'outlined', slotProps: { inputLabel: { shrink: true } } },
    },
    // Fields as ruled strips: the label stands above in full size, the field is a raised strip on a ruled line.
    MuiOutlinedInput: {
      styleOverrides: {
        root: { minHeight: 50, background: 'var(--raised)', borderRadius: 0 },
        input: { fontSize: 18, padding: '12px 12px' },
        multiline: { padding: 0 },
        notchedOutline: {
          top: 0,
          border: 0,
          borderBottom: '2px solid var(--ink)',
          borderRadius: 0,
          '& legend': { display: 'none' },
        },
      },
    },
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
    MuiToggleButton: {
      styleOverrides: {
        root: {
          minHeight: 48,
          padding: '6px 18px',
          borderRadius: 0,
          borderColor: 'var(--ink)',
          color: 'var(--ink)',
          font: 'inherit',
          textTransform: 'none',
          '&.Mui-selected, &.Mui-selected:hover': {
            background: 'var(--verdigris-tint)',
            color: 'var(--ink)',
            fontWeight: 700,
          },
        },
      },
    },
    MuiDialog: { styleOverrides: { paper: { backgroundImage: 'none', borderTop: '6px solid var(--ink)' } } },
    MuiDialogTitle: {
      styleOverrides: {
        root: { fontFamily: "'Bricolage Grotesque Variable', sans-serif", fontWeight: 650, fontSize: 22 },
      },
    },
  },
});
