import { AdapterDateFns } from '@mui/x-date-pickers/AdapterDateFns';
import { DatePicker } from '@mui/x-date-pickers/DatePicker';
import { DateTimePicker } from '@mui/x-date-pickers/DateTimePicker';
import { LocalizationProvider } from '@mui/x-date-pickers/LocalizationProvider';
import { format, isValid, parse } from 'date-fns';
import { enGB } from 'date-fns/locale/en-GB';
import { useState } from 'react';

export interface DateTimeFieldProps {
  label: string;
  /** As of zonedInput: yyyy-MM-ddTHH:mm of the workshop's clock, or yyyy-MM-dd; empty: none. */
  value: string;
  onChange: (value: string) => void;
  /** A whole day, without an hour. */
  dayOnly?: boolean;
  help?: string | undefined;
  error?: boolean;
}

/** The calendar and clock of a date field, brought when one is shown. Its clock is the workshop's, whatever the browser's is. */
export default function WorkshopDateTime({ label, value, onChange, dayOnly, help, error = false }: DateTimeFieldProps) {
  const pattern = dayOnly ? 'yyyy-MM-dd' : "yyyy-MM-dd'T'HH:mm";
  // A year of which only the first digits are typed is a date for the field, and none yet for whoever asks.
  const isWhole = (date: Date) => isValid(date) && date.getFullYear() > 1900;
  const [typed, setTyped] = useState<Date | null>(null);
  const stands = value === '' ? null : parse(value, pattern, new Date(0));
  const props = {
    label,
    value: typed !== null && !isWhole(typed) ? typed : stands,
    onChange: (date: Date | null) => {
      setTyped(date);
      if (date === null) onChange('');
      else if (isWhole(date)) onChange(format(date, pattern));
    },
    slotProps: { textField: { helperText: help, error }, field: { clearable: true } },
  };
  return (
    <LocalizationProvider dateAdapter={AdapterDateFns} adapterLocale={enGB}>
      {dayOnly ? <DatePicker {...props} /> : <DateTimePicker ampm={false} {...props} />}
    </LocalizationProvider>
  );
}
