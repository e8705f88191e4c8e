import { damageRow, damageTable } from '@cosmesis/core/finishing';
import { depthNames, type Face, newDamage, type Zone, zoneNames } from '@cosmesis/core/piece';
import { formatLength, parseLength } from '@cosmesis/core/units';
import { type Damage, type DamageKind, type Depth, depths, type Piece, type ZoneId } from '@cosmesis/core/workshop';
import Accordion from '@mui/material/Accordion';
import AccordionDetails from '@mui/material/AccordionDetails';
import AccordionSummary from '@mui/material/AccordionSummary';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link } from 'react-router';
import { newId } from '../../../store/theStore';
import { useEditPiece } from '../../../store/useEditPiece';
import { useSettings } from '../../../store/useWorkshop';
import { Fields } from '../../../ui/layout';
import { toPiece } from '../../../ui/links';
import { MeasureField } from '../../../ui/MeasureField';
import PhotoButton from '../../../ui/PhotoButton';
import { Select } from '../../../ui/Select';

/** When damage is found that is noted now: on the way, once something was done. */
export const foundNow = (piece: Piece): string | null => (piece.log.length > 0 ? new Date().toISOString() : null);

function DamageRow({
  piece,
  damage,
  number,
  faces,
}: {
  piece: Piece;
  damage: Damage;
  number: number;
  faces: readonly Face[];
}) {
  const edit = useEditPiece(piece.id);
  const { unitSystem } = useSettings();
  const { name } = damageRow(damage.kind);
  const where = faces.find((f) => f.id === damage.faceId)?.name ?? zoneNames[damage.zoneId];
  const change = (label: string, to: (d: Damage) => void, mergeKey: string | null = null) =>
    edit(
      label,
      (draft) => {
        const found = draft.damage.find((d) => d.id === damage.id);
        if (found) to(found);
      },
      mergeKey,
    );
  const remove = () =>
    edit('Remove damage', (draft) => {
      draft.damage = draft.damage.filter((d) => d.id !== damage.id);
    });
  const count = (by: number) =>
    damage.count + by < 1
      ? remove()
      : change('Number of places', (d) => {
          d.count = Math.min(99, d.count + by);
        });
  return (
    <li style={{ borderBottom: '1px solid var(--hair)', padding: '6px 0' }}>
      <Stack direction="row">
        <Box
          component="span"
          sx={{
            display: 'inline-grid',
            placeItems: 'center',
            width: 30,
            height: 30,
            border: '2px solid var(--oxide)',
            borderRadius: '50%',
            color: 'var(--oxide)',
            font: '700 16px var(--mono)',
          }}
          aria-hidden="true"
        >
          {number}
        </Box>
        <span>
          <b>{name}</b>{' '}
          <Typography component="span" variant="body2">
            {where}
          </Typography>
          {damage.foundAt !== null && (
            <Typography component="span" variant="body2">
              , found on the way: made good from what lies there
            </Typography>
          )}
        </span>
        <Stack component="span" direction="row" sx={{ ml: 'auto' }}>
          <Button
            variant="outlined"
            aria-label={`One place fewer: ${name}, ${zoneNames[damage.zoneId]}`}
            onClick={() => count(-1)}
          >
            −
          </Button>
          <b className="n">{damage.count}</b>
          <Button
            variant="outlined"
            aria-label={`One place more: ${name}, ${zoneNames[damage.zoneId]}`}
            onClick={() => count(1)}
          >
            +
          </Button>
        </Stack>
      </Stack>
      <Stack direction="row">
        <PhotoButton
          piece={piece}
          of={{ kind: 'damage', damageId: damage.id }}
          what={`${name}, ${zoneNames[damage.zoneId].toLowerCase()}`}
        />
      </Stack>
      <Accordion>
        <AccordionSummary>
          <Typography variant="body2">How large and how deep</Typography>
        </AccordionSummary>
        <AccordionDetails>
          <Fields style={{ paddingTop: 10 }}>
            <MeasureField
              label={`Longest measure of the ${name}`}
              draftKey={`${piece.id}/damage/${damage.id}`}
              shown={damage.extentM === null ? '' : formatLength(damage.extentM, unitSystem)}
              parse={(text) => parseLength(text, unitSystem)}
              onValue={(extentM) =>
                change(
                  'Size of the damage',
                  (d) => {
                    d.extentM = extentM;
                  },
                  `${damage.id}/extent`,
                )
              }
              onEmpty={() =>
                change('Size of the damage', (d) => {
                  d.extentM = null;
                })
              }
              help="3 cm, 1 in; empty: not measured"
            />
            <Select
              label={`Depth of the ${name}`}
              value={damage.depth}
              options={depths.map((d) => ({ value: d, name: depthNames[d] }))}
              onPick={(depth) =>
                change('Depth of the damage', (d) => {
                  d.depth = depth as Depth;
                })
              }
            />
            <Select
              label={`Face of the ${name}`}
              value={damage.faceId ?? ''}
              options={[
                { value: '', name: `somewhere on the ${zoneNames[damage.zoneId].toLowerCase()}` },
                ...faces.map((f) => ({ value: f.id, name: f.name })),
              ]}
              onPick={(faceId) =>
                change('Place of the damage', (d) => {
                  d.faceId = faceId || null;
                  d.at = faceId ? [0.5, 0.5] : null;
                })
              }
            />
            <Button onClick={remove}>Remove</Button>
          </Fields>
        </AccordionDetails>
      </Accordion>
    </li>
  );
}

/** Damage by kind, place, size and depth; what to do about it stands under Other ways. */
export function DamageFields({
  piece,
  zones,
  faces,
}: {
  piece: Piece;
  zones: readonly Zone[];
  faces: readonly Face[];
}) {
  const edit = useEditPiece(piece.id);
  const [kind, setKind] = useState<DamageKind>('dent');
  const [zoneId, setZoneId] = useState<ZoneId>(zones[0]?.id ?? 'carcass');
  const add = () => {
    const id = newId();
    edit('Add damage', (draft) => void draft.damage.push(newDamage(id, kind, zoneId, 1, foundNow(piece))));
  };
  return (
    <>
      <Typography variant="body2">
        Press a face in the drawing to put a damage in its place, or add it to a zone here.
      </Typography>
      {piece.damage.length > 0 && (
        <ol className="bare">
          {piece.damage.map((d, i) => (
            <DamageRow key={d.id} piece={piece} damage={d} number={i + 1} faces={faces} />
          ))}
        </ol>
      )}
      <Fields>
        <Select
          label="Kind of damage"
          value={kind}
          options={damageTable.map((row) => ({ value: row.id, name: row.name }))}
          onPick={(k) => setKind(k as DamageKind)}
        />
        <Select
          label="Where"
          value={zoneId}
          options={zones.map((z) => ({ value: z.id, name: zoneNames[z.id] }))}
          onPick={(z) => setZoneId(z as ZoneId)}
        />
        <Button variant="outlined" onClick={add}>
          Add damage
        </Button>
      </Fields>
      {piece.damage.length > 0 && (
        <Typography>
          <Link to={toPiece(piece.id, 'plan#advice')}>What to do about it, side by side</Link>
        </Typography>
      )}
    </>
  );
}
