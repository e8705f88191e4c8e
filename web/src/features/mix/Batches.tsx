import type { Batch, BatchSheet, Recipe } from '@cosmesis/core/mixing';
import { formatVolume, type Result } from '@cosmesis/core/units';
import Accordion from '@mui/material/Accordion';
import AccordionDetails from '@mui/material/AccordionDetails';
import AccordionSummary from '@mui/material/AccordionSummary';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { useParts } from '../../store/useWorkshop';
import { Big, Mark } from '../../ui/layout';
import { Cup } from './Cup';
import { partColours } from './partColours';

/** Grams as a bench scale shows them. */
const grams = (kg: number | null): string => (kg === null ? '–' : `${(kg * 1000).toFixed(kg < 0.1 ? 1 : 0)} g`);

/** The batches of a mix: the cup, what goes into it, and the press that begins one. */
export function Batches({
  recipe,
  sheet,
  barred,
  from,
  tempC,
  begun,
  onBegin,
}: {
  recipe: Recipe;
  sheet: Result<BatchSheet> | null;
  barred: boolean;
  /** What the size comes from, in words. */
  from: string | null;
  tempC: number;
  /** Whether a batch was begun already. */
  begun: (number: number, batches: number) => boolean;
  onBegin: (batch: Batch, batches: number) => void;
}) {
  const { settings, products } = useParts('settings', 'products');
  if (sheet === null) return <Typography variant="body2">Type what is left in the can.</Typography>;
  if (!sheet.ok)
    return (
      <Stack role="alert">
        {sheet.issues.map((i) => (
          <Alert severity="error" key={i.path + i.code}>
            {i.message}
          </Alert>
        ))}
      </Stack>
    );
  const { batches, workingMin, placingMin, limit, volumeL } = sheet.value;
  const [one] = batches;
  if (!one) return null;
  const colours = partColours(recipe.parts, products);
  const next = batches.find((b) => !begun(b.number, batches.length)) ?? one;
  return (
    <>
      <Typography variant="h2">
        {batches.length === 1 ? 'One batch' : `${batches.length} batches`}
        {volumeL !== null && (
          <Typography component="span" variant="body2">
            {' '}
            {formatVolume(volumeL, settings.unitSystem)} in all
          </Typography>
        )}
      </Typography>
      {limit && (
        <Typography>
          Split by the {limit}:{' '}
          {limit === 'cup'
            ? `a cup holds ${formatVolume(settings.cupL, settings.unitSystem)}`
            : `one sets in ${workingMin?.toFixed(1)} min at ${tempC.toFixed(1)} °C, and all of it takes ${placingMin?.toFixed(0)} min to place`}
          .
        </Typography>
      )}
      {workingMin !== null && !limit && (
        <Typography>
          Workable for {workingMin.toFixed(1)} min at {tempC.toFixed(1)} °C.
        </Typography>
      )}
      <Stack direction="row" style={{ alignItems: 'end', flexWrap: 'nowrap' }}>
        <Cup
          label={`One batch: ${one.amounts.map((a) => `${a.name} ${a.volumeL === null ? '' : formatVolume(a.volumeL, settings.unitSystem)}`).join(', ')}`}
          cupL={settings.cupL}
          parts={one.amounts.map((a, i) => ({
            name: a.name,
            volumeL: a.volumeL ?? a.massKg ?? 0,
            pouredL: 0,
            colour: colours[i]!,
          }))}
        />
        <Stack component="ul" className="bare" aria-label="In one batch">
          {one.amounts.map((a, i) => (
            <li key={a.name}>
              <Stack component="span" direction="row" spacing={1} sx={{ flexWrap: 'nowrap' }}>
                <Mark sx={{ width: 16, height: 16, flex: 'none' }} style={{ background: colours[i] }} />
                {a.name}
                {a.hardener ? ' (starts the clock)' : ''}
              </Stack>
              <Big>{grams(a.massKg)}</Big>{' '}
              <Typography component="span" variant="body2" className="n">
                {a.volumeL === null ? '' : formatVolume(a.volumeL, settings.unitSystem)}
              </Typography>
            </li>
          ))}
        </Stack>
      </Stack>
      <Accordion>
        <AccordionSummary>
          <Typography variant="body2">
            {recipe.by === 'mass' ? 'By mass' : 'By volume'}, in any order: how it is worked out
          </Typography>
        </AccordionSummary>
        <AccordionDetails>
          <Stack style={{ gap: 4, paddingTop: 6 }}>
            {from && <Typography>{from}</Typography>}
            {recipe.parts.map((p) => (
              <p key={p.name} className="n">
                {p.name}: {+p.share.toPrecision(4)} of{' '}
                {+recipe.parts.reduce((sum, x) => sum + x.share, 0).toPrecision(4)} parts by {recipe.by}
                {p.densityKgPerL === null ? ', density not known' : `, ${p.densityKgPerL} kg/L`}
              </p>
            ))}
          </Stack>
        </AccordionDetails>
      </Accordion>
      <Stack direction="row">
        <Button variant="contained" disabled={barred} onClick={() => onBegin(next, batches.length)}>
          {batches.length === 1 ? 'Begin to pour' : `Begin batch ${next.number} of ${batches.length}`}
        </Button>
        {next.number > 1 && (
          <Typography component="span" variant="body2">
            {next.number - 1} begun today
          </Typography>
        )}
      </Stack>
    </>
  );
}
