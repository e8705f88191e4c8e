import { withRecipe } from '@cosmesis/core/colour';
import { type CopiedFinish, copyFinish } from '@cosmesis/core/finishing';
import { buildFaces, newPiece, shapeToDraw, zoneNames, zonesOf } from '@cosmesis/core/piece';
import type { ColourRecipe, Piece, ZoneId } from '@cosmesis/core/workshop';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { newId, nowIso, theStore } from '../../../store/theStore';
import { editPiece } from '../../../store/useEditPiece';
import { useParts } from '../../../store/useWorkshop';
import { Keys } from '../../../ui/Keys';
import { toPiece } from '../../../ui/links';
import { Select } from '../../../ui/Select';
import { say } from '../../../ui/say';
import { RecipeElsewhere } from '../RecipeElsewhere';

interface Answer {
  from: Piece;
  to: Piece;
  as: 'planned' | 'logged';
}

/** What of a finish fits another piece, by its zones. */
function useCopied() {
  const { products, settings } = useParts('products', 'settings');
  return ({ from, to, as }: Answer) => {
    const zones = zonesOf(to, buildFaces(shapeToDraw(to)));
    return {
      zones,
      copied: copyFinish(
        from,
        zones.map((z) => z.id),
        as,
        { products, settings },
      ),
    };
  };
}

/** Gives a piece the looks, products, methods, coats and house rules of another. */
function take(
  { from, to }: Answer,
  { looks, additions, bands, choices, houseRules, recipes, unmatched }: CopiedFinish,
): void {
  editPiece(to.id, `Copy the finish of ${from.name}`, (draft) => {
    Object.assign(draft.looks, looks);
    Object.assign(draft.additions, additions);
    if (bands) draft.bands = bands;
    Object.assign(draft.choices, choices);
    draft.houseRules = { ...houseRules };
    const { products } = theStore().get().workshop!;
    for (const [zone, recipe] of Object.entries(recipes)) {
      const next = withRecipe(draft as Piece, zone as ZoneId, recipe, products);
      Object.assign(draft, { colours: next.colours, looks: next.looks });
    }
  });
  const left = unmatched.map((z) => zoneNames[z].toLowerCase()).join(', ');
  say({
    text: `${to.name} has the finish of ${from.name}.${left ? ` Choose a look for: ${left}.` : ''}`,
    action: { name: 'Undo', run: () => theStore().undo() },
  });
}

const another = 'a new piece';

/** The finish of one piece on another: taken from an earlier one, or given on from this one. */
export function CopyFinish({ piece }: { piece: Piece }) {
  const { pieces } = useParts('pieces');
  const [open, setOpen] = useState<'from' | 'to' | null>(null);
  const all = Object.values(pieces).filter((p) => p.id !== piece.id);
  const finished = all.filter((p) => Object.keys(p.looks).length > 0);
  const given = Object.keys(piece.looks).length > 0;
  return (
    <Stack direction="row">
      {finished.length > 0 && (
        <Button variant="outlined" onClick={() => setOpen('from')}>
          Copy a finish
        </Button>
      )}
      {given && (
        <Button variant="outlined" onClick={() => setOpen('to')}>
          Same finish on another piece
        </Button>
      )}
      {open && (
        <CopyDialog piece={piece} way={open} others={open === 'from' ? finished : all} onClose={() => setOpen(null)} />
      )}
    </Stack>
  );
}

function CopyDialog({
  piece,
  way,
  others,
  onClose,
}: {
  piece: Piece;
  way: 'from' | 'to';
  others: readonly Piece[];
  onClose: () => void;
}) {
  const navigate = useNavigate();
  const copiedOf = useCopied();
  const [otherId, setOther] = useState(way === 'to' ? another : '');
  const [as, setAs] = useState<'planned' | 'logged'>('planned');
  // A piece of the same form, to be measured next.
  const [fresh] = useState(() => ({
    ...newPiece(newId(), `${piece.name}, again`.slice(0, 200), piece.form, nowIso()),
    drawers: piece.drawers,
    doors: piece.doors,
    shelves: piece.shelves,
    legs: piece.legs,
    surfaces: piece.surfaces,
  }));
  const other = otherId === another ? fresh : (others.find((p) => p.id === otherId) ?? others[0] ?? fresh);
  const answer: Answer = way === 'from' ? { from: other, to: piece, as } : { from: piece, to: other, as };
  const { zones, copied } = copiedOf(answer);
  const anyLogged = answer.from.log.some((e) => e.doneAt !== null);
  const title = way === 'from' ? 'Copy a finish' : 'Same finish on another piece';
  const go = () => {
    if (other === fresh)
      theStore().transact('New piece', (draft) => {
        draft.pieces[fresh.id] = fresh;
      });
    take(answer, copied);
    onClose();
    if (way === 'to') void navigate(toPiece(other.id, other === fresh ? 'survey' : 'plan'));
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs" aria-labelledby="copy-title">
      <DialogTitle id="copy-title">{title}</DialogTitle>
      <DialogContent>
        <Stack>
          <Select
            label={way === 'from' ? 'From' : 'On'}
            value={other === fresh ? another : other.id}
            options={[
              ...(way === 'to' ? [{ value: another, name: 'a new piece of this form' }] : []),
              ...others.map((p) => ({ value: p.id, name: p.name })),
            ]}
            onPick={setOther}
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
          <Typography>
            Looks, products, methods, coats and house rules of:{' '}
            {zones
              .filter((z) => copied.looks[z.id] !== undefined)
              .map((z) => zoneNames[z.id].toLowerCase())
              .join(', ') || 'no zone that both have'}
            .
          </Typography>
          {(Object.entries(copied.recipes) as [ZoneId, ColourRecipe][]).map(([zone, recipe]) => (
            <RecipeElsewhere key={zone} recipe={recipe} to={answer.to} zoneId={zone} isNew={other === fresh} />
          ))}
          <Stack direction="row">
            <Button variant="contained" onClick={go}>
              Copy it
            </Button>
            <Button variant="outlined" onClick={onClose}>
              Cancel
            </Button>
          </Stack>
        </Stack>
      </DialogContent>
    </Dialog>
  );
}
