import {
  asItStands,
  availableAdditions,
  availableLooks,
  changeLook,
  coatsDone,
  lookNames,
  lookOf,
} from '@cosmesis/core/finishing';
import { materialOf, surfaceOf, type Zone, zoneNames } from '@cosmesis/core/piece';
import { formatArea } from '@cosmesis/core/units';
import { type AdditionKind, type Extent, extents, type LookKind, type Piece } from '@cosmesis/core/workshop';
import Accordion from '@mui/material/Accordion';
import AccordionDetails from '@mui/material/AccordionDetails';
import AccordionSummary from '@mui/material/AccordionSummary';
import Checkbox from '@mui/material/Checkbox';
import FormControl from '@mui/material/FormControl';
import FormControlLabel from '@mui/material/FormControlLabel';
import FormLabel from '@mui/material/FormLabel';
import Stack from '@mui/material/Stack';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { current } from 'immer';
import { memo, useCallback, useState } from 'react';
import { newId, nowIso } from '../../../store/theStore';
import { useEditPiece } from '../../../store/useEditPiece';
import { useParts, useStorePart } from '../../../store/useWorkshop';
import type { StoreState } from '../../../store/WorkshopStore';
import { Keys } from '../../../ui/Keys';
import { TickGrid } from '../../../ui/layout';
import { Select } from '../../../ui/Select';
import { BandFields } from './BandFields';
import { ChangeOfMind } from './ChangeOfMind';

/** Effects that may lie in places only. */
const inPlaces: ReadonlySet<AdditionKind> = new Set(['glazed', 'dark-waxed']);
const extentNames: Readonly<Record<Extent, string>> = {
  all: 'all over',
  rim: 'round the rim',
  crease: 'in creases and corners',
  highlight: 'on edges and carving',
};

/** What a look carries besides: what can be had here is offered, the rest is not. */
function Additions({ piece, zone, look }: { piece: Piece; zone: Zone; look: LookKind }) {
  const edit = useEditPiece(piece.id);
  const offered = availableAdditions(look, zone.id).filter((a) => a.barredBecause === null);
  const chosen = piece.additions[zone.id] ?? [];
  const carried = offered.filter((a) => chosen.includes(a.id));
  const bends = zone.faces.every((f) => materialOf(surfaceOf(piece, f).material.kind).flexible);
  if (offered.length === 0 || bends) return null;
  const set = (id: AdditionKind, on: boolean) =>
    edit(`${zoneNames[zone.id]}: ${offered.find((a) => a.id === id)?.name ?? id}`, (draft) => {
      const before = draft.additions[zone.id] ?? [];
      draft.additions[zone.id] = on ? [...before.filter((a) => a !== id), id] : before.filter((a) => a !== id);
    });
  return (
    <Accordion sx={{ border: '0 !important', '&.Mui-expanded': { flexBasis: '100%' } }}>
      <AccordionSummary
        expandIcon={null}
        sx={{ color: 'primary.main', textDecoration: 'underline', '&.Mui-focusVisible': { background: 'none' } }}
      >
        {carried.length > 0 ? `with ${carried.map((a) => a.name).join(', ')}` : 'and besides…'}
      </AccordionSummary>
      <AccordionDetails>
        <FormControl component="fieldset">
          <FormLabel component="legend" className="visually-hidden">
            What the {zoneNames[zone.id].toLowerCase()} carries besides
          </FormLabel>
          <TickGrid>
            {offered.map((a) => (
              <FormControlLabel
                key={a.id}
                control={<Checkbox checked={chosen.includes(a.id)} onChange={(e) => set(a.id, e.target.checked)} />}
                label={a.name}
              />
            ))}
          </TickGrid>
          {carried
            .filter((a) => inPlaces.has(a.id))
            .map((a) => (
              <Select
                key={a.id}
                label={`Where it is ${a.name}`}
                value={piece.effects[zone.id]?.[a.id] ?? 'all'}
                options={extents.map((e) => ({ value: e, name: extentNames[e] }))}
                onPick={(extent) =>
                  edit(`${zoneNames[zone.id]}: where it is ${a.name}`, (draft) => {
                    draft.effects[zone.id] = { ...draft.effects[zone.id], [a.id]: extent as Extent };
                  })
                }
              />
            ))}
        </FormControl>
      </AccordionDetails>
    </Accordion>
  );
}

/** Fields of a piece that a look has nothing to do with. */
const besideLooks: ReadonlySet<string> = new Set(['choices', 'edits', 'note', 'plannedBefore']);
const sameForLooks = (a: Piece, b: Piece): boolean =>
  a === b || Object.keys(b).every((k) => besideLooks.has(k) || a[k as keyof Piece] === b[k as keyof Piece]);

/** The look of a zone, with what it carries besides. */
export const LookFields = memo(
  function LookFields({ piece: drawn, zone }: { piece: Piece; zone: Zone }) {
    // What is pressed here answers at once, also where the plan round it is drawn later.
    const piece = useStorePart(
      useCallback(({ workshop }: StoreState) => workshop?.pieces[drawn.id] ?? drawn, [drawn]),
      sameForLooks,
    );
    const edit = useEditPiece(piece.id);
    const { settings, products } = useParts('settings', 'products');
    const { unitSystem, tools } = settings;
    const look = lookOf(piece, zone.id);
    const looks = availableLooks(asItStands(piece, zone.faces), zone.faces, tools);
    const [asked, setAsked] = useState<LookKind | null>(null);
    const pick = (wanted: LookKind) => {
      if (wanted === look) return;
      if (coatsDone(piece, zone.id).length > 0) return setAsked(wanted);
      const [id, at] = [newId(), nowIso()];
      edit(`Look of the ${zoneNames[zone.id].toLowerCase()}`, (draft) => {
        const changed = structuredClone(current(draft)) as Piece;
        changeLook(changed, zone.id, wanted, products, id, at);
        draft.looks = changed.looks;
        draft.reworked = changed.reworked;
      });
    };
    // Only what keeps the wood from showing is worth a line; the rest is simply not offered.
    const barred = looks.find((l) => l.look === 'natural-clear')?.barredBecause;
    return (
      <>
        <Stack direction="row">
          <Typography variant="h2" style={{ minWidth: 92 }}>
            {zoneNames[zone.id]}
          </Typography>
          <TextField
            select
            variant="standard"
            value={look}
            onChange={(e) => pick(e.target.value as LookKind)}
            sx={{ width: 'auto' }}
            slotProps={{
              select: { native: true },
              htmlInput: { 'aria-label': `Look of the ${zoneNames[zone.id].toLowerCase()}` },
            }}
          >
            {looks
              .filter((l) => !l.barredBecause || l.look === look)
              .map((l) => (
                <option key={l.look} value={l.look}>
                  {lookNames[l.look]}
                </option>
              ))}
          </TextField>
          <Typography component="span" variant="body2" className="n">
            {formatArea(zone.areaM2, unitSystem)}
          </Typography>
          <Additions piece={piece} zone={zone} look={look} />
        </Stack>
        {asked && <ChangeOfMind piece={piece} zoneId={zone.id} look={asked} onClose={() => setAsked(null)} />}
        {barred && <Typography variant="body2">{barred}</Typography>}
        {(piece.additions[zone.id] ?? []).includes('taped-design') && (
          <Keys
            legend="The design is measured"
            value={piece.decisions[`${zone.id}/design`]?.choice ?? 'both-sides'}
            onPick={(choice) =>
              edit('How the design is measured', (draft) => {
                draft.decisions[`${zone.id}/design`] = { choice, at: nowIso(), why: '' };
              })
            }
            choices={[
              { value: 'both-sides', name: 'from both sides' },
              { value: 'one-side', name: 'from one side' },
            ]}
          />
        )}
        {look === 'blended' && <BandFields piece={piece} zone={zone} />}
      </>
    );
  },
  (a, b) => a.zone.id === b.zone.id && sameForLooks(a.piece, b.piece),
);
