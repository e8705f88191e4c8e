import { AdapterDateFns } from '@mui/x-date-pickers/AdapterDateFns';
import { DatePicker } from '@mui/x-date-pickers/DatePicker';
import { LocalizationProvider } from '@mui/x-date-pickers/LocalizationProvider';
import { format, isValid, parse } from 'date-fns';
import { enGB } from 'date-fns/locale/en-GB';
import { useState } from 'react';

export interface DayFieldProps {
  label: string;
  /** yyyy-MM-dd; empty: none. */
  value: string;
  onChange: (value: string) => void;
  help?: string | undefined;
  error?: boolean;
}

const field = 'yyyy-MM-dd';
const told = (date: Date | null): string =>
  date !== null && isValid(date) && date.getFullYear() > 1900 ? format(date, field) : '';

/** The calendar of a field for a day, brought when one is shown. */
export default function DayPicker({ label, value, onChange, help, error = false }: DayFieldProps) {
  // A year of which only the first digits are typed is a date for the field, and none yet for whoever asks.
  const [typed, setTyped] = useState<Date | null>(null);
  const shown = told(typed) === value ? typed : value === '' ? null : parse(value, field, new Date(0));
  return (
    <LocalizationProvider dateAdapter={AdapterDateFns} adapterLocale={enGB}>
      <DatePicker
        label={label}
        value={shown}
        onChange={(date) => {
          setTyped(date);
          onChange(told(date));
        }}
        slotProps={{ textField: { helperText: help, error } }}
      />
    </LocalizationProvider>
  );
}
