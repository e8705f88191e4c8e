import TextField from '@mui/material/TextField';
import { lazy, Suspense } from 'react';
import type { DateTimeFieldProps } from './DateTimePicker';

const Picker = lazy(() => import('./DateTimePicker'));

/** A day, with or without an hour of the workshop's clock: typed part by part, or picked from a calendar. */
export const DateTimeField = (props: DateTimeFieldProps) => (
  <Suspense
    fallback={<TextField label={props.label} helperText={props.help} slotProps={{ htmlInput: { readOnly: true } }} />}
  >
    <Picker {...props} />
  </Suspense>
);
