import Button from '@mui/material/Button';
import { useRef } from 'react';

/** A button that asks for a file of this device. */
export function FileButton({ label, accept, onFile }: { label: string; accept: string; onFile: (file: File) => void }) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button variant="outlined" onClick={() => input.current?.click()}>
        {label}
      </Button>
      <input
        ref={input}
        type="file"
        hidden
        aria-label={label}
        accept={accept}
        onChange={(e) => {
          const file = e.target.files?.[0];
          // The same file again is a change again.
          e.target.value = '';
          if (file) onFile(file);
        }}
      />
    </>
  );
}
