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
import { current } from 'immer';
import { memo, useCallback, useState } from 'react';
import { newId, nowIso } from '../../../store/theStore';
import { useEditPiece } from '../../../store/useEditPiece';
import { useParts, useStorePart } from '../../../store/useWorkshop';
import type { StoreState } from '../../../store/WorkshopStore';
import { Keys } from '../../../ui/Keys';
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
    <details className="also">
      <summary>{carried.length > 0 ? `with ${carried.map((a) => a.name).join(', ')}` : 'and besides…'}</summary>
      <fieldset>
        <legend className="visually-hidden">What the {zoneNames[zone.id].toLowerCase()} carries besides</legend>
        <div className="also-ticks">
          {offered.map((a) => (
            <label key={a.id} className="tick">
              <input type="checkbox" checked={chosen.includes(a.id)} onChange={(e) => set(a.id, e.target.checked)} />
              {a.name}
            </label>
          ))}
        </div>
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
      </fieldset>
    </details>
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
        <div className="row">
          <h2 style={{ minWidth: 92 }}>{zoneNames[zone.id]}</h2>
          <select
            className="inline-select"
            aria-label={`Look of the ${zoneNames[zone.id].toLowerCase()}`}
            value={look}
            onChange={(e) => pick(e.target.value as LookKind)}
          >
            {looks
              .filter((l) => !l.barredBecause || l.look === look)
              .map((l) => (
                <option key={l.look} value={l.look}>
                  {lookNames[l.look]}
                </option>
              ))}
          </select>
          <span className="quiet n">{formatArea(zone.areaM2, unitSystem)}</span>
          <Additions piece={piece} zone={zone} look={look} />
        </div>
        {asked && <ChangeOfMind piece={piece} zoneId={zone.id} look={asked} onClose={() => setAsked(null)} />}
        {barred && <p className="quiet">{barred}</p>}
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
