import TextField from '@mui/material/TextField';

interface Props {
  label: string;
  value: string;
  options: readonly { value: string; name: string }[];
  onPick: (value: string) => void;
  help?: string;
}

/** One of many, as the browser's own list: quick by keyboard and by thumb. */
export function Select({ label, value, options, onPick, help }: Props) {
  return (
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
}
