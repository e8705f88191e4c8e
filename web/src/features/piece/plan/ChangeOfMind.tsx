import { changeLook, lookNames, stepKind } from '@cosmesis/core/finishing';
import { zoneNames } from '@cosmesis/core/piece';
import type { ChangeOfMind as Change, WayOn } from '@cosmesis/core/reckoning';
import { formatVolume, type Result } from '@cosmesis/core/units';
import type { LookKind, Piece, Workshop, ZoneId } from '@cosmesis/core/workshop';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { current } from 'immer';
import { useEffect, useState } from 'react';
import { newId, nowIso, theStore } from '../../../store/theStore';
import { useEditPiece } from '../../../store/useEditPiece';
import { useNowMin } from '../../../store/useNowMin';
import { useSettings, useWorkshopPart } from '../../../store/useWorkshop';
import { dayName, duration, money } from '../../../ui/formatTime';
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
    ['Hours still to come', (w) => duration(w.handsOnMin)],
    ['Cans of the piece', (w) => money(w.price, settings.currency)],
    ['Light use', (w) => (w.lightUseAtMin === null ? 'held' : dayName(w.lightUseAtMin, settings.timeZone))],
    ['Stops', (w) => String(w.stops)],
  ];
  return (
    <table className="figures">
      <thead>
        <tr>
          <td />
          {had.map(([name]) => (
            <th key={name} scope="col">
              {name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map(([name, said]) => (
          <tr key={name}>
            <th scope="row">{name}</th>
            {had.map(([way, w]) => (
              <td key={way} className="n">
                {said(w)}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

const listed = (doings: Change['undo']): string =>
  doings.map((d) => `${stepKind(d.kind).verb.toLowerCase()}${d.times > 1 ? ` ${d.times}×` : ''}`).join(', ');

function Told({ change }: { change: Change }) {
  const settings = useSettings();
  return (
    <div className="stack">
      <p>
        <b>
          {change.coats} {change.coats === 1 ? 'coat is' : 'coats are'} on already
        </b>
        : {duration(change.lostMin)} and {formatVolume(change.lostL, settings.unitSystem)} that would be lost.
      </p>
      <Ways change={change} />
      {change.undo.length > 0 && (
        <p>
          <b>To undo:</b> {listed(change.undo)} ({duration(change.undo.reduce((sum, d) => sum + d.minutes, 0))}).
        </p>
      )}
      {change.redo.length > 0 && (
        <p>
          <b>To do instead:</b> {listed(change.redo)} ({duration(change.redo.reduce((sum, d) => sum + d.minutes, 0))}).
        </p>
      )}
      {change.buy.length > 0 && (
        <p>
          <b>To buy:</b>{' '}
          {change.buy
            .map(
              (b) => `${b.name}, ${formatVolume(b.litres, settings.unitSystem)} (${money(b.price, settings.currency)})`,
            )
            .join('; ')}
          .
        </p>
      )}
    </div>
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
  return (
    <Dialog open onClose={onClose} maxWidth="md" aria-labelledby="change-of-mind">
      <DialogTitle id="change-of-mind">
        {zoneNames[zoneId]}: {lookNames[look].toLowerCase()} instead?
      </DialogTitle>
      <DialogContent>
        {told === null && <p>Working it out…</p>}
        {told?.ok === true && <Told change={told.value} />}
        {told?.ok === false && told.issues.map((i) => <p key={i.code + i.path}>{i.message}</p>)}
      </DialogContent>
      <DialogActions>
        <button type="button" className="plain" onClick={onClose}>
          Leave it
        </button>
        <button type="button" className="go" disabled={!told?.ok} onClick={apply}>
          Change it now
        </button>
      </DialogActions>
    </Dialog>
  );
}
