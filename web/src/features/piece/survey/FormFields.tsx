import { addedPartNames, alterationNames, type Face, type Zone, zoneNames } from '@cosmesis/core/piece';
import { formatLength, parseLength, parseNumber } from '@cosmesis/core/units';
import {
  type AddedPart,
  type AddedPartKind,
  type Alteration,
  type AlterationKind,
  addedPartKinds,
  alterationKinds,
  type Piece,
  type ZoneId,
} from '@cosmesis/core/workshop';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { newId } from '../../../store/theStore';
import { useEditPiece } from '../../../store/useEditPiece';
import { useSettings } from '../../../store/useWorkshop';
import { Fields } from '../../../ui/layout';
import { MeasureField } from '../../../ui/MeasureField';
import { Select } from '../../../ui/Select';
import { useHeld } from '../../../ui/useHeld';

const second: Readonly<Record<AddedPartKind, string>> = {
  panel: 'Width',
  rail: 'Girth',
  moulding: 'Girth',
  spindles: 'Diameter',
  'drawer-box': 'Height',
  cushion: 'Width',
  'cane-panel': 'Width',
  glass: 'Width',
};

function AddedPartRow({ piece, part }: { piece: Piece; part: AddedPart }) {
  const edit = useEditPiece(piece.id);
  const { unitSystem } = useSettings();
  const change = (label: string, to: Partial<AddedPart>, mergeKey: string | null = null) =>
    edit(
      label,
      (draft) => {
        const found = draft.addedParts.find((p) => p.id === part.id);
        if (found) Object.assign(found, to);
      },
      mergeKey,
    );
  const measure = (key: 'lengthM' | 'girthM', label: string) => (
    <MeasureField
      label={`${part.name}: ${label.toLowerCase()}`}
      draftKey={`${piece.id}/${part.id}/${key}`}
      shown={formatLength(part[key], unitSystem)}
      parse={(text) => parseLength(text, unitSystem)}
      onValue={(m) => change(label, { [key]: m }, `${part.id}/${key}`)}
    />
  );
  return (
    <Fields as="li" style={{ paddingBottom: 8 }}>
      {measure('lengthM', 'Length')}
      {measure('girthM', second[part.kind])}
      <Select
        label={`${part.name}: how many`}
        value={String(part.count)}
        options={Array.from({ length: 30 }, (_, i) => ({ value: String(i + 1), name: String(i + 1) }))}
        onPick={(n) => change('Number', { count: Number(n) })}
      />
      <Button
        onClick={() =>
          edit(`Remove ${part.name.toLowerCase()}`, (draft) => {
            draft.addedParts = draft.addedParts.filter((p) => p.id !== part.id);
          })
        }
      >
        Remove {part.name.toLowerCase()}
      </Button>
    </Fields>
  );
}

const needsMeasures = (kind: AlterationKind): boolean =>
  kind === 'moulding-added' || kind === 'trim-added' || kind === 'backplate';

function AlterationRow({ piece, alteration, faces }: { piece: Piece; alteration: Alteration; faces: readonly Face[] }) {
  const edit = useEditPiece(piece.id);
  const { unitSystem } = useSettings();
  const name = alterationNames[alteration.kind];
  const change = (label: string, to: Partial<Alteration>, mergeKey: string | null = null) =>
    edit(
      label,
      (draft) => {
        const found = draft.alterations.find((a) => a.id === alteration.id);
        if (found) Object.assign(found, to);
      },
      mergeKey,
    );
  const measure = (key: 'lengthM' | 'girthM', label: string) => (
    <MeasureField
      label={`${name}: ${label}`}
      draftKey={`${piece.id}/${alteration.id}/${key}`}
      shown={alteration[key] === null ? '' : formatLength(alteration[key], unitSystem)}
      parse={(text) => parseLength(text, unitSystem)}
      onValue={(m) => change(name, { [key]: m }, `${alteration.id}/${key}`)}
      onEmpty={() => change(name, { [key]: null })}
    />
  );
  return (
    <Fields as="li" style={{ paddingBottom: 8 }}>
      <b>
        {name}{' '}
        <Typography component="span" variant="body2">
          {zoneNames[alteration.zoneId]}
        </Typography>
      </b>
      {needsMeasures(alteration.kind) && measure('lengthM', 'length')}
      {(needsMeasures(alteration.kind) || alteration.kind === 'new-top') &&
        measure(
          'girthM',
          alteration.kind === 'new-top' ? 'overhang' : alteration.kind === 'backplate' ? 'height' : 'girth',
        )}
      {alteration.kind !== 'new-top' && alteration.kind !== 'base-squared' && (
        <Select
          label={`${name}: on`}
          value={alteration.faceId ?? ''}
          options={[{ value: '', name: 'no face in particular' }, ...faces.map((f) => ({ value: f.id, name: f.name }))]}
          onPick={(id) => change(name, { faceId: id || null })}
        />
      )}
      <Button
        onClick={() =>
          edit(`Take back: ${name.toLowerCase()}`, (draft) => {
            draft.alterations = draft.alterations.filter((a) => a.id !== alteration.id);
          })
        }
      >
        Take back
      </Button>
    </Fields>
  );
}

/** Diameters of turned legs, from the top to the foot. */
function TurnedFields({ piece }: { piece: Piece }) {
  const edit = useEditPiece(piece.id);
  const [text, setText] = useState(piece.turnedDiametersM?.map((d) => Math.round(d * 1000)).join(', ') ?? '');
  const read = text
    .split(/[,;\s]+/)
    .filter(Boolean)
    .map((t) => parseNumber(t));
  const fine =
    read.length === 0 ||
    (read.length >= 2 && read.length <= 12 && read.every((d) => d !== undefined && d >= 5 && d <= 500));
  const held = useHeld((diametersM: number[] | null) =>
    edit(
      'Profile of the legs',
      (draft) => {
        draft.turnedDiametersM = diametersM;
      },
      `${piece.id}/turned`,
    ),
  );
  const take = (typed: string) => {
    setText(typed);
    const values = typed
      .split(/[,;\s]+/)
      .filter(Boolean)
      .map((t) => parseNumber(t));
    const ok = values.length >= 2 && values.length <= 12 && values.every((d) => d !== undefined && d >= 5 && d <= 500);
    held.drop();
    if (values.length > 0 && !ok) return;
    held.hold(ok ? values.map((d) => (d as number) / 1000) : null);
  };
  return (
    <TextField
      label="Diameters of a leg from its top to its foot, mm"
      value={text}
      placeholder="48, 30, 42, 22, 34"
      onChange={(e) => take(e.target.value)}
      onBlur={held.giveNow}
      error={!fine}
      helperText={
        fine
          ? 'At equal distances; empty: a plain taper.'
          : 'Write two to twelve diameters in millimetres, 5 to 500, with commas between.'
      }
    />
  );
}

/** Parts added to the form and taken from it, and changes that are planned. */
export function FormFields({ piece, zones, faces }: { piece: Piece; zones: readonly Zone[]; faces: readonly Face[] }) {
  const edit = useEditPiece(piece.id);
  const [kind, setKind] = useState<AddedPartKind>('moulding');
  const [zoneId, setZoneId] = useState<ZoneId>('carcass');
  const [change, setChange] = useState<AlterationKind>('moulding-added');
  const addPart = () => {
    const id = `part-${newId()}`;
    const same = piece.addedParts.filter((p) => p.kind === kind).length;
    edit('Add a part', (draft) => {
      draft.addedParts.push({
        id,
        kind,
        name: same === 0 ? addedPartNames[kind] : `${addedPartNames[kind]} ${same + 1}`,
        zoneId: kind === 'cushion' || kind === 'cane-panel' ? 'seat' : zoneId,
        faceId: null,
        lengthM: 0.5,
        girthM: kind === 'spindles' ? 0.025 : kind === 'moulding' || kind === 'rail' ? 0.05 : 0.3,
        count: kind === 'spindles' ? 6 : 1,
      });
    });
  };
  const alter = () => {
    const id = `change-${newId()}`;
    const zone: ZoneId = change === 'new-top' ? 'top' : zoneId;
    edit(alterationNames[change], (draft) => {
      draft.alterations.push({
        id,
        kind: change,
        zoneId: zone,
        faceId: null,
        lengthM: needsMeasures(change) ? 0.5 : null,
        girthM: change === 'new-top' ? 0.025 : needsMeasures(change) ? 0.04 : null,
      });
    });
  };
  const zoneOptions = zones.map((z) => ({ value: z.id, name: zoneNames[z.id] }));
  const removed = [...new Set(piece.removedParts)];
  return (
    <>
      {piece.legs === 'turned' && <TurnedFields piece={piece} />}
      {piece.addedParts.length > 0 && (
        <ul className="bare">
          {piece.addedParts.map((p) => (
            <AddedPartRow key={p.id} piece={piece} part={p} />
          ))}
        </ul>
      )}
      <Fields>
        <Select
          label="Part to add"
          value={kind}
          options={addedPartKinds.map((k) => ({ value: k, name: addedPartNames[k] }))}
          onPick={(k) => setKind(k as AddedPartKind)}
        />
        <Select label="In the zone" value={zoneId} options={zoneOptions} onPick={(z) => setZoneId(z as ZoneId)} />
        <Button variant="outlined" onClick={addPart}>
          Add the part
        </Button>
      </Fields>
      {removed.length > 0 && (
        <ul className="bare">
          {removed.map((id) => (
            <Stack component="li" direction="row" key={id}>
              <span>Not on this piece: {id.replace(/-/g, ' ')}</span>
              <Button
                variant="outlined"
                sx={{ ml: 'auto' }}
                onClick={() =>
                  edit('Put a part back', (draft) => {
                    draft.removedParts = draft.removedParts.filter((p) => p !== id);
                  })
                }
              >
                Put back {id.replace(/-/g, ' ')}
              </Button>
            </Stack>
          ))}
        </ul>
      )}
      <Typography variant="h3">Changes that are planned</Typography>
      {piece.alterations.length > 0 && (
        <ul className="bare">
          {piece.alterations.map((a) => (
            <AlterationRow key={a.id} piece={piece} alteration={a} faces={faces} />
          ))}
        </ul>
      )}
      <Fields>
        <Select
          label="Change of form"
          value={change}
          options={alterationKinds.map((k) => ({ value: k, name: alterationNames[k] }))}
          onPick={(k) => setChange(k as AlterationKind)}
        />
        <Button variant="outlined" onClick={alter}>
          Plan this change
        </Button>
      </Fields>
    </>
  );
}
