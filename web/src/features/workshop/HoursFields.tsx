import { type Settings, type Weekday, weekdays } from '@cosmesis/core/workshop';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { Fields } from '../../ui/layout';
import { useHeld } from '../../ui/useHeld';
import { parseHours } from './parseHours';

type Week = Settings['workingHours'];

const dayNames: Readonly<Record<Weekday, string>> = {
  mon: 'Monday',
  tue: 'Tuesday',
  wed: 'Wednesday',
  thu: 'Thursday',
  fri: 'Friday',
  sat: 'Saturday',
  sun: 'Sunday',
};
const clock = (minutes: number): string =>
  `${Math.floor(minutes / 60)}${minutes % 60 === 0 ? '' : `:${String(minutes % 60).padStart(2, '0')}`}`;

interface Props {
  week: Week;
  /** Takes the shifts of a day. @returns why they are refused; null: they are taken */
  onDay: (day: Weekday, shifts: Week[Weekday]) => string | null;
  /** Whose hours they are, before the name of each day; left out: the workshop's. */
  whose?: string;
}

function Hours({ day, week, onDay, whose }: Props & { day: Weekday }) {
  const shown = (week[day] ?? []).map((s) => `${clock(s.fromMin)}-${clock(s.toMin)}`).join(', ');
  const [text, setText] = useState<string | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const held = useHeld((typed: string) => {
    const read = parseHours(typed);
    if (!read.ok) return setWrong(read.message);
    const refused = onDay(day, read.shifts ?? []);
    setWrong(refused && `${refused.charAt(0).toUpperCase()}${refused.slice(1)}.`);
  });
  return (
    <TextField
      label={whose ? `${whose}, ${dayNames[day]}` : dayNames[day]}
      value={text ?? shown}
      placeholder="day off"
      error={wrong !== null}
      helperText={wrong ?? ' '}
      onChange={(e) => {
        setText(e.target.value);
        held.hold(e.target.value);
      }}
      onBlur={() => {
        held.giveNow();
        setText((typed) => (typed !== null && parseHours(typed).ok && wrong === null ? null : typed));
      }}
    />
  );
}

/** The working hours of a week, a field for each day. */
export const HoursFields = (props: Props) => (
  <Fields>
    {weekdays.map((day) => (
      <Hours key={day} day={day} {...props} />
    ))}
  </Fields>
);
