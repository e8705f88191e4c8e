import { changeLook, lookNames, stepKind } from '@cosmesis/core/finishing';
import { zoneNames } from '@cosmesis/core/piece';
import type { ChangeOfMind as Change, WayOn } from '@cosmesis/core/reckoning';
import { aboutTime, dayName, duration, formatVolume, money, type Result } from '@cosmesis/core/units';
import type { LookKind, Piece, Workshop, ZoneId } from '@cosmesis/core/workshop';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Stack from '@mui/material/Stack';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { current } from 'immer';
import { useEffect, useState } from 'react';
import { newId, nowIso, theStore } from '../../../store/theStore';
import { useEditPiece } from '../../../store/useEditPiece';
import { useNowMin } from '../../../store/useNowMin';
import { useSettings, useWorkshopPart } from '../../../store/useWorkshop';
import { say } from '../../../ui/say';
import { callCore } from '../../../workers/callCore';

function Ways({ change }: { change: Change }) {
  const settings = useSettings();
  const ways: [string, WayOn | null][] = [
    ['Leave it', change.leave],
    ['Change now', change.now],
    ['Change after the last coat', change.later],
  ];
  const had = ways.filter((w): w is [string, WayOn] => w[1] !== null);
  const rows: [string, (way: WayOn) => string][] = [
    ['Hours still to come', (w) => aboutTime(w.handsOnMin)],
    ['Cans still to buy', (w) => money(w.price, settings.currency)],
    ['Light use, by itself', (w) => (w.lightUseAtMin === null ? 'held' : dayName(w.lightUseAtMin, settings.timeZone))],
    ['Stops', (w) => String(w.stops)],
  ];
  return (
    <Table>
      <TableHead>
        <TableRow>
          <TableCell component="td" />
          {had.map(([name]) => (
            <TableCell key={name}>{name}</TableCell>
          ))}
        </TableRow>
      </TableHead>
      <TableBody>
        {rows.map(([name, said]) => (
          <TableRow key={name}>
            <TableCell component="th" scope="row">
              {name}
            </TableCell>
            {had.map(([way, w]) => (
              <TableCell key={way} className="n">
                {said(w)}
              </TableCell>
            ))}
          </TableRow>
        ))}
      </TableBody>
    </Table>
  );
}

const listed = (doings: Change['undo']): string =>
  doings.map((d) => `${stepKind(d.kind).verb.toLowerCase()}${d.times > 1 ? ` ${d.times}×` : ''}`).join(', ');

function Told({ change }: { change: Change }) {
  const settings = useSettings();
  return (
    <Stack>
      <Typography>
        <b>
          {change.coats} {change.coats === 1 ? 'coat is' : 'coats are'} on already
        </b>
        : {duration(change.lostMin)} and {formatVolume(change.lostL, settings.unitSystem)} that would be lost.
      </Typography>
      <Ways change={change} />
      {change.undo.length > 0 && (
        <Typography>
          <b>To take off first:</b> {listed(change.undo)} (
          {duration(change.undo.reduce((sum, d) => sum + d.minutes, 0))}).
        </Typography>
      )}
      {change.redo.length > 0 && (
        <Typography>
          <b>To do instead:</b> {listed(change.redo)} ({duration(change.redo.reduce((sum, d) => sum + d.minutes, 0))}).
        </Typography>
      )}
      {change.buy.length > 0 && (
        <Typography>
          <b>To buy:</b>{' '}
          {change.buy
            .map(
              (b) => `${b.name}, ${formatVolume(b.litres, settings.unitSystem)} (${money(b.price, settings.currency)})`,
            )
            .join('; ')}
          .
        </Typography>
      )}
    </Stack>
  );
}

const productsOf = (w: Workshop) => w.products;

/** What a change of look costs once coats are on, before it is made. */
export function ChangeOfMind({
  piece,
  zoneId,
  look,
  onClose,
}: {
  piece: Piece;
  zoneId: ZoneId;
  look: LookKind;
  onClose: () => void;
}) {
  const edit = useEditPiece(piece.id);
  const products = useWorkshopPart(productsOf);
  const nowMin = useNowMin();
  const [told, setTold] = useState<Result<Change> | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: worked out once for what was asked
  useEffect(() => {
    void callCore('changeOfMind', [piece.id, zoneId, look, nowMin], { urgent: true, needs: [piece.id] }).then(setTold);
  }, []);
  const zone = zoneNames[zoneId].toLowerCase();
  const apply = () => {
    const [id, at] = [newId(), nowIso()];
    edit(`Look of the ${zone}`, (draft) => {
      const changed = structuredClone(current(draft)) as Piece;
      changeLook(changed, zoneId, look, products, id, at);
      draft.looks = changed.looks;
      draft.reworked = changed.reworked;
    });
    say({
      text: `The ${zone} becomes ${lookNames[look].toLowerCase()}.`,
      action: { name: 'Undo', run: () => theStore().undo() },
    });
    onClose();
  };
  const { labour } = useSettings();
  const asksClient = piece.ownership === 'commission';
  const ask = () => {
    if (!told?.ok) return;
    const { now, leave } = told.value;
    const hours = (now.handsOnMin - leave.handsOnMin) / 60;
    const price = Math.max(0, Math.round(hours * labour.ratePerHour + now.price - leave.price));
    const what = `${zoneNames[zoneId]}: ${lookNames[look].toLowerCase()} instead`;
    const entry = { id: newId(), zoneId, what, price, askedAt: nowIso(), approvedAt: null };
    edit('A change was asked for', (draft) => {
      draft.commission.changes = [...(draft.commission.changes ?? []), entry];
    });
    say({
      text: `Noted: ${what}. The next coat there waits until it is agreed on.`,
      action: { name: 'Undo', run: () => theStore().undo() },
    });
    onClose();
  };
  return (
    <Dialog open onClose={onClose} maxWidth="md" aria-labelledby="change-of-mind">
      <DialogTitle id="change-of-mind">
        {zoneNames[zoneId]}: {lookNames[look].toLowerCase()} instead?
      </DialogTitle>
      <DialogContent>
        {told === null && <Typography>Working it out…</Typography>}
        {told?.ok === true && <Told change={told.value} />}
        {told?.ok === false && told.issues.map((i) => <Typography key={i.code + i.path}>{i.message}</Typography>)}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Leave it</Button>
        {asksClient && (
          <Button variant="outlined" disabled={!told?.ok} onClick={ask}>
            Ask the client first
          </Button>
        )}
        <Button variant="contained" disabled={!told?.ok} onClick={apply}>
          Change it now
        </Button>
      </DialogActions>
    </Dialog>
  );
}
