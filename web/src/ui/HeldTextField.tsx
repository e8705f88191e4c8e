import TextField, { type TextFieldProps } from '@mui/material/TextField';
import { useState } from 'react';
import { useHeld } from './useHeld';

type Props = Omit<TextFieldProps, 'value' | 'onChange' | 'onBlur' | 'onKeyDown'> & {
  /** The text as stored. */
  value: string;
  /** Takes what was typed, at a pause, with Enter or when the field is left. */
  onText: (text: string) => void;
};

/** A field for words: what is typed stays in the field until there is a pause, and is one change then. */
export function HeldTextField({ value, onText, ...rest }: Props) {
  const [typed, setTyped] = useState<string | null>(null);
  const held = useHeld((text: string) => {
    onText(text);
    setTyped(null);
  });
  return (
    <TextField
      {...rest}
      value={typed ?? value}
      onChange={(event) => {
        setTyped(event.target.value);
        held.hold(event.target.value);
      }}
      onKeyDown={(event) => {
        if (event.key === 'Enter' && !rest.multiline) held.giveNow();
      }}
      onBlur={held.giveNow}
    />
  );
}
