import { type Zone, zoneNames } from '@cosmesis/core/piece';
import { type DamageKind, damageKinds, type Piece, type ZoneId } from '@cosmesis/core/workshop';
import { useState } from 'react';
import { newId } from '../../../store/theStore';
import { useEditPiece } from '../../../store/useEditPiece';
import { Select } from '../../../ui/Select';
import { damageNames } from './words';

/** Damage by kind, zone and number of places. */
export function DamageFields({ piece, zones }: { piece: Piece; zones: readonly Zone[] }) {
  const edit = useEditPiece(piece.id);
  const [kind, setKind] = useState<DamageKind>('dent');
  const [zoneId, setZoneId] = useState<ZoneId>('top');
  const add = () => {
    const id = newId();
    edit('Add damage', (draft) => void draft.damage.push({ id, kind, zoneId, count: 1 }));
  };
  const change = (id: string, by: number) =>
    edit('Number of places', (draft) => {
      const found = draft.damage.find((d) => d.id === id);
      if (!found) return;
      if (found.count + by < 1) draft.damage = draft.damage.filter((d) => d.id !== id);
      else found.count = Math.min(99, found.count + by);
    });
  return (
    <section className="stack" aria-label="Damage">
      <h2>Damage</h2>
      {piece.damage.length > 0 && (
        <ul className="bare">
          {piece.damage.map((d) => (
            <li key={d.id} className="row" style={{ borderBottom: '1px solid var(--hair)' }}>
              <span>
                {zoneNames[d.zoneId]}: {damageNames[d.kind]}
              </span>
              <span className="row spread">
                <button
                  type="button"
                  className="line"
                  aria-label={`One place fewer: ${damageNames[d.kind]}, ${zoneNames[d.zoneId]}`}
                  onClick={() => change(d.id, -1)}
                >
                  −
                </button>
                <b className="n">{d.count}</b>
                <button
                  type="button"
                  className="line"
                  aria-label={`One place more: ${damageNames[d.kind]}, ${zoneNames[d.zoneId]}`}
                  onClick={() => change(d.id, 1)}
                >
                  +
                </button>
              </span>
            </li>
          ))}
        </ul>
      )}
      <div className="fields">
        <Select
          label="Kind of damage"
          value={kind}
          options={damageKinds.map((k) => ({ value: k, name: damageNames[k] }))}
          onPick={(k) => setKind(k as DamageKind)}
        />
        <Select
          label="Where"
          value={zoneId}
          options={zones.map((z) => ({ value: z.id, name: zoneNames[z.id] }))}
          onPick={(z) => setZoneId(z as ZoneId)}
        />
        <button type="button" className="line" onClick={add}>
          Add damage
        </button>
      </div>
    </section>
  );
}
