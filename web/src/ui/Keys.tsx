import { useId } from 'react';

interface Choice<T extends string> {
  value: T;
  name: string;
  barred?: string | null;
}

interface Props<T extends string> {
  legend: string;
  choices: readonly Choice<T>[];
  value: T | null;
  onPick: (value: T) => void;
  hideLegend?: boolean;
}

/** One of several, as a row of keys: radio buttons large enough for a dusty thumb. */
export function Keys<T extends string>({ legend, choices, value, onPick, hideLegend = false }: Props<T>) {
  const name = useId();
  return (
    <fieldset>
      <legend className={hideLegend ? 'visually-hidden' : ''}>{legend}</legend>
      <div className="keys">
        {choices.map((c) => (
          <label key={c.value} title={c.barred ?? undefined}>
            <input
              type="radio"
              name={name}
              checked={c.value === value}
              disabled={Boolean(c.barred)}
              onChange={() => onPick(c.value)}
            />
            <span>{c.name}</span>
          </label>
        ))}
      </div>
    </fieldset>
  );
}
