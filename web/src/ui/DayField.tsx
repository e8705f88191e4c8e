import TextField from '@mui/material/TextField';
import { lazy, Suspense } from 'react';
import type { DayFieldProps } from './DayPicker';

const Picker = lazy(() => import('./DayPicker'));

/** A day: typed part by part, or picked from a calendar. */
export const DayField = (props: DayFieldProps) => (
  <Suspense
    fallback={<TextField label={props.label} helperText={props.help} slotProps={{ htmlInput: { readOnly: true } }} />}
  >
    <Picker {...props} />
  </Suspense>
);
