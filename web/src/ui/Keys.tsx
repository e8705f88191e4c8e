import Check from '@mui/icons-material/Check';
import FormControl from '@mui/material/FormControl';
import FormLabel from '@mui/material/FormLabel';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Tooltip from '@mui/material/Tooltip';
import { useId } from 'react';

interface Choice<T extends string> {
  value: T;
  name: string;
  barred?: string | null;
}

interface Props<T extends string> {
  legend: string;
  choices: readonly Choice<T>[];
  value: T | readonly T[] | null;
  onPick: (value: T) => void;
  hideLegend?: boolean;
  help?: string;
}

/** One of several, or some of several, as a row of keys large enough for a dusty thumb. */
export function Keys<T extends string>({ legend, choices, value, onPick, hideLegend = false, help }: Props<T>) {
  const id = useId();
  const chosen: readonly T[] = value === null ? [] : typeof value === 'string' ? [value as T] : value;
  return (
    <FormControl>
      <FormLabel id={id} component="span" className={hideLegend ? 'visually-hidden' : ''}>
        {legend}
      </FormLabel>
      {help && (
        <FormLabel component="span" sx={{ fontWeight: 400 }}>
          {help}
        </FormLabel>
      )}
      <ToggleButtonGroup aria-labelledby={id} value={chosen}>
        {choices.map((c) => {
          const key = (
            <ToggleButton key={c.value} value={c.value} disabled={Boolean(c.barred)} onClick={() => onPick(c.value)}>
              {chosen.includes(c.value) && <Check fontSize="small" sx={{ mr: 0.75 }} />}
              {c.name}
            </ToggleButton>
          );
          return c.barred ? (
            <Tooltip key={c.value} title={c.barred}>
              <span>{key}</span>
            </Tooltip>
          ) : (
            key
          );
        })}
      </ToggleButtonGroup>
    </FormControl>
  );
}
