import { toHide } from '@cosmesis/core/deeds';
import { doWhat, lowerFirst, seenWords, whereOf } from '@cosmesis/core/finishing';
import { minuteOf } from '@cosmesis/core/units';
import { type LogEntry, type Piece, seenKinds } from '@cosmesis/core/workshop';
import Chip from '@mui/material/Chip';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { doDeed } from '../../../store/doDeed';
import { useNowMin } from '../../../store/useNowMin';
import { HeldTextField } from '../../../ui/HeldTextField';
import PhotoButton from '../../../ui/PhotoButton';
import { say } from '../../../ui/say';

/** What was done longer ago than this is noted in the history, minutes. */
const justMin = 24 * 60;

/** The entries that were done last, at one go: each begun as the one before it was done; what runs goes before. */
function lastOf({ log }: Piece, nowMin: number): readonly LogEntry[] {
  const running = log.filter((e) => e.startedAt !== null && e.doneAt === null);
  if (running.length > 0) return running;
  const done = log
    .filter((e) => e.doneAt !== null)
    .sort((a, b) => minuteOf(a.doneAt!) - minuteOf(b.doneAt!) || log.indexOf(a) - log.indexOf(b));
  const last = done.at(-1);
  if (!last || nowMin - minuteOf(last.doneAt!) > justMin) return [];
  let first = done.length - 1;
  const goesOn = (a: LogEntry, b: LogEntry) => a.doneAt === b.doneAt || a.doneAt === b.startedAt;
  while (first > 0 && goesOn(done[first - 1]!, done[first]!)) first -= 1;
  return done.slice(first);
}

/** What was seen at what runs, or was done last: one press for each word, a line, a photograph. */
export function JustSeen({ piece }: { piece: Piece }) {
  const nowMin = useNowMin();
  const entries = lastOf(piece, nowMin);
  const first = entries[0];
  if (!first) return null;
  const entryIds = entries.map((e) => e.id);
  const kinds = seenKinds.filter((k) => k !== 'still-shows' || entries.some((e) => toHide.has(e.step.kind)));
  const words = `${whereOf(first)}, ${lowerFirst(doWhat(first))}`;
  const done = (told: ReturnType<typeof doDeed>) => {
    if (!told.ok) say({ text: told.issues[0]?.message ?? 'It was not noted.' });
  };
  return (
    <Stack component="section" aria-label="How it went" spacing={1.5}>
      <Typography variant="h2">How did it go?</Typography>
      <Typography>
        {words}
        {entries.length > 1 && `, and ${entries.length - 1} more`}
      </Typography>
      <Stack direction="row" sx={{ flexWrap: 'wrap', gap: 1 }}>
        {kinds.map((seen) => {
          const noted = entries.every((e) => e.seen?.includes(seen));
          return (
            <Chip
              key={seen}
              label={seenWords[seen]}
              aria-pressed={noted}
              color={noted ? 'primary' : 'default'}
              variant={noted ? 'filled' : 'outlined'}
              sx={{ height: 44, fontSize: 16, px: 0.5 }}
              onClick={() =>
                done(
                  doDeed(`${noted ? 'Struck out' : 'Noted'}: ${seenWords[seen]}`, {
                    do: 'note-seen',
                    pieceId: piece.id,
                    entryIds,
                    seen,
                    noted: !noted,
                  }),
                )
              }
            />
          );
        })}
      </Stack>
      <Stack direction="row" sx={{ alignItems: 'flex-end' }}>
        <HeldTextField
          label="A line about it"
          value={first.note}
          sx={{ maxWidth: 420, flex: 1 }}
          onText={(note) =>
            done(
              doDeed(
                'Note',
                { do: 'correct-entry', pieceId: piece.id, entryId: first.id, change: { note: note.slice(0, 4000) } },
                `note/${first.id}`,
              ),
            )
          }
        />
        <PhotoButton piece={piece} of={{ kind: 'step', stepId: first.step.id }} what={words} />
      </Stack>
    </Stack>
  );
}
