import { type Face, type Zone, zoneNames, zoneOfFace } from '@cosmesis/core/piece';
import { formatArea } from '@cosmesis/core/units';
import type { Piece, ZoneId } from '@cosmesis/core/workshop';
import { useEditPiece } from '../../../store/useEditPiece';
import { useSettings } from '../../../store/useWorkshop';
import { Select } from '../../../ui/Select';

/** The selected face: its area and its zone, which can be changed. */
export function FacePanel({ piece, face, zoneIds }: { piece: Piece; face: Face; zoneIds: readonly ZoneId[] }) {
  const edit = useEditPiece(piece.id);
  const { unitSystem } = useSettings();
  const zone = zoneOfFace(piece, face);
  const options = [
    ...zoneIds.map((z) => ({ value: z as string, name: zoneNames[z] })),
    { value: 'uncounted', name: 'Not counted' },
  ];
  const move = (to: string) =>
    edit(`Move ${face.name.toLowerCase()}`, (draft) => {
      const home = face.counted ? face.zoneId : 'uncounted';
      if (to === home) delete draft.faceZones[face.id];
      else draft.faceZones[face.id] = to as ZoneId | 'uncounted';
    });
  return (
    <div className="panel" role="status">
      <h3>{face.name}</h3>
      <p className="n">{formatArea(face.areaM2, unitSystem)}</p>
      <Select
        label="Belongs to the zone"
        value={zone}
        options={options}
        onPick={move}
        help={piece.faceZones[face.id] ? 'Moved by hand' : ' '}
      />
    </div>
  );
}

/** Every face by zone: what cannot be seen in the drawing is found here. */
export function FaceList({
  piece,
  zones,
  faces,
  selectedId,
  onSelect,
}: {
  piece: Piece;
  zones: readonly Zone[];
  faces: readonly Face[];
  selectedId: string | null;
  onSelect: (id: string) => void;
}) {
  const { unitSystem } = useSettings();
  const uncounted = faces.filter((f) => zoneOfFace(piece, f) === 'uncounted');
  const groups = [
    ...zones.map((z) => ({ name: `${zoneNames[z.id]}, ${formatArea(z.areaM2, unitSystem)}`, faces: z.faces })),
    ...(uncounted.length > 0 ? [{ name: 'Not counted', faces: uncounted }] : []),
  ];
  return (
    <details>
      <summary style={{ minHeight: 48, cursor: 'pointer', fontWeight: 700 }}>All {faces.length} faces by zone</summary>
      {groups.map((g) => (
        <div key={g.name}>
          <h3>{g.name}</h3>
          <ul className="bare">
            {g.faces.map((f) => (
              <li key={f.id}>
                <button
                  type="button"
                  className="pick"
                  style={{ gridTemplateColumns: '1fr auto' }}
                  aria-pressed={f.id === selectedId}
                  onClick={() => onSelect(f.id)}
                >
                  <span>{f.name}</span>
                  <span className="n">{formatArea(f.areaM2, unitSystem)}</span>
                </button>
              </li>
            ))}
          </ul>
        </div>
      ))}
    </details>
  );
}
