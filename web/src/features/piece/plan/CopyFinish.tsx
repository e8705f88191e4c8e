import { copyFinish } from '@cosmesis/core/finishing';
import { type Zone, zoneNames } from '@cosmesis/core/piece';
import type { Piece } from '@cosmesis/core/workshop';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useState } from 'react';
import { theStore } from '../../../store/theStore';
import { useEditPiece } from '../../../store/useEditPiece';
import { useParts } from '../../../store/useWorkshop';
import { Keys } from '../../../ui/Keys';
import { Select } from '../../../ui/Select';
import { say } from '../../../ui/say';

/** Takes the finish of an earlier piece, as planned or as logged, and fits it to this one's zones. */
export function CopyFinish({ piece, zones }: { piece: Piece; zones: readonly Zone[] }) {
  const { pieces, products, settings } = useParts('pieces', 'products', 'settings');
  const edit = useEditPiece(piece.id);
  const [open, setOpen] = useState(false);
  const others = Object.values(pieces).filter((p) => p.id !== piece.id && Object.keys(p.looks).length > 0);
  const [fromId, setFromId] = useState('');
  const from = pieces[fromId] ?? others[0];
  const [as, setAs] = useState<'planned' | 'logged'>('planned');
  if (others.length === 0) return null;
  const copied =
    open &&
    from &&
    copyFinish(
      from,
      zones.map((z) => z.id),
      as,
      { products, settings },
    );
  const anyLogged = from?.log.some((e) => e.doneAt !== null) ?? false;

  const take = () => {
    if (!copied || !from) return;
    const { looks, additions, bands, choices, houseRules } = copied;
    edit(`Copy the finish of ${from.name}`, (draft) => {
      Object.assign(draft.looks, looks);
      Object.assign(draft.additions, additions);
      if (bands) draft.bands = bands;
      Object.assign(draft.choices, choices);
      draft.houseRules = { ...houseRules };
    });
    const left = copied.unmatched.map((z) => zoneNames[z].toLowerCase()).join(', ');
    say({
      text: `The finish of ${from.name} is copied.${left ? ` Choose a look for: ${left}.` : ''}`,
      action: { name: 'Undo', run: () => theStore().undo() },
    });
    setOpen(false);
  };

  return (
    <>
      <button type="button" className="line" onClick={() => setOpen(true)}>
        Copy a finish
      </button>
      <Dialog open={open} onClose={() => setOpen(false)} fullWidth maxWidth="xs" aria-labelledby="copy-title">
        <DialogTitle id="copy-title">Copy a finish</DialogTitle>
        <DialogContent className="stack">
          <Select
            label="From"
            value={from?.id ?? ''}
            options={others.map((p) => ({ value: p.id, name: p.name }))}
            onPick={setFromId}
          />
          <Keys<'planned' | 'logged'>
            legend="As it was"
            value={as}
            onPick={setAs}
            choices={[
              { value: 'planned', name: 'planned' },
              { value: 'logged', name: 'logged', barred: anyLogged ? null : 'Nothing of it is logged yet' },
            ]}
          />
          <p>
            Looks, products, methods, coats and house rules of:{' '}
            {zones
              .filter((z) => (copied ? copied.looks[z.id] !== undefined : false))
              .map((z) => zoneNames[z.id].toLowerCase())
              .join(', ') || 'no zone that both have'}
            .
          </p>
          <div className="row">
            <button type="button" className="go" onClick={take}>
              Copy it
            </button>
            <button type="button" className="line" onClick={() => setOpen(false)}>
              Cancel
            </button>
          </div>
        </DialogContent>
      </Dialog>
    </>
  );
}
