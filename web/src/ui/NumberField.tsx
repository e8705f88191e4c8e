import { good, type Result, readNumber, refused } from '@cosmesis/core/units';
import { MeasureField } from './MeasureField';

interface Props {
  label: string;
  draftKey: string;
  value: number | null;
  /** Limits of what can be typed, in the unit shown. */
  least: number;
  most: number;
  onValue: (value: number) => void;
  onEmpty?: () => void;
  help?: string;
  /** Digits after the point. */
  digits?: number;
}

/** A field for a plain number within limits; what cannot be read stays as typed, with what to do. */
export function NumberField({ label, draftKey, value, least, most, onValue, onEmpty, help, digits = 3 }: Props) {
  const parse = (text: string): Result<number> => {
    const read = readNumber(text);
    if (!read.ok) return read;
    return read.value >= least && read.value <= most
      ? good(read.value)
      : refused({ code: 'number_out_of_range', path: '', message: `From ${least} to ${most}.` });
  };
  return (
    <MeasureField
      label={label}
      draftKey={draftKey}
      shown={value === null ? '' : String(+value.toFixed(digits))}
      parse={parse}
      onValue={onValue}
      {...(onEmpty ? { onEmpty } : {})}
      {...(help ? { help } : {})}
    />
  );
}
