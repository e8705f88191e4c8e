import TextField from '@mui/material/TextField';
import { lazy, Suspense } from 'react';
import type { ChooseProps } from './Choose';

const Choose = lazy(() => import('./Choose').then((m) => ({ default: m.Choose })));

/** From so many on a name is typed instead of scrolled to. */
const typedFrom = 12;

/** One of a few as the browser's own list, quick by keyboard and by thumb; one of many is typed. */
export function Select(props: ChooseProps) {
  const { label, value, options, onPick, help } = props;
  const short = (
    <TextField
      select
      label={label}
      value={value}
      helperText={help}
      onChange={(event) => onPick(event.target.value)}
      slotProps={{ select: { native: true }, inputLabel: { shrink: true } }}
    >
      {options.map((o) => (
        <option key={o.value} value={o.value}>
          {o.name}
        </option>
      ))}
    </TextField>
  );
  return options.length < typedFrom ? (
    short
  ) : (
    <Suspense fallback={<TextField label={label} helperText={help} slotProps={{ htmlInput: { readOnly: true } }} />}>
      <Choose {...props} />
    </Suspense>
  );
}
