import { hasOldFilm, leadBanTable, leadHold, leadRemovalKey } from '@cosmesis/core/finishing';
import { zoneNames } from '@cosmesis/core/piece';
import type { Piece } from '@cosmesis/core/workshop';
import Alert from '@mui/material/Alert';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import FormGroup from '@mui/material/FormGroup';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { nowIso } from '../../../store/theStore';
import { useEditPiece } from '../../../store/useEditPiece';
import { LeadTest } from '../../../ui/LeadTest';
import { Fields } from '../../../ui/layout';
import { Select } from '../../../ui/Select';

const decades = Array.from({ length: 26 }, (_, i) => 2020 - i * 10);
const countries = [
  ...leadBanTable.map((b) => ({ value: b.country, name: b.name })),
  { value: 'XX', name: 'Another country' },
];

/** Age, country and lead test: asked wherever an old film will be touched. */
export function LeadFields({ piece }: { piece: Piece }) {
  const edit = useEditPiece(piece.id);
  const filmed = (['top', 'carcass', 'fronts', 'legs', 'interior', 'seat', 'hardware'] as const).filter((zone) => {
    const surface = piece.surfaces[zone];
    return surface !== null && hasOldFilm(surface);
  });
  const touched = filmed.length > 0;
  const held = filmed.filter((zone) => leadHold(piece, zone));
  const removed = (zone: (typeof filmed)[number]) => piece.decisions[leadRemovalKey(zone)]?.choice === 'removed';
  return (
    <Stack component="section" aria-label="Age and lead" id="lead">
      <Typography variant="h2">Age and lead</Typography>
      {touched ? (
        <Typography variant="body2">
          Old paint may hold lead. It is asked before anything is sanded or scraped.
        </Typography>
      ) : (
        <Typography variant="body2">No old film is recorded: nothing to test.</Typography>
      )}
      <Fields>
        <Select
          label="Decade it was made"
          value={piece.decade === null ? '' : String(piece.decade)}
          options={[{ value: '', name: 'Not known' }, ...decades.map((d) => ({ value: String(d), name: `${d}s` }))]}
          onPick={(d) =>
            edit('Decade', (draft) => {
              draft.decade = d === '' ? null : Number(d);
            })
          }
        />
        <Select
          label="Country it was made in"
          value={piece.country ?? ''}
          options={[{ value: '', name: 'Not known' }, ...countries]}
          onPick={(c) =>
            edit('Country', (draft) => {
              draft.country = c === '' ? null : c;
            })
          }
        />
      </Fields>
      {touched && <LeadTest piece={piece} />}
      {touched && leadHold(piece) && (
        <FormGroup aria-label="Taken off in a lead-proper way">
          <Typography variant="body2">
            Taken off in a lead-proper way: kept wet or contained, waste collected, washed down. Tick what was.
          </Typography>
          {filmed.map((zone) => (
            <FormControlLabel
              key={zone}
              label={zoneNames[zone]}
              control={
                <Checkbox
                  checked={removed(zone)}
                  onChange={() =>
                    edit('Lead-proper removal', (draft) => {
                      const key = leadRemovalKey(zone);
                      if (removed(zone)) delete draft.decisions[key];
                      else draft.decisions[key] = { choice: 'removed', at: nowIso(), why: '' };
                    })
                  }
                />
              }
            />
          ))}
        </FormGroup>
      )}
      {held.length > 0 && (
        <Alert severity="error">
          <b>Held: the old film may not be sanded, scraped or heated yet.</b>
          Record a negative test of every layer, leave the film untouched, hand the work to licensed people, or record
          what was taken off in a lead-proper way. Home kits can miss low levels; local codes and licensed practice come
          first.
        </Alert>
      )}
    </Stack>
  );
}
