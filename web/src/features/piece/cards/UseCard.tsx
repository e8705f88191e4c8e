import { type CardDifference, cardDifferences, cardName, cardOn } from '@cosmesis/core/cards';
import { withRecipe } from '@cosmesis/core/colour';
import { readingFor } from '@cosmesis/core/deeds';
import { lookNames } from '@cosmesis/core/finishing';
import { buildFaces, newPiece, shapeToDraw, zoneNames, zonesOf } from '@cosmesis/core/piece';
import type { FinishCard, Piece, ZoneId } from '@cosmesis/core/workshop';
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
import { useNowMin } from '../../../store/useNowMin';
import { useParts } from '../../../store/useWorkshop';
import { toPiece } from '../../../ui/links';
import { Select } from '../../../ui/Select';
import { say } from '../../../ui/say';
import { RecipeElsewhere } from '../RecipeElsewhere';

const another = 'a new piece';

/** What does not hold the finish up is said, what might is marked. */
const grave: ReadonlySet<CardDifference['about']> = new Set(['look', 'product', 'shelf']);

/** The finish of a card on a zone of a piece: what carries over, what differs, and on with it. */
export function UseCard({ card, onClose }: { card: FinishCard; onClose: () => void }) {
  const { pieces, products, containers, settings, readings } = useParts(
    'pieces',
    'products',
    'containers',
    'settings',
    'readings',
  );
  const navigate = useNavigate();
  const nowMin = useNowMin();
  const own = pieces[card.pieceId];
  const [fresh] = useState((): Piece | null =>
    own
      ? {
          ...newPiece(newId(), `${own.name}, again`.slice(0, 200), own.form, nowIso()),
          ...{ heightM: own.heightM, widthM: own.widthM, depthM: own.depthM },
          ...{ drawers: own.drawers, doors: own.doors, shelves: own.shelves, legs: own.legs, surfaces: own.surfaces },
        }
      : null,
  );
  const others = Object.values(pieces).filter((p) => p.id !== card.pieceId);
  const [pieceId, setPiece] = useState(others[0]?.id ?? another);
  const piece = pieceId === another ? fresh : (pieces[pieceId] ?? null);
  const zones = piece ? zonesOf(piece, buildFaces(shapeToDraw(piece))) : [];
  const [picked, setZone] = useState<ZoneId>(card.zoneId);
  const zone = zones.find((z) => z.id === picked) ?? zones[0];
  const reading = readingFor({ settings, readings }, piece?.spaceId);
  const differences =
    piece && zone
      ? cardDifferences(card, {
          piece,
          zoneId: zone.id,
          areaM2: zone.areaM2,
          products,
          containers: Object.values(containers),
          air: reading ? { airTempC: reading.airTempC, relHumFrac: reading.relHumFrac } : null,
          unitSystem: settings.unitSystem,
          nowMin,
        })
      : [];
  const on = cardOn(card, products);
  const go = () => {
    if (!piece || !zone) return;
    if (piece === fresh)
      theStore().transact('New piece', (draft) => {
        draft.pieces[piece.id] = piece;
      });
    editPiece(piece.id, `The finish of ${cardName(card)}`, (draft) => {
      draft.looks[zone.id] = on.look;
      draft.additions[zone.id] = [...on.additions];
      draft.effects[zone.id] = { ...on.effects };
      for (const [kind, choice] of Object.entries(on.choices)) draft.choices[`${zone.id}/${kind}`] = { ...choice };
      if (!on.recipe) return;
      const { colours, choices, looks } = withRecipe(draft as Piece, zone.id, on.recipe, products);
      Object.assign(draft, { colours, choices, looks });
    });
    say({
      text: `${piece.name}, ${zoneNames[zone.id].toLowerCase()}, has the finish of ${cardName(card)}.`,
      action: { name: 'Undo', run: () => theStore().undo() },
    });
    onClose();
    void navigate(toPiece(piece.id, piece === fresh ? 'survey' : 'plan'));
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby="use-title">
      <DialogTitle id="use-title">Use it on a piece</DialogTitle>
      <DialogContent>
        <Stack spacing={2} sx={{ pt: 1 }}>
          <Select
            label="On"
            value={pieceId}
            onPick={setPiece}
            options={[
              ...(fresh ? [{ value: another, name: 'a new piece like it' }] : []),
              ...others.map((p) => ({ value: p.id, name: p.name })),
            ]}
          />
          {zone && (
            <Select
              label="Zone"
              value={zone.id}
              onPick={(id) => setZone(id as ZoneId)}
              options={zones.map((z) => ({ value: z.id, name: zoneNames[z.id] }))}
            />
          )}
          <section aria-label="What carries over">
            <Typography variant="h3">What carries over</Typography>
            <Typography>
              {lookNames[on.look]}
              {Object.values(on.choices).map(
                (c) => `; ${products[c.productId]?.name}${c.coats > 1 ? `, ${c.coats} coats` : ''}`,
              )}
              .
            </Typography>
          </section>
          <section aria-label="What differs">
            <Typography variant="h3">What differs</Typography>
            {card.recipe && piece && zone && (
              <RecipeElsewhere recipe={card.recipe} to={piece} zoneId={zone.id} isNew={piece === fresh} />
            )}
            {differences.length === 0 ? (
              <Typography>Nothing that is known: wood, ground, products and air are as they were.</Typography>
            ) : (
              <ul style={{ margin: 0, paddingLeft: 20 }}>
                {differences.map((d) => (
                  <li key={d.sentence}>{grave.has(d.about) ? <b>{d.sentence}</b> : d.sentence}</li>
                ))}
              </ul>
            )}
          </section>
          <Stack direction="row">
            <Button variant="contained" disabled={!zone || differences.some((d) => d.about === 'look')} onClick={go}>
              Use it here
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
