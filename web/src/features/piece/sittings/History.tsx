import { checkWords, doWhat, lowerFirst, seenWords, stepKind, whereOf } from '@cosmesis/core/finishing';
import { dayTime, duration, formatTemperature, formatVolume, minuteOf } from '@cosmesis/core/units';
import type { LogEntry, Piece } from '@cosmesis/core/workshop';
import Button from '@mui/material/Button';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { memo, type ReactNode, useState } from 'react';
import { useNowMin } from '../../../store/useNowMin';
import { useSettings } from '../../../store/useWorkshop';
import { type Heading, HeadRow } from '../../../ui/HeadRow';
import { ScrollRegion } from '../../../ui/ScrollRegion';
import WentWrong from '../../../ui/WentWrong';
import { CorrectDialog } from './CorrectDialog';

const columns = {
  plannedFor: 'Planned for',
  done: 'Done',
  plannedAmount: 'Planned amount',
  used: 'Used',
  air: 'Air',
} as const;

/** On a phone each entry is a block of its own: what was done, and below it side by side each figure under its name. */
const asBlocks = {
  '@media (max-width: 760px)': {
    '& thead': { display: 'none' },
    '&, & tbody': { display: 'block' },
    '& tr': {
      display: 'grid',
      gridTemplateColumns: '1fr 1fr',
      gap: '8px 16px',
      p: '12px 0',
      borderTop: '1px solid var(--line)',
    },
    '& td': { display: 'block', p: 0, border: 0, textAlign: 'left' },
    '& td:first-of-type, & td:last-of-type': { gridColumn: '1 / -1' },
    '& td:first-of-type': { fontWeight: 600 },
    '& td:empty': { display: 'none' },
    '& td[data-column]::before': { typography: 'body2', content: 'attr(data-column)', display: 'block' },
  },
};

function Figure({ of, children }: { of: keyof typeof columns; children: ReactNode }) {
  return (
    <TableCell role="cell" align="right" data-column={columns[of]}>
      {children}
    </TableCell>
  );
}

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
    // Shown as blocks it would be a table to nobody who cannot see: so each says what it is.
    <TableRow role="row">
      <TableCell role="cell">
        {whereOf(entry)}: {lowerFirst(doWhat(entry))}
        {entry.seen && <Typography variant="body2">{entry.seen.map((s) => seenWords[s]).join(', ')}</Typography>}
        {entry.checks && <Typography variant="body2">{entry.checks.map(checkWords).join('; ')}</Typography>}
        {entry.note && <Typography variant="body2">{entry.note}</Typography>}
      </TableCell>
      <Figure of="plannedFor">{at(entry.planned?.endAt)}</Figure>
      <Figure of="done">
        {entry.doneAt ? at(entry.doneAt) : `started ${at(entry.startedAt)}`}
        {entry.timesBefore && (
          <div>
            was {at(entry.timesBefore.startedAt)}
            {entry.timesBefore.doneAt && ` to ${at(entry.timesBefore.doneAt)}`}
          </div>
        )}
        {Math.abs(late) >= 5 && <div>{late > 0 ? `${duration(late)} later` : `${duration(-late)} sooner`}</div>}
      </Figure>
      <Figure of="plannedAmount">
        {entry.planned?.volumeL ? formatVolume(entry.planned.volumeL, unitSystem) : ''}
      </Figure>
      <Figure of="used">{entry.actualL === null ? '' : formatVolume(entry.actualL, unitSystem)}</Figure>
      <Figure of="air">
        {entry.air
          ? `${formatTemperature(entry.air.airTempC, unitSystem)}, ${Math.round(entry.air.relHumFrac * 100)} %`
          : ''}
      </Figure>
      <TableCell role="cell">
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
          <Table role="table" sx={asBlocks}>
            <HeadRow
              of={[
                'Step',
                ...Object.values(columns).map((name): Heading => ({ name, figures: true })),
                { name: 'Change', unseen: true },
              ]}
            />
            <TableBody role="rowgroup">
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
