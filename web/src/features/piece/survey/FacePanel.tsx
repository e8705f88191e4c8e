import { damageTable } from '@cosmesis/core/finishing';
import {
  type Face,
  keptNames,
  newDamage,
  partOfFace,
  surfaceOf,
  type Zone,
  zoneNames,
  zoneOfFace,
} from '@cosmesis/core/piece';
import { formatArea } from '@cosmesis/core/units';
import {
  type DamageKind,
  type KeptKind,
  keptKinds,
  ownZoneIds,
  type Piece,
  type ZoneId,
} from '@cosmesis/core/workshop';
import Accordion from '@mui/material/Accordion';
import AccordionDetails from '@mui/material/AccordionDetails';
import AccordionSummary from '@mui/material/AccordionSummary';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { newId } from '../../../store/theStore';
import { useEditPiece } from '../../../store/useEditPiece';
import { useSettings } from '../../../store/useWorkshop';
import { Panel, Pick } from '../../../ui/layout';
import { Select } from '../../../ui/Select';
import { AreaFields, AreasOf, MarkOffFields } from './AreaFields';
import { foundNow } from './DamageFields';
import { SurfaceFields } from './SurfaceFields';

/** What can be put on the selected face: damage, or something to protect, at the place that was pressed. */
function PinFields({ piece, face, at }: { piece: Piece; face: Face; at: readonly [number, number] }) {
  const edit = useEditPiece(piece.id);
  const [kind, setKind] = useState<DamageKind>('scratch');
  const [kept, setKept] = useState<KeptKind>('label');
  const zone = zoneOfFace(piece, face);
  const zoneId: ZoneId = zone === 'uncounted' ? face.zoneId : zone;
  const place: [number, number] = [at[0], at[1]];
  const markDamage = () => {
    const id = newId();
    edit(
      'Mark damage',
      (draft) =>
        void draft.damage.push({ ...newDamage(id, kind, zoneId, 1, foundNow(piece)), faceId: face.id, at: place }),
    );
  };
  const markKept = () => {
    const id = newId();
    edit('Mark to be kept', (draft) => void draft.kept.push({ id, kind: kept, faceId: face.id, at: place, note: '' }));
  };
  return (
    <>
      <Stack direction="row" style={{ alignItems: 'start' }}>
        <Select
          label="Damage here"
          value={kind}
          options={damageTable.map((r) => ({ value: r.id, name: r.name }))}
          onPick={(k) => setKind(k as DamageKind)}
        />
        <Button variant="outlined" onClick={markDamage}>
          Mark the damage
        </Button>
      </Stack>
      <Stack direction="row" style={{ alignItems: 'start' }}>
        <Select
          label="To be kept here"
          value={kept}
          options={keptKinds.map((k) => ({ value: k, name: keptNames[k] }))}
          onPick={(k) => setKept(k as KeptKind)}
        />
        <Button variant="outlined" onClick={markKept}>
          Protect it
        </Button>
      </Stack>
    </>
  );
}

/** Zones of one's own that have faces, and the next free one. */
function ownZones(piece: Piece): ZoneId[] {
  const used = new Set(Object.values(piece.faceZones));
  const free = ownZoneIds.find((z) => !used.has(z));
  return ownZoneIds.filter((z) => used.has(z) || z === free);
}

/** The selected face: its area, its zone, what its part is made of, and what is on it. */
export function FacePanel({
  piece,
  face,
  at,
  zoneIds,
  onPick,
}: {
  piece: Piece;
  face: Face;
  at: readonly [number, number];
  zoneIds: readonly ZoneId[];
  onPick: (faceId: string) => void;
}) {
  const edit = useEditPiece(piece.id);
  const { unitSystem } = useSettings();
  const zone = zoneOfFace(piece, face);
  const area = piece.areas.find((a) => face.id === `${a.faceId}/${a.id}`);
  // An area may be made of something else than the rest of its part.
  const part = area ? face.id : partOfFace(face);
  const own = piece.partSurfaces[part];
  const options = [
    ...zoneIds.map((z) => ({ value: z as string, name: zoneNames[z] })),
    ...ownZones(piece).map((z) => ({ value: z as string, name: zoneNames[z] })),
    { value: 'uncounted', name: 'Not counted' },
  ];
  const move = (to: string) =>
    edit(`Move ${face.name.toLowerCase()}`, (draft) => {
      const host = face.hostId ? draft.faceZones[face.hostId] : undefined;
      const home = host ?? (face.counted ? face.zoneId : 'uncounted');
      if (to === home) delete draft.faceZones[face.id];
      else draft.faceZones[face.id] = to as ZoneId | 'uncounted';
    });
  const remove = () =>
    edit(`Take away ${part.replace(/-/g, ' ')}`, (draft) => {
      if (draft.addedParts.some((p) => p.id === part)) draft.addedParts = draft.addedParts.filter((p) => p.id !== part);
      else draft.removedParts.push(part);
    });
  const kept = piece.kept.filter((k) => k.faceId === face.id);
  return (
    <Panel as="div" role="status">
      <Typography variant="h3">{face.name}</Typography>
      <Typography className="n">{formatArea(face.areaM2, unitSystem)}</Typography>
      {area && <AreaFields key={area.id} piece={piece} area={area} onGone={() => onPick(area.faceId)} />}
      <PinFields key={face.id} piece={piece} face={face} at={at} />
      {kept.map((k) => (
        <Stack component="p" direction="row" key={k.id}>
          <span>Kept: {keptNames[k.kind]}</span>
          <Button
            sx={{ ml: 'auto' }}
            onClick={() =>
              edit('No longer kept', (draft) => {
                draft.kept = draft.kept.filter((x) => x.id !== k.id);
              })
            }
          >
            Not kept: {keptNames[k.kind]}
          </Button>
        </Stack>
      ))}
      <Select
        label="Belongs to the zone"
        value={zone}
        options={options}
        onPick={move}
        help={piece.faceZones[face.id] ? 'Moved by hand' : ' '}
      />
      {!area && (
        <>
          <MarkOffFields piece={piece} face={face} onPick={onPick} />
          <AreasOf piece={piece} face={face} onPick={onPick} />
        </>
      )}
      <Accordion>
        <AccordionSummary>
          <Typography variant="body2">{area ? 'What it is made of' : 'This part'}</Typography>
        </AccordionSummary>
        <AccordionDetails>
          <Stack style={{ paddingTop: 10 }}>
            {own ? (
              <SurfaceFields
                surface={own}
                title={area ? 'This area' : 'This part'}
                draftKey={`${piece.id}/${part}`}
                onChange={(label, next, mergeKey) =>
                  edit(
                    label,
                    (draft) => {
                      draft.partSurfaces[part] = next;
                    },
                    mergeKey ?? null,
                  )
                }
              />
            ) : (
              <Typography variant="body2">
                {area ? 'As the rest of its face.' : 'Made of what its zone is made of.'}
              </Typography>
            )}
            <Stack direction="row">
              <Button
                variant="outlined"
                onClick={() =>
                  edit('Material of a part', (draft) => {
                    if (own) delete draft.partSurfaces[part];
                    else draft.partSurfaces[part] = surfaceOf(piece, face);
                  })
                }
              >
                {own ? (area ? 'As its face' : 'As its zone') : 'Of something else'}
              </Button>
              {!area && <Button onClick={remove}>This piece has no such part</Button>}
            </Stack>
          </Stack>
        </AccordionDetails>
      </Accordion>
    </Panel>
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
    <Accordion>
      <AccordionSummary>
        <b>All {faces.length} faces by zone</b>
      </AccordionSummary>
      <AccordionDetails>
        {groups.map((g) => (
          <div key={g.name}>
            <Typography variant="h3">{g.name}</Typography>
            <ul className="bare">
              {g.faces.map((f) => (
                <li key={f.id}>
                  <Pick
                    style={{ gridTemplateColumns: '1fr auto' }}
                    aria-pressed={f.id === selectedId}
                    onClick={() => onSelect(f.id)}
                  >
                    <span>{f.name}</span>
                    <span className="n">{formatArea(f.areaM2, unitSystem)}</span>
                  </Pick>
                </li>
              ))}
            </ul>
          </div>
        ))}
      </AccordionDetails>
    </Accordion>
  );
}
