import { workingOf } from '@cosmesis/core/deeds';
import {
  correctPour,
  massFractions,
  type PourPlan,
  placingFrac,
  placingMinutesOf,
  recipeOf,
} from '@cosmesis/core/mixing';
import { recordCode } from '@cosmesis/core/takeaway';
import { formatVolume, minuteOf } from '@cosmesis/core/units';
import type { Mix } from '@cosmesis/core/workshop';
import Alert from '@mui/material/Alert';
import AlertTitle from '@mui/material/AlertTitle';
import Button from '@mui/material/Button';
import { useEffect, useRef, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { theStore } from '../../store/theStore';
import { useNowMin } from '../../store/useNowMin';
import { tellScale, useScale } from '../../store/useScale';
import { useParts } from '../../store/useWorkshop';
import { fileName } from '../../ui/download';
import { dayName, dayTime } from '../../ui/formatTime';
import { Keys } from '../../ui/Keys';
import { downloadLabel } from '../../ui/labelPdf';
import { toMix, toPiece, toProduct } from '../../ui/links';
import { NumberField } from '../../ui/NumberField';
import { say } from '../../ui/say';
import { Timer } from '../../ui/Timer';
import { Cup } from './Cup';
import { finishMix, pourPart, startMix, throwMix } from './mixDeeds';
import { partColours } from './partColours';

const grams = (kg: number, digits = 1): string => `${(kg * 1000).toFixed(digits)} g`;
/** Nearer than this to its mark a part counts as poured: the step of the scale, kg. */
const nearKg = 0.00015;
/** A weight that jumps by more than this between two readings is not believed, g. */
const jumpG = 400;

/** What the scale shows for the part that is being poured, and how to take it over. */
function ScalePanel({ mix, part, onTaken }: { mix: Mix; part: number; onTaken: () => void }) {
  const reading = useScale(true);
  const last = useRef<number | null>(null);
  const [jumped, setJumped] = useState(false);
  const shown = reading?.connected ? reading.grams : null;
  useEffect(() => {
    if (shown === null) return;
    if (last.current !== null && Math.abs(shown - last.current) > jumpG) setJumped(true);
    last.current = shown;
  }, [shown]);
  const already = mix.parts[part]?.massKg ?? 0;
  const take = async () => {
    if (shown === null || shown < 0) {
      say({ text: 'The scale reads below nothing: tare it with the cup on it, or type the weight.' });
      return;
    }
    pourPart(mix.id, part, already + shown / 1000);
    last.current = null;
    await tellScale('tare');
    onTaken();
  };
  const stand = async (grams: number) => {
    if (!(await tellScale('pour', { grams })))
      say({ text: 'The stand-in scale does not answer. Type the weights instead.' });
  };
  return (
    <div className="scale stack">
      {reading === undefined && <p>Looking for the scale…</p>}
      {reading?.connected === false && (
        <p className="finding stop" role="alert">
          <b>The scale is not connected.</b> Nothing is lost: plug it in again, or type the weights.
        </p>
      )}
      {jumped && (
        <p className="finding" role="alert">
          <b>The reading jumped by more than {jumpG} g.</b> Something was put on or taken off the scale. Tare it with
          the cup on it, or type the weight.
          <button type="button" className="line" onClick={() => setJumped(false)}>
            Go on
          </button>
        </p>
      )}
      {shown !== null && (
        <>
          <p className="row">
            <span>On the scale</span>
            <b className="big" role="status" aria-label="Reading of the scale">
              {shown.toFixed(1)} g
            </b>
            <span className="quiet">{reading?.stable ? 'steady' : 'settling'}</span>
          </p>
          <div className="row">
            <button type="button" className="go" disabled={!reading?.stable || jumped} onClick={take}>
              Take {shown.toFixed(1)} g as {mix.parts[part]?.name}
            </button>
            <button type="button" className="line" onClick={() => void tellScale('tare')}>
              Tare
            </button>
          </div>
        </>
      )}
      <details>
        <summary className="quiet">Stand-in scale: load it by hand</summary>
        <div className="row" style={{ paddingTop: 8 }}>
          {[100, 10, 1, -1].map((g) => (
            <button key={g} type="button" className="line" onClick={() => stand(g)}>
              {g > 0 ? `Pour ${g} g` : `Take off ${-g} g`}
            </button>
          ))}
          <button
            type="button"
            className="line"
            onClick={() => void tellScale('plug', { plugged: !reading?.connected })}
          >
            {reading?.connected ? 'Unplug it' : 'Plug it in'}
          </button>
        </div>
      </details>
    </div>
  );
}

/** Its working time is over: nothing that is added makes it good again. */
function HasSet({ onThrow }: { onThrow: () => void }) {
  return (
    <Alert severity="error" action={<Button onClick={onThrow}>Throw it away</Button>}>
      <AlertTitle>It has set: throw it away</AlertTitle>
      Its working time is over: nothing of it goes on any more. What is left goes outdoors until it is cold, then to the
      bin. If all of it was placed in time, close the batch.
    </Alert>
  );
}

/** What has to happen after too much went in. */
function Advice({ plan, mix }: { plan: PourPlan; mix: Mix }) {
  const { settings, products } = useParts('settings', 'products');
  if (plan.hardenerStop)
    return (
      <p className="finding stop" role="alert">
        <b>
          Stop: the hardener is at {((plan.hardenerNowFrac ?? 0) * 100).toFixed(1)} %, its label allows{' '}
          {(mix.hardenerFrac!.least * 100).toFixed(0)} to {(mix.hardenerFrac!.most * 100).toFixed(0)} %.
        </b>{' '}
        {plan.hardenerStop === 'too-much'
          ? 'Too much bleeds through paint and sets at once. Add what is asked for below before any of it is used.'
          : 'With too little it may never cure. Add what is asked for below before any of it is used.'}
      </p>
    );
  if (plan.overCup)
    return (
      <p className="finding stop" role="alert">
        <b>
          The corrected batch comes to {plan.volumeL === null ? '' : formatVolume(plan.volumeL, settings.unitSystem)},
          more than the cup of {formatVolume(settings.cupL, settings.unitSystem)}.
        </b>{' '}
        Go on in a larger cup, or pour part of it into a second one and correct each by itself.
      </p>
    );
  const product = mix.productId ? products[mix.productId] : undefined;
  const placed = product && plan.volumeL !== null ? placingMinutesOf(product, plan.volumeL) : null;
  if (plan.grown && placed !== null && mix.workingMin !== null && placed > mix.workingMin * placingFrac)
    return (
      <p className="finding stop" role="alert">
        <b>
          The corrected batch takes {placed.toFixed(0)} min to place and sets in {mix.workingMin.toFixed(1)} min.
        </b>{' '}
        Place what is asked for first and let the rest set outdoors until it is cold, or have a second pair of hands.
      </p>
    );
  if (plan.grown)
    return (
      <p className="finding" role="status">
        <b>Too much went in: the batch grows to {grams(plan.totalKg)}.</b> Nothing is taken out; the least that puts the
        ratio right is asked for below.
      </p>
    );
  return null;
}

/** A batch on the scale: what is in the cup, what is still to pour, and how long it can be used. */
function Batch({ mix }: { mix: Mix }) {
  const { settings, products } = useParts('settings', 'products');
  const navigate = useNavigate();
  const nowMin = useNowMin();
  const [by, setBy] = useState<'scale' | 'typed'>('typed');
  const [active, setActive] = useState(0);
  const [keptL, setKeptL] = useState<number | null>(null);
  const [times, setTimes] = useState(1);
  const recipe = recipeOf(mix);
  const product = mix.productId ? products[mix.productId] : undefined;
  const poured = mix.parts.map((p) => p.massKg);
  const fractions = massFractions(recipe);
  const plan = mix.wantedKg === null ? null : correctPour(recipe, mix.wantedKg, poured, settings.cupL);
  if (plan === null || !plan.ok || !fractions.ok)
    return (
      <div className="stack">
        {(fractions.ok ? (plan?.ok === false ? plan.issues : []) : fractions.issues).map((i) => (
          <p key={i.path} className="finding stop">
            {i.message}
          </p>
        ))}
        {product && <Link to={toProduct(product.id)}>To the product sheet</Link>}
      </div>
    );
  const { value } = plan;
  const complete = value.parts.every((p) => p.addKg <= nearKg);
  const working = mix.workingMin ?? workingOf(mix, product);
  const next = value.parts.findIndex((p) => p.addKg > nearKg);
  const hasSet = working !== null && mix.startedAt !== null && nowMin >= minuteOf(mix.startedAt) + working;
  const throwAway = () => {
    throwMix(mix.id);
    say({ text: `Thrown away: ${mix.name}.`, action: { name: 'Undo', run: () => theStore().undo() } });
  };
  return (
    <div className="pour-grid">
      <section className="stack" aria-label="To pour">
        {!mix.done && (hasSet ? <HasSet onThrow={throwAway} /> : <Advice plan={value} mix={mix} />)}
        {!mix.done && <Timer startedAt={mix.startedAt} workingMin={working} />}
        {!mix.done && (
          <Keys
            legend="Weights"
            value={by}
            onPick={setBy}
            choices={[
              { value: 'typed', name: 'Typed' },
              { value: 'scale', name: 'From the scale' },
            ]}
          />
        )}
        <ul className="bare" aria-label="Parts">
          {value.parts.map((p, i) => (
            <li key={p.name} className={`pour-part ${i === active ? 'active' : ''}`}>
              <button type="button" className="plain" aria-pressed={i === active} onClick={() => setActive(i)}>
                {p.name}
              </button>
              <span className="big" role="status" aria-label={`Still to pour of ${p.name}`}>
                {p.addKg <= nearKg ? 'in' : grams(p.addKg)}
              </span>
              <span className="quiet n">
                {grams(p.pouredKg)} of {grams(p.targetKg)}
              </span>
              {by === 'typed' && !mix.done && (
                <NumberField
                  label={`In the cup: ${p.name}, g`}
                  draftKey={`${mix.id}/${i}`}
                  value={p.pouredKg === 0 ? null : p.pouredKg * 1000}
                  least={0}
                  most={100_000}
                  digits={2}
                  onValue={(g) => pourPart(mix.id, i, g / 1000)}
                  onEmpty={() => pourPart(mix.id, i, 0)}
                />
              )}
            </li>
          ))}
        </ul>
        {by === 'scale' && !mix.done && (
          <ScalePanel mix={mix} part={active} onTaken={() => setActive(next >= 0 && next !== active ? next : active)} />
        )}
      </section>
      <section className="stack" aria-label="The cup">
        <Cup
          label="What is in the cup"
          cupL={settings.cupL}
          parts={value.parts.map((p, i) => {
            const density = mix.parts[i]?.densityKgPerL ?? 1;
            return {
              name: p.name,
              volumeL: p.targetKg / density,
              pouredL: p.pouredKg / density,
              colour: partColours[i % 6]!,
            };
          })}
        />
        <p>
          {grams(value.totalKg, 0)}
          {value.volumeL !== null && <> · {formatVolume(value.volumeL, settings.unitSystem)}</>}
          {value.hardenerNowFrac !== null && <> · hardener {(value.hardenerNowFrac * 100).toFixed(2)} %</>}
        </p>
        <p className="quiet">
          Begun {dayTime(minuteOf(mix.at), nowMin, settings.timeZone)}
          {mix.air && (
            <>
              , {mix.air.airTempC} °C, {Math.round(mix.air.relHumFrac * 100)} %
            </>
          )}
          {mix.useBy && <> · use by {dayName(minuteOf(mix.useBy), settings.timeZone)}</>}
        </p>
        {mix.workingMin === null && (
          <NumberField
            label="Kept in a jar, L"
            draftKey={`${mix.id}/kept`}
            value={keptL}
            least={0}
            most={100}
            onValue={setKeptL}
            onEmpty={() => setKeptL(null)}
            help="Empty: none is kept"
          />
        )}
        <div className="row">
          {!mix.done && (
            <button
              type="button"
              className="go"
              disabled={value.hardenerStop !== null || poured.every((kg) => kg === 0)}
              onClick={() => {
                finishMix(mix.id, keptL ?? 0);
                say({
                  text: `Closed: ${mix.name}.`,
                  action: { name: 'Undo', run: () => theStore().undo() },
                });
              }}
            >
              {complete ? 'Close the batch' : 'Use it as it stands'}
            </button>
          )}
          {!mix.done && !hasSet && poured.some((kg) => kg > 0) && <Button onClick={throwAway}>Throw it away</Button>}
          <button
            type="button"
            className="line"
            onClick={() =>
              void downloadLabel(fileName(`label ${mix.name}`, 'pdf'), {
                title: mix.name,
                colour: mix.colour,
                code: recordCode('mix', mix.id),
                lines: [
                  ...mix.parts.map((p) => `${grams(p.massKg)} ${p.name}`),
                  `Mixed ${dayName(minuteOf(mix.at), settings.timeZone)}`,
                  ...(mix.useBy ? [`Use by ${dayName(minuteOf(mix.useBy), settings.timeZone)}`] : []),
                  ...(mix.startedAt ? ['Sets in the cup: never close it in a lidded jar'] : []),
                ],
              })
            }
          >
            Label as PDF
          </button>
          <button
            type="button"
            className="line"
            onClick={() => {
              const id = startMix({
                name: `${mix.name.replace(/ again.*$/, '')} again`.slice(0, 200),
                recipe,
                product: product ?? null,
                wantedKg: mix.wantedKg === null ? null : mix.wantedKg * times,
                steps: mix.steps,
                colour: mix.colour,
              });
              void navigate(toMix(id));
            }}
          >
            Make it again
          </button>
        </div>
        <NumberField
          label="Again, so many times as much"
          draftKey={`${mix.id}/times`}
          value={times}
          least={0.05}
          most={50}
          onValue={setTimes}
        />
        {mix.done && <p className="quiet">Closed, and kept as it was poured.</p>}
      </section>
    </div>
  );
}

/** One mix: poured, timed, labelled, kept. */
export default function Pour() {
  const { mixId = '' } = useParams();
  const { mixes, pieces } = useParts('mixes', 'pieces');
  const mix = mixes[mixId];
  if (!mix)
    return (
      <div className="stack">
        <h1>This mix is not in the workshop</h1>
        <div>
          <Link className="go" to="/mix">
            To the mix bench
          </Link>
        </div>
      </div>
    );
  return (
    <div className="stack">
      <p>
        <Link to="/mix">Mix</Link>
        {[...new Set(mix.steps.map((s) => s.pieceId))].map((pieceId) => (
          <span key={pieceId}>
            {' '}
            · <Link to={toPiece(pieceId, 'plan')}>{pieces[pieceId]?.name ?? 'a piece that is gone'}</Link>
          </span>
        ))}
      </p>
      <h1>{mix.name}</h1>
      <Batch key={mix.id} mix={mix} />
    </div>
  );
}
