import type { Batch, BatchSheet, Recipe } from '@cosmesis/core/mixing';
import { formatVolume, type Result } from '@cosmesis/core/units';
import { useSettings } from '../../store/useWorkshop';
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
  const settings = useSettings();
  if (sheet === null) return <p className="quiet">Type what is left in the can.</p>;
  if (!sheet.ok)
    return (
      <div role="alert" className="stack">
        {sheet.issues.map((i) => (
          <p key={i.path + i.code} className="finding stop">
            {i.message}
          </p>
        ))}
      </div>
    );
  const { batches, workingMin, placingMin, limit, volumeL } = sheet.value;
  const [one] = batches;
  if (!one) return null;
  const next = batches.find((b) => !begun(b.number, batches.length)) ?? one;
  return (
    <>
      <h2>
        {batches.length === 1 ? 'One batch' : `${batches.length} batches`}
        {volumeL !== null && <span className="quiet"> {formatVolume(volumeL, settings.unitSystem)} in all</span>}
      </h2>
      {limit && (
        <p>
          Split by the {limit}:{' '}
          {limit === 'cup'
            ? `a cup holds ${formatVolume(settings.cupL, settings.unitSystem)}`
            : `one sets in ${workingMin?.toFixed(1)} min at ${tempC.toFixed(1)} °C, and all of it takes ${placingMin?.toFixed(0)} min to place`}
          .
        </p>
      )}
      {workingMin !== null && !limit && (
        <p>
          Workable for {workingMin.toFixed(1)} min at {tempC.toFixed(1)} °C.
        </p>
      )}
      <div className="row" style={{ alignItems: 'end', flexWrap: 'nowrap' }}>
        <Cup
          label={`One batch: ${one.amounts.map((a) => `${a.name} ${a.volumeL === null ? '' : formatVolume(a.volumeL, settings.unitSystem)}`).join(', ')}`}
          cupL={settings.cupL}
          parts={one.amounts.map((a, i) => ({
            name: a.name,
            volumeL: a.volumeL ?? a.massKg ?? 0,
            pouredL: 0,
            colour: partColours[i % 6]!,
          }))}
        />
        <ul className="bare stack" aria-label="In one batch">
          {one.amounts.map((a, i) => (
            <li key={a.name}>
              <span className="row" style={{ gap: 8 }}>
                <span className="mark" style={{ background: partColours[i % 6], width: 16, height: 16 }} />
                {a.name}
                {a.hardener ? ' (starts the clock)' : ''}
              </span>
              <span className="big">{grams(a.massKg)}</span>{' '}
              <span className="n quiet">{a.volumeL === null ? '' : formatVolume(a.volumeL, settings.unitSystem)}</span>
            </li>
          ))}
        </ul>
      </div>
      <details>
        <summary className="quiet">
          {recipe.by === 'mass' ? 'By mass' : 'By volume'}, in any order: how it is worked out
        </summary>
        <div className="stack" style={{ gap: 4, paddingTop: 6 }}>
          {from && <p>{from}</p>}
          {recipe.parts.map((p) => (
            <p key={p.name} className="n">
              {p.name}: {+p.share.toPrecision(4)} of {+recipe.parts.reduce((sum, x) => sum + x.share, 0).toPrecision(4)}{' '}
              parts by {recipe.by}
              {p.densityKgPerL === null ? ', density not known' : `, ${p.densityKgPerL} kg/L`}
            </p>
          ))}
        </div>
      </details>
      <div className="row">
        <button type="button" className="go" disabled={barred} onClick={() => onBegin(next, batches.length)}>
          {batches.length === 1 ? 'Begin to pour' : `Begin batch ${next.number} of ${batches.length}`}
        </button>
        {next.number > 1 && <span className="quiet">{next.number - 1} begun today</span>}
      </div>
    </>
  );
}
