import { concludeSpotTest } from '@cosmesis/core/finishing';
import { finishNames, reactionNames, surfaceOf, untriedTests, type Zone, zoneNames } from '@cosmesis/core/piece';
import { type Piece, type SpotReaction, spotReactions, type ZoneId, type ZoneTests } from '@cosmesis/core/workshop';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { nowIso } from '../../../store/theStore';
import { useEditPiece } from '../../../store/useEditPiece';
import { Keys } from '../../../ui/Keys';
import { Fields } from '../../../ui/layout';
import { NumberField } from '../../../ui/NumberField';
import { Select } from '../../../ui/Select';

const solvents = [
  ['spirits', 'Mineral spirits on a white rag'],
  ['alcohol', 'Alcohol'],
  ['lacquerThinner', 'Lacquer thinner'],
] as const;

/** Spot tests on a hidden place of a zone, in their order, with what they tell. */
export function TestFields({ piece, zones }: { piece: Piece; zones: readonly Zone[] }) {
  const edit = useEditPiece(piece.id);
  const [zoneId, setZoneId] = useState<ZoneId>(zones[0]?.id ?? 'carcass');
  const tests = piece.tests[zoneId] ?? untriedTests;
  const told = concludeSpotTest(tests);
  const set = (label: string, change: Partial<ZoneTests>) =>
    edit(label, (draft) => {
      draft.tests[zoneId] = { ...tests, ...change };
    });
  const part = zoneId in piece.surfaces && zoneId !== 'hardware' ? (zoneId as keyof Piece['surfaces']) : null;
  const takeOver = () =>
    edit('Old finish by test', (draft) => {
      if (!part || !told.finish) return;
      const surface = draft.surfaces[part] ?? draft.surfaces.carcass;
      draft.surfaces[part] = { ...surface, oldFinish: { ...surface.oldFinish, kind: told.finish } };
    });
  const noted = part && (piece.surfaces[part] ?? piece.surfaces.carcass).oldFinish.kind;
  return (
    <>
      <Keys<ZoneId>
        legend="Tested on"
        value={zoneId}
        onPick={setZoneId}
        choices={zones.map((z) => ({ value: z.id, name: zoneNames[z.id] }))}
      />
      <Fields>
        {solvents.map(([key, name]) => (
          <Select
            key={key}
            label={name}
            value={tests[key]}
            options={spotReactions.map((r) => ({ value: r, name: reactionNames[r] }))}
            onPick={(r) => set(name, { [key]: r as SpotReaction })}
          />
        ))}
      </Fields>
      <Typography role="status">
        <b>{told.words}</b>{' '}
        {part && told.finish && told.finish !== noted && (
          <Button variant="outlined" onClick={takeOver}>
            Note it as {finishNames[told.finish].toLowerCase()}
          </Button>
        )}
      </Typography>
      <Keys<ZoneTests['bleed']>
        legend="A patch of white primer, next day"
        value={tests.bleed}
        onPick={(bleed) => set('Bleed test', { bleed })}
        choices={[
          { value: 'unknown', name: 'Not tried' },
          { value: 'none', name: 'Stays white' },
          { value: 'bleeds', name: 'Pink or brown lines' },
        ]}
      />
      <FormControlLabel
        control={
          <Checkbox checked={tests.silicone} onChange={(e) => set('Silicone test', { silicone: e.target.checked })} />
        }
        label={'Fisheyes in the test patch: silicone polish'}
      />
      {zones.find((z) => z.id === zoneId)?.faces.some((f) => surfaceOf(piece, f).material.kind === 'metal') && (
        <FormControlLabel
          control={
            <Checkbox
              checked={tests.zincCoated === true}
              onChange={(e) => set('Zinc', { zincCoated: e.target.checked })}
            />
          }
          label={'Dull grey with a spangle: zinc-coated'}
        />
      )}
      <NumberField
        label="Moisture of the wood, %"
        draftKey={`${piece.id}/${zoneId}/moisture`}
        key={zoneId}
        value={tests.moistureFrac == null ? null : tests.moistureFrac * 100}
        least={1}
        most={100}
        digits={1}
        onValue={(percent) => set('Moisture', { moistureFrac: percent / 100, moistureAt: nowIso() })}
        onEmpty={() => set('Moisture', { moistureFrac: null })}
        help="By meter, on bare wood"
      />
      <Typography variant="body2">
        On a hidden place. Gloves, air, no flame; the labels come first. Water beads on any sound film and proves
        little.
      </Typography>
    </>
  );
}
