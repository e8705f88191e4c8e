import Button from '@mui/material/Button';

/** A button that asks for a file of this device. */
export function FileButton({ label, accept, onFile }: { label: string; accept: string; onFile: (file: File) => void }) {
  return (
    // biome-ignore lint/a11y/useValidAriaRole: the input in it is the control, the label none
    <Button
      component="label"
      variant="outlined"
      role={undefined}
      tabIndex={-1}
      sx={{ '&:focus-within': { outline: '3px solid var(--focus)', outlineOffset: 2 } }}
    >
      {label}
      <input
        type="file"
        className="visually-hidden"
        accept={accept}
        onChange={(e) => {
          const file = e.target.files?.[0];
          // The same file again is a change again.
          e.target.value = '';
          if (file) onFile(file);
        }}
      />
    </Button>
  );
}
