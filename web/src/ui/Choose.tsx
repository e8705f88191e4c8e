import Autocomplete from '@mui/material/Autocomplete';
import TextField from '@mui/material/TextField';

export interface ChooseProps {
  label: string;
  value: string;
  options: readonly { value: string; name: string }[];
  onPick: (value: string) => void;
  help?: string;
}

/** One of very many, found by typing part of its name. */
export function Choose({ label, value, options, onPick, help }: ChooseProps) {
  const nameOf = (id: string) => options.find((o) => o.value === id)?.name ?? '';
  return (
    <Autocomplete
      // Plain strings: the field keeps what is typed for as long as the value is the same thing.
      options={options.map((o) => o.value)}
      value={options.some((o) => o.value === value) ? value : null}
      getOptionLabel={nameOf}
      getOptionKey={(id) => id}
      onChange={(_, picked) => picked !== null && onPick(picked)}
      openOnFocus
      selectOnFocus
      handleHomeEndKeys
      autoHighlight
      clearIcon={null}
      noOptionsText="None of that name"
      renderInput={(params) => <TextField {...params} label={label} helperText={help} />}
    />
  );
}
