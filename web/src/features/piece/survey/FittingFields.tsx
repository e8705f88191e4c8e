import { fittingTable, screwsSay } from '@cosmesis/core/finishing';
import { type Zone, zoneNames } from '@cosmesis/core/piece';
import { formatLength, parseLength } from '@cosmesis/core/units';
import type { FittingKind, Piece, ZoneId } from '@cosmesis/core/workshop';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { newId } from '../../../store/theStore';
import { useEditPiece } from '../../../store/useEditPiece';
import { useSettings } from '../../../store/useWorkshop';
import { Fields } from '../../../ui/layout';
import { MeasureField } from '../../../ui/MeasureField';
import { NumberField } from '../../../ui/NumberField';
import { Select } from '../../../ui/Select';

const nameOf = (kind: FittingKind): string => fittingTable.find((f) => f.id === kind)!.many;
const capital = (word: string): string => word.charAt(0).toUpperCase() + word.slice(1);

function FittingRow({ piece, fitting }: { piece: Piece; fitting: Piece['fittings'][number] }) {
  const edit = useEditPiece(piece.id);
  const { unitSystem } = useSettings();
  const name = nameOf(fitting.kind);
  const change = (label: string, to: Partial<Piece['fittings'][number]>, mergeKey: string | null = null) =>
    edit(
      label,
      (draft) => {
        const found = draft.fittings.find((f) => f.id === fitting.id);
        if (found) Object.assign(found, to);
      },
      mergeKey,
    );
  const count = (key: 'count' | 'missing', label: string, least: number) => (
    <NumberField
      label={label}
      draftKey={`${piece.id}/fitting/${fitting.id}/${key}`}
      value={fitting[key]}
      least={least}
      most={500}
      digits={0}
      onValue={(n) => change(label, { [key]: Math.round(n) }, `${fitting.id}/${key}`)}
    />
  );
  const measure = (key: 'screwM' | 'woodM', label: string, help: string) => (
    <MeasureField
      label={label}
      draftKey={`${piece.id}/fitting/${fitting.id}/${key}`}
      shown={fitting[key] === null ? '' : formatLength(fitting[key], unitSystem)}
      parse={(text) => parseLength(text, unitSystem)}
      onValue={(m) => change(label, { [key]: m }, `${fitting.id}/${key}`)}
      onEmpty={() => change(label, { [key]: null })}
      help={help}
    />
  );
  const says = screwsSay(fitting);
  return (
    <Stack component="li" spacing={1.5}>
      <Stack direction="row" sx={{ alignItems: 'center', justifyContent: 'space-between' }}>
        <Typography component="h3" sx={{ fontWeight: 650 }}>
          {capital(name)}, {zoneNames[fitting.zoneId].toLowerCase()}
        </Typography>
        <Button
          variant="text"
          aria-label={`Remove: ${name}, ${zoneNames[fitting.zoneId].toLowerCase()}`}
          onClick={() =>
            edit('Remove fittings', (draft) => {
              draft.fittings = draft.fittings.filter((f) => f.id !== fitting.id);
            })
          }
        >
          Remove
        </Button>
      </Stack>
      <Fields>
        {count('count', `Number of ${name}`, 1)}
        {count('missing', `Of these ${name} are gone`, 0)}
        {measure('screwM', `Length of the screws, ${name}`, 'Under the head; empty: not measured')}
        {fitting.kind === 'catch' && (
          <MeasureField
            label="How far the door lies in"
            draftKey={`${piece.id}/fitting/${fitting.id}/inset`}
            shown={fitting.insetM === undefined ? '' : formatLength(fitting.insetM, unitSystem)}
            parse={(text) => parseLength(text, unitSystem)}
            onValue={(insetM) => change('How far the door lies in', { insetM }, `${fitting.id}/inset`)}
            help="From the edge it closes against"
          />
        )}
        {measure('woodM', `Thickness they go into, ${name}`, 'With what lies between')}
      </Fields>
      {says && (
        <Alert role="alert" severity="warning">
          {says}
        </Alert>
      )}
    </Stack>
  );
}

/** Casters, levellers, catches, fixings, buttons and show-nails: how many, how many are gone, how long their screws are. */
export function FittingFields({ piece, zones }: { piece: Piece; zones: readonly Zone[] }) {
  const edit = useEditPiece(piece.id);
  const [kind, setKind] = useState<FittingKind>('caster');
  const here = zones.filter((z) => z.id !== 'hardware');
  const [zoneId, setZoneId] = useState<ZoneId>((here.find((z) => z.id === 'carcass') ?? here[0])?.id ?? 'carcass');
  const seat = piece.surfaces.seat?.material.kind;
  const padded = seat === 'cloth' || seat === 'leather';
  return (
    <Stack spacing={2}>
      {padded && (
        <Select
          label="The seat"
          value={piece.upholstery ?? 'loose'}
          options={[
            { value: 'loose', name: 'lifts out, or is screwed from below' },
            { value: 'fixed', name: 'is stuffed over and tacked to the frame' },
          ]}
          onPick={(how) =>
            edit('How the seat is held', (draft) => {
              draft.upholstery = how as 'loose' | 'fixed';
            })
          }
        />
      )}
      {piece.fittings.length > 0 && (
        <Stack component="ul" spacing={2} sx={{ listStyle: 'none', p: 0, m: 0 }}>
          {piece.fittings.map((f) => (
            <FittingRow key={f.id} piece={piece} fitting={f} />
          ))}
        </Stack>
      )}
      <Fields>
        <Select
          label="Fittings"
          value={kind}
          options={fittingTable.map((f) => ({ value: f.id, name: capital(nameOf(f.id)) }))}
          onPick={(k) => setKind(k as FittingKind)}
        />
        <Select
          label="Where they are"
          value={zoneId}
          options={here.map((z) => ({ value: z.id, name: zoneNames[z.id] }))}
          onPick={(z) => setZoneId(z as ZoneId)}
        />
        <Button
          variant="outlined"
          onClick={() =>
            edit(`Note ${nameOf(kind)}`, (draft) => {
              draft.fittings.push({ id: newId(), kind, zoneId, count: 4, missing: 0, screwM: null, woodM: null });
            })
          }
        >
          Note them
        </Button>
      </Fields>
    </Stack>
  );
}
