import Button, { type ButtonProps } from '@mui/material/Button';
import { type ReactNode, useRef } from 'react';

interface FilesProps extends Pick<ButtonProps, 'size' | 'variant' | 'startIcon' | 'disabled' | 'aria-label'> {
  children: ReactNode;
  /** Name of the field behind the button. */
  label: string;
  accept: string;
  /** Left out: several at once. */
  multiple?: boolean;
  onFiles: (files: readonly File[]) => void;
}

/** A button that asks for files of this device. */
export function FilesButton({ children, label, accept, multiple = true, onFiles, ...button }: FilesProps) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button {...button} onClick={() => input.current?.click()}>
        {children}
      </Button>
      <input
        ref={input}
        type="file"
        hidden
        multiple={multiple}
        aria-label={label}
        accept={accept}
        onChange={(event) => {
          const files = [...(event.target.files ?? [])];
          // The same file again is a change again.
          event.target.value = '';
          onFiles(files);
        }}
      />
    </>
  );
}

/** A button that asks for one file of this device. */
export const FileButton = ({
  label,
  accept,
  onFile,
}: {
  label: string;
  accept: string;
  onFile: (file: File) => void;
}) => (
  <FilesButton
    variant="outlined"
    label={label}
    accept={accept}
    multiple={false}
    onFiles={([file]) => {
      if (file) onFile(file);
    }}
  >
    {label}
  </FilesButton>
);
