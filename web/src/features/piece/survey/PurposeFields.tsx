import { ownershipNames, wearNames, type Zone, zoneNames } from '@cosmesis/core/piece';
import { dayName, minuteOf, parseNumber } from '@cosmesis/core/units';
import { type Ownership, ownerships, type Piece, type WearClass, wearClasses } from '@cosmesis/core/workshop';
import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import Stack from '@mui/material/Stack';
import Switch from '@mui/material/Switch';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { newId, nowIso } from '../../../store/theStore';
import { useEditPiece } from '../../../store/useEditPiece';
import { useNowMin } from '../../../store/useNowMin';
import { useParts, useSettings } from '../../../store/useWorkshop';
import { DateTimeField } from '../../../ui/DateTimeField';
import { HeldTextField } from '../../../ui/HeldTextField';
import { Keys } from '../../../ui/Keys';
import { Fields } from '../../../ui/layout';
import { Select } from '../../../ui/Select';
import { useHeld } from '../../../ui/useHeld';
import { fromField, toField } from '../../../ui/zonedInput';

function Commission({ piece }: { piece: Piece }) {
  const edit = useEditPiece(piece.id);
  const settings = useSettings();
  const [what, setWhat] = useState('');
  const text = (key: 'chosen' | 'supplied', label: string) => (
    <HeldTextField
      label={label}
      value={piece.commission[key]}
      multiline
      onText={(text) =>
        edit(
          label,
          (draft) => {
            draft.commission[key] = text.slice(0, 4000);
          },
          `${piece.id}/${key}`,
        )
      }
    />
  );
  const approve = () => {
    if (what.trim() === '') return;
    const entry = { id: newId(), what: what.trim().slice(0, 4000), at: nowIso() };
    edit('Note an approval', (draft) => void draft.commission.approvals.push(entry));
    setWhat('');
  };
  return (
    <>
      {text('chosen', 'What the client chose')}
      {text('supplied', 'What the client supplied')}
      <ul className="bare">
        {piece.commission.approvals.map((a) => (
          <Stack component="li" direction="row" key={a.id}>
            <span>
              {a.what}{' '}
              <Typography component="span" variant="body2">
                {dayName(minuteOf(a.at), settings.timeZone)}
              </Typography>
            </span>
            <Button
              sx={{ ml: 'auto' }}
              aria-label={`Take back the approval: ${a.what}`}
              onClick={() =>
                edit('Take back an approval', (draft) => {
                  draft.commission.approvals = draft.commission.approvals.filter((x) => x.id !== a.id);
                })
              }
            >
              Take back
            </Button>
          </Stack>
        ))}
      </ul>
      <Stack direction="row">
        <TextField label="Approved by the client" value={what} onChange={(e) => setWhat(e.target.value)} />
        <Button variant="outlined" onClick={approve}>
          Note it with today’s date
        </Button>
      </Stack>
    </>
  );
}

/** Whom the piece is for, what it has to bear, what it has to match and when it is promised. */
export function PurposeFields({ piece, zones }: { piece: Piece; zones: readonly Zone[] }) {
  const edit = useEditPiece(piece.id);
  const { pieces, settings } = useParts('pieces', 'settings');
  const sets = [...new Set(Object.values(pieces).flatMap((p) => p.setName ?? []))];
  const others = Object.values(pieces).filter(
    (p) => p.id !== piece.id && piece.setName !== null && p.setName === piece.setName,
  );
  const [price, setPrice] = useState(piece.salePrice === null ? '' : String(piece.salePrice));
  const priced = price.trim() === '' ? null : parseNumber(price);
  const heldPrice = useHeld((value: number | null) =>
    edit(
      'Sale price',
      (draft) => {
        draft.salePrice = value;
      },
      `${piece.id}/price`,
    ),
  );
  const nowMin = useNowMin();
  const overdue = piece.promisedAt !== null && minuteOf(piece.promisedAt) < nowMin;
  return (
    <>
      <Keys<Ownership>
        legend="Whom is it for?"
        value={piece.ownership}
        onPick={(o) =>
          edit('Whom it is for', (draft) => {
            draft.ownership = o;
          })
        }
        choices={ownerships.map((o) => ({ value: o, name: ownershipNames[o] }))}
      />
      {piece.ownership === 'commission' && <Commission piece={piece} />}
      <Fields>
        <DateTimeField
          label="Promised for"
          value={toField(piece.promisedAt, settings.timeZone)}
          onChange={(text) =>
            edit('Promised date', (draft) => {
              draft.promisedAt = fromField(text, settings.timeZone);
            })
          }
          help={overdue ? 'That has passed: agree on another day, or leave it empty.' : 'Ready for light use by then'}
        />
        {piece.promisedAt !== null && (
          <FormControlLabel
            control={
              <Switch
                checked={piece.pressing === true}
                onChange={(_, on) =>
                  edit('How pressing', (draft) => {
                    if (on) draft.pressing = true;
                    else delete draft.pressing;
                  })
                }
              />
            }
            label="Its promise goes before those of others"
          />
        )}
        <HeldTextField
          label="Has to match the set"
          value={piece.setName ?? ''}
          onText={(text) =>
            edit(
              'Set',
              (draft) => {
                draft.setName = text.trim() === '' ? null : text.slice(0, 200);
              },
              `${piece.id}/set`,
            )
          }
          helperText={
            others.length > 0
              ? `With ${others.map((p) => p.name).join(', ')}: one batch of colour for all`
              : sets.length > 0
                ? `Sets so far: ${sets.join(', ')}`
                : 'Such as: three stools'
          }
        />
        <TextField
          label={`To sell for, ${settings.currency}`}
          value={price}
          error={priced === undefined}
          helperText={priced === undefined ? 'Write an amount, such as 240.' : ' '}
          onChange={(e) => {
            setPrice(e.target.value);
            heldPrice.drop();
            const value = e.target.value.trim() === '' ? null : parseNumber(e.target.value);
            if (value === null || (value !== undefined && value >= 0)) heldPrice.hold(value);
          }}
          onBlur={heldPrice.giveNow}
        />
      </Fields>
      <Typography variant="h3">What it has to bear</Typography>
      <Fields>
        {zones
          .filter((z) => z.id !== 'hardware')
          .map((z) => (
            <Select
              key={z.id}
              label={`Wear of the ${zoneNames[z.id].toLowerCase()}`}
              value={piece.wear[z.id] ?? ''}
              options={[
                { value: '', name: 'as usual for its place' },
                ...wearClasses.map((w) => ({ value: w, name: wearNames[w] })),
              ]}
              onPick={(w) =>
                edit(`Wear of the ${zoneNames[z.id].toLowerCase()}`, (draft) => {
                  if (w === '') delete draft.wear[z.id];
                  else draft.wear[z.id] = w as WearClass;
                })
              }
            />
          ))}
      </Fields>
    </>
  );
}
