import { doWhat } from '@cosmesis/core/finishing';
import { hasTime, type Reckoning, rangeOf, type Sitting, sittingsOf, sittingWords } from '@cosmesis/core/reckoning';
import { aboutTime, clockTime, dayName, formatAbout } from '@cosmesis/core/units';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import List from '@mui/material/List';
import ListItem from '@mui/material/ListItem';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { useParts } from '../../../store/useWorkshop';
import { Late } from '../../../ui/layout';

/** From when until when; a sitting that is cut by the night ends on another day. */
function spanOf({ startMin, endMin }: Sitting, timeZone: string): string {
  const day = dayName(endMin, timeZone);
  const end = clockTime(endMin, timeZone);
  return `${clockTime(startMin, timeZone)}–${day === dayName(startMin, timeZone) ? end : `${day} ${end}`}`;
}

/** What is held, or has no place among all pieces, has no time until that is settled. */
const untimed = { held: 'Held', unplaced: 'No time yet' } as const;
const dayOf = (sitting: Sitting, timeZone: string): string =>
  hasTime(sitting) ? dayName(sitting.startMin, timeZone) : untimed[sitting.held ? 'held' : 'unplaced'];
const listNames: Readonly<Record<string, string>> = {
  [untimed.held]: 'Held sittings',
  [untimed.unplaced]: 'Sittings without a time',
};
/** What keeps it from having one. */
const keptBy = ({ held, unplaced }: Sitting): string | null => held?.words ?? unplaced;
/** What has a time first, then what is held. */
const placeOf = (sitting: Sitting): number => (hasTime(sitting) ? 0 : sitting.held ? 1 : 2);

/** The work day by day: one line for what is done at one go, with when, how long and how much. */
export function SittingList({ reckoning }: { reckoning: Reckoning }) {
  const { products, settings } = useParts('products', 'settings');
  const { timeZone, unitSystem } = settings;
  const all = sittingsOf(reckoning.steps).sort((a, b) => placeOf(a) - placeOf(b));
  const toCome = all.filter((s) => s.status !== 'done');
  const [withDone, setWithDone] = useState(false);
  const done = all.length - toCome.length;
  const days = new Map<string, Sitting[]>();
  for (const sitting of withDone ? all : toCome) {
    const day = dayOf(sitting, timeZone);
    days.set(day, [...(days.get(day) ?? []), sitting]);
  }
  return (
    <Box sx={{ maxWidth: 900 }}>
      {done > 0 && (
        <Button variant="text" onClick={() => setWithDone(!withDone)}>
          {withDone ? 'Only what is to come' : `Show ${done === 1 ? 'the one that is' : `the ${done} that are`} done`}
        </Button>
      )}
      {[...days].map(([day, sittings]) => {
        // What keeps all of them is said once.
        const reasons = new Set(sittings.map((s) => (hasTime(s) ? null : keptBy(s))));
        const [once] = reasons.size === 1 ? reasons : [null];
        return (
          <section key={day} aria-label={day}>
            <Typography
              component="h2"
              sx={{ fontWeight: 700, fontSize: 18, borderBottom: '2px solid var(--ink)', mt: 2 }}
            >
              {day} {once && <Late>{once}</Late>}
            </Typography>
            <List disablePadding aria-label={listNames[day] ?? `Sittings on ${day}`}>
              {sittings.map((sitting) => (
                <ListItem
                  key={sitting.id}
                  disableGutters
                  divider
                  sx={{
                    display: 'grid',
                    gridTemplateColumns: { xs: '1fr auto', sm: '132px 1fr auto' },
                    columnGap: 2,
                    alignItems: 'baseline',
                    color: sitting.status === 'done' ? 'var(--ink-2)' : 'inherit',
                    borderColor: 'var(--hair)',
                  }}
                >
                  <span className="n">{hasTime(sitting) ? spanOf(sitting, timeZone) : ''}</span>
                  <Box sx={{ gridColumn: { xs: '1 / -1', sm: 'auto' }, gridRow: { xs: 2, sm: 'auto' } }}>
                    <span>{sittingWords(sitting, doWhat)}</span>
                    {sitting.litres.map((l) => (
                      <Typography key={l.productId} variant="body2">
                        {products[l.productId]?.name}, {formatAbout(rangeOf(l), unitSystem)}
                      </Typography>
                    ))}
                    {!hasTime(sitting) && keptBy(sitting) !== once && (
                      <Typography variant="body2">{keptBy(sitting)}</Typography>
                    )}
                  </Box>
                  <b className="n">{sitting.status === 'planned' ? aboutTime(sitting.handsOnMin) : sitting.status}</b>
                </ListItem>
              ))}
            </List>
          </section>
        );
      })}
    </Box>
  );
}
