import { checkWords, doWhat, lowerFirst, seenWords, stepKind, whereOf } from '@cosmesis/core/finishing';
import { dayTime, duration, formatTemperature, formatVolume, minuteOf } from '@cosmesis/core/units';
import type { LogEntry, Piece } from '@cosmesis/core/workshop';
import Button from '@mui/material/Button';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { memo, useState } from 'react';
import { useNowMin } from '../../../store/useNowMin';
import { useSettings } from '../../../store/useWorkshop';
import { HeadRow } from '../../../ui/HeadRow';
import { ScrollRegion } from '../../../ui/ScrollRegion';
import WentWrong from '../../../ui/WentWrong';
import { CorrectDialog } from './CorrectDialog';

interface RowProps {
  pieceId: string;
  entry: LogEntry;
  onCorrect: (entryId: string) => void;
}

/** One of many: drawn again only where it is another. */
const HistoryRow = memo(function HistoryRow({ pieceId, entry, onCorrect }: RowProps) {
  const { timeZone, unitSystem } = useSettings();
  const nowMin = useNowMin();
  const at = (instant: string | null | undefined) => (instant ? dayTime(minuteOf(instant), nowMin, timeZone) : '');
  const done = entry.doneAt ?? entry.startedAt;
  const late =
    entry.planned && done ? minuteOf(done) - minuteOf(entry.doneAt ? entry.planned.endAt : entry.planned.startAt) : 0;
  return (
    <TableRow>
      <TableCell>
        {whereOf(entry)}: {lowerFirst(doWhat(entry))}
        {entry.seen && <Typography variant="body2">{entry.seen.map((s) => seenWords[s]).join(', ')}</Typography>}
        {entry.checks && <Typography variant="body2">{entry.checks.map(checkWords).join('; ')}</Typography>}
        {entry.note && <Typography variant="body2">{entry.note}</Typography>}
      </TableCell>
      <TableCell align="right">{at(entry.planned?.endAt)}</TableCell>
      <TableCell align="right">
        {entry.doneAt ? at(entry.doneAt) : `started ${at(entry.startedAt)}`}
        {entry.timesBefore && (
          <div>
            was {at(entry.timesBefore.startedAt)}
            {entry.timesBefore.doneAt && ` to ${at(entry.timesBefore.doneAt)}`}
          </div>
        )}
        {Math.abs(late) >= 5 && <div>{late > 0 ? `${duration(late)} later` : `${duration(-late)} sooner`}</div>}
      </TableCell>
      <TableCell align="right">
        {entry.planned?.volumeL ? formatVolume(entry.planned.volumeL, unitSystem) : ''}
      </TableCell>
      <TableCell align="right">{entry.actualL === null ? '' : formatVolume(entry.actualL, unitSystem)}</TableCell>
      <TableCell align="right">
        {entry.air
          ? `${formatTemperature(entry.air.airTempC, unitSystem)}, ${Math.round(entry.air.relHumFrac * 100)} %`
          : ''}
      </TableCell>
      <TableCell>
        <Button
          variant="outlined"
          aria-label={`Change what was logged: ${whereOf(entry)}, ${doWhat(entry)}`}
          onClick={() => onCorrect(entry.id)}
        >
          Change
        </Button>
        {stepKind(entry.step.kind).film && (
          <WentWrong
            coats={[
              { pieceId, stepId: entry.step.id, kind: entry.step.kind, on: `${whereOf(entry)}, ${doWhat(entry)}` },
            ]}
          />
        )}
      </TableCell>
    </TableRow>
  );
});

/** What happened, held against what was planned. */
export const History = memo(function History({ piece }: { piece: Piece }) {
  const [correcting, setCorrecting] = useState<string | null>(null);
  const entries = [...piece.log].sort(
    (a, b) => Date.parse(b.doneAt ?? b.startedAt ?? '') - Date.parse(a.doneAt ?? a.startedAt ?? ''),
  );
  const entry = piece.log.find((e) => e.id === correcting);
  return (
    <section aria-label="History">
      <Typography variant="h2">History</Typography>
      {entries.length === 0 ? (
        <Typography variant="body2">
          Nothing is logged yet. Press Done when a sitting is done: one press notes every step of it, with its time and
          the air.
        </Typography>
      ) : (
        <ScrollRegion label="Planned against actual">
          <Table>
            <HeadRow
              of={[
                'Step',
                { name: 'Planned for', figures: true },
                { name: 'Done', figures: true },
                { name: 'Planned amount', figures: true },
                { name: 'Used', figures: true },
                { name: 'Air', figures: true },
                { name: 'Change', unseen: true },
              ]}
            />
            <TableBody>
              {entries.map((e) => (
                <HistoryRow key={e.id} pieceId={piece.id} entry={e} onCorrect={setCorrecting} />
              ))}
            </TableBody>
          </Table>
        </ScrollRegion>
      )}
      {entry && (
        <CorrectDialog
          pieceId={piece.id}
          entry={entry}
          title={`${whereOf(entry)}: ${lowerFirst(doWhat(entry))}`}
          onClose={() => setCorrecting(null)}
        />
      )}
    </section>
  );
});
