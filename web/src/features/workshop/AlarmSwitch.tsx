import FormControlLabel from '@mui/material/FormControlLabel';
import Stack from '@mui/material/Stack';
import Switch from '@mui/material/Switch';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { wantAlarms, wantsAlarms } from '../../store/alarmBook';

/** Whether this device sounds, and shows messages outside the page, when a window opens or closes. */
export function AlarmSwitch() {
  const [on, setOn] = useState(wantsAlarms);
  const [why, setWhy] = useState<string | null>(null);
  const turn = async (yes: boolean) => {
    setOn(yes);
    wantAlarms(yes);
    setWhy(null);
    if (!yes) return;
    if (!('Notification' in window)) return setWhy('This browser shows no messages outside the page: it sounds only.');
    const answer =
      Notification.permission === 'default' ? await Notification.requestPermission() : Notification.permission;
    if (answer !== 'granted')
      setWhy(
        'The browser does not let Cosmesis show messages outside the page: allow it in its settings. It sounds all the same.',
      );
  };
  return (
    <Stack component="section" aria-label="Alarms">
      <Typography variant="h2">Alarms on this device</Typography>
      <FormControlLabel
        control={<Switch checked={on} onChange={(_, yes) => void turn(yes)} />}
        label="Sound, and a message outside the page, when a window opens or is about to close"
      />
      {why && (
        <Typography variant="body2" role="status">
          {why}
        </Typography>
      )}
      <Typography variant="body2">
        A closed page cannot tell anything: what came due meanwhile is listed when it is opened again. The calendar of a
        piece, under its Work, or of the workshop, under Rack, rings in your own calendar.
      </Typography>
    </Stack>
  );
}
