import { AdapterDateFns } from '@mui/x-date-pickers/AdapterDateFns';
import { DateTimePicker } from '@mui/x-date-pickers/DateTimePicker';
import { LocalizationProvider } from '@mui/x-date-pickers/LocalizationProvider';
import { format, isValid, parse } from 'date-fns';
import { enGB } from 'date-fns/locale/en-GB';

export interface DateTimeFieldProps {
  label: string;
  /** As of zonedInput: yyyy-MM-ddTHH:mm of the workshop's clock; empty: none. */
  value: string;
  onChange: (value: string) => void;
  help?: string | undefined;
  error?: boolean;
}

const field = "yyyy-MM-dd'T'HH:mm";

/** The calendar and clock of a date field, brought when one is shown. Its clock is the workshop's, whatever the browser's is. */
export default function WorkshopDateTime({ label, value, onChange, help, error = false }: DateTimeFieldProps) {
  return (
    <LocalizationProvider dateAdapter={AdapterDateFns} adapterLocale={enGB}>
      <DateTimePicker
        label={label}
        ampm={false}
        value={value === '' ? null : parse(value, field, new Date(0))}
        onChange={(date) => {
          if (date === null) onChange('');
          else if (isValid(date) && date.getFullYear() > 1900) onChange(format(date, field));
        }}
        slotProps={{
          textField: { helperText: help, error },
          field: { clearable: true },
        }}
      />
    </LocalizationProvider>
  );
}
