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
import { dayName, dayTime, formatVolume, minuteOf } from '@cosmesis/core/units';
import type { Mix } from '@cosmesis/core/workshop';
import Accordion from '@mui/material/Accordion';
import AccordionDetails from '@mui/material/AccordionDetails';
import AccordionSummary from '@mui/material/AccordionSummary';
import Alert from '@mui/material/Alert';
import AlertTitle from '@mui/material/AlertTitle';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import { styled } from '@mui/material/styles';
import Typography from '@mui/material/Typography';
import { useEffect, useRef, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { theStore } from '../../store/theStore';
import { useNowMin } from '../../store/useNowMin';
import { tellScale, useScale } from '../../store/useScale';
import { useParts } from '../../store/useWorkshop';
import { fileName } from '../../ui/download';
import { Keys } from '../../ui/Keys';
import { downloadLabel } from '../../ui/labelPdf';
import { Big, PourGrid } from '../../ui/layout';
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

const PourPart = styled('li')({
  display: 'grid',
  gridTemplateColumns: 'minmax(120px, 1fr) auto auto',
  gap: '4px 18px',
  alignItems: 'center',
  padding: '10px 0 14px',
  borderTop: '2px solid var(--line)',
  '&[data-active=true]': { borderTopColor: 'var(--verdigris)' },
  '& > .MuiButton-root': { justifyContent: 'start', fontWeight: 700 },
  '& > .MuiFormControl-root': { gridColumn: '1 / -1' },
});

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
    <Stack sx={{ borderTop: '4px solid var(--ink)', pt: 1.25 }}>
      {reading === undefined && <Typography>Looking for the scale…</Typography>}
      {reading?.connected === false && (
        <Alert severity="error" role="alert">
          <b>The scale is not connected.</b> Nothing is lost: plug it in again, or type the weights.
        </Alert>
      )}
      {jumped && (
        <Alert severity="warning" role="alert">
          <b>The reading jumped by more than {jumpG} g.</b> Something was put on or taken off the scale. Tare it with
          the cup on it, or type the weight.
          <Button variant="outlined" onClick={() => setJumped(false)}>
            Go on
          </Button>
        </Alert>
      )}
      {shown !== null && (
        <>
          <Stack component="p" direction="row">
            <span>On the scale</span>
            <Big as="b" role="status" aria-label="Reading of the scale">
              {shown.toFixed(1)} g
            </Big>
            <Typography component="span" variant="body2">
              {reading?.stable ? 'steady' : 'settling'}
            </Typography>
          </Stack>
          <Stack direction="row">
            <Button variant="contained" disabled={!reading?.stable || jumped} onClick={take}>
              Take {shown.toFixed(1)} g as {mix.parts[part]?.name}
            </Button>
            <Button variant="outlined" onClick={() => void tellScale('tare')}>
              Tare
            </Button>
          </Stack>
        </>
      )}
      <Accordion>
        <AccordionSummary>
          <Typography variant="body2">Stand-in scale: load it by hand</Typography>
        </AccordionSummary>
        <AccordionDetails>
          <Stack direction="row" style={{ paddingTop: 8 }}>
            {[100, 10, 1, -1].map((g) => (
              <Button variant="outlined" key={g} onClick={() => stand(g)}>
                {g > 0 ? `Pour ${g} g` : `Take off ${-g} g`}
              </Button>
            ))}
            <Button variant="outlined" onClick={() => void tellScale('plug', { plugged: !reading?.connected })}>
              {reading?.connected ? 'Unplug it' : 'Plug it in'}
            </Button>
          </Stack>
        </AccordionDetails>
      </Accordion>
    </Stack>
  );
}

/** Its working time is over: nothing that is added makes it good again. */
function HasSet({ onThrow }: { onThrow: () => void }) {
  return (
    <Alert role="alert" severity="error" action={<Button onClick={onThrow}>Throw it away</Button>}>
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
      <Alert severity="error" role="alert">
        <b>
          Stop: the hardener is at {((plan.hardenerNowFrac ?? 0) * 100).toFixed(1)} %, its label allows{' '}
          {(mix.hardenerFrac!.least * 100).toFixed(0)} to {(mix.hardenerFrac!.most * 100).toFixed(0)} %.
        </b>{' '}
        {plan.hardenerStop === 'too-much'
          ? 'Too much bleeds through paint and sets at once. Add what is asked for below before any of it is used.'
          : 'With too little it may never cure. Add what is asked for below before any of it is used.'}
      </Alert>
    );
  if (plan.overCup)
    return (
      <Alert severity="error" role="alert">
        <b>
          The corrected batch comes to {plan.volumeL === null ? '' : formatVolume(plan.volumeL, settings.unitSystem)},
          more than the cup of {formatVolume(settings.cupL, settings.unitSystem)}.
        </b>{' '}
        Go on in a larger cup, or pour part of it into a second one and correct each by itself.
      </Alert>
    );
  const product = mix.productId ? products[mix.productId] : undefined;
  const placed = product && plan.volumeL !== null ? placingMinutesOf(product, plan.volumeL) : null;
  if (plan.grown && placed !== null && mix.workingMin !== null && placed > mix.workingMin * placingFrac)
    return (
      <Alert severity="error" role="alert">
        <b>
          The corrected batch takes {placed.toFixed(0)} min to place and sets in {mix.workingMin.toFixed(1)} min.
        </b>{' '}
        Place what is asked for first and let the rest set outdoors until it is cold, or have a second pair of hands.
      </Alert>
    );
  if (plan.grown)
    return (
      <Alert severity="warning" role="status">
        <b>Too much went in: the batch grows to {grams(plan.totalKg)}.</b> Nothing is taken out; the least that puts the
        ratio right is asked for below.
      </Alert>
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
  const colours = partColours(mix.parts, products);
  const product = mix.productId ? products[mix.productId] : undefined;
  const poured = mix.parts.map((p) => p.massKg);
  const fractions = massFractions(recipe);
  const plan = mix.wantedKg === null ? null : correctPour(recipe, mix.wantedKg, poured, settings.cupL);
  if (plan === null || !plan.ok || !fractions.ok)
    return (
      <Stack>
        {(fractions.ok ? (plan?.ok === false ? plan.issues : []) : fractions.issues).map((i) => (
          <Alert severity="error" key={i.path}>
            {i.message}
          </Alert>
        ))}
        {product && <Link to={toProduct(product.id)}>To the product sheet</Link>}
      </Stack>
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
    <PourGrid>
      <Stack component="section" aria-label="To pour">
        {!mix.done && (
          <Stack sx={{ position: 'sticky', top: { xs: 0, md: 56 }, zIndex: 4, background: 'var(--ground)' }}>
            {hasSet ? <HasSet onThrow={throwAway} /> : <Advice plan={value} mix={mix} />}
            <Timer startedAt={mix.startedAt} workingMin={working} />
          </Stack>
        )}
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
            <PourPart key={p.name} data-active={i === active}>
              <Button aria-pressed={i === active} onClick={() => setActive(i)}>
                {p.name}
              </Button>
              <Big role="status" aria-label={`Still to pour of ${p.name}`}>
                {p.addKg <= nearKg ? 'in' : grams(p.addKg)}
              </Big>
              <Typography component="span" variant="body2" className="n">
                {grams(p.pouredKg)} of {grams(p.targetKg)}
              </Typography>
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
            </PourPart>
          ))}
        </ul>
        {by === 'scale' && !mix.done && (
          <ScalePanel mix={mix} part={active} onTaken={() => setActive(next >= 0 && next !== active ? next : active)} />
        )}
      </Stack>
      <Stack component="section" aria-label="The cup">
        <Cup
          label="What is in the cup"
          cupL={settings.cupL}
          parts={value.parts.map((p, i) => {
            const density = mix.parts[i]?.densityKgPerL ?? 1;
            return {
              name: p.name,
              volumeL: p.targetKg / density,
              pouredL: p.pouredKg / density,
              colour: colours[i]!,
            };
          })}
        />
        <Typography>
          {grams(value.totalKg, 0)}
          {value.volumeL !== null && <> · {formatVolume(value.volumeL, settings.unitSystem)}</>}
          {value.hardenerNowFrac !== null && <> · hardener {(value.hardenerNowFrac * 100).toFixed(2)} %</>}
        </Typography>
        <Typography variant="body2">
          Begun {dayTime(minuteOf(mix.at), nowMin, settings.timeZone)}
          {mix.air && (
            <>
              , {mix.air.airTempC} °C, {Math.round(mix.air.relHumFrac * 100)} %
            </>
          )}
          {mix.useBy && <> · use by {dayName(minuteOf(mix.useBy), settings.timeZone)}</>}
        </Typography>
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
        <Stack direction="row">
          {!mix.done && (
            <Button
              variant="contained"
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
            </Button>
          )}
          {!mix.done && !hasSet && poured.some((kg) => kg > 0) && <Button onClick={throwAway}>Throw it away</Button>}
          <Button
            variant="outlined"
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
          </Button>
          <Button
            variant="outlined"
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
          </Button>
        </Stack>
        <NumberField
          label="Again, so many times as much"
          draftKey={`${mix.id}/times`}
          value={times}
          least={0.05}
          most={50}
          onValue={setTimes}
        />
        {mix.done && <Typography variant="body2">Closed, and kept as it was poured.</Typography>}
      </Stack>
    </PourGrid>
  );
}

/** One mix: poured, timed, labelled, kept. */
export default function Pour() {
  const { mixId = '' } = useParams();
  const { mixes, pieces } = useParts('mixes', 'pieces');
  const mix = mixes[mixId];
  if (!mix)
    return (
      <Stack>
        <Typography variant="h1">This mix is not in the workshop</Typography>
        <div>
          <Button component={Link} variant="contained" to="/mix">
            To the mix bench
          </Button>
        </div>
      </Stack>
    );
  return (
    <Stack>
      <Typography>
        <Link to="/mix">Mix</Link>
        {[...new Set(mix.steps.map((s) => s.pieceId))].map((pieceId) => (
          <span key={pieceId}>
            {' '}
            · <Link to={toPiece(pieceId, 'plan')}>{pieces[pieceId]?.name ?? 'a piece that is gone'}</Link>
          </span>
        ))}
      </Typography>
      <Typography variant="h1">{mix.name}</Typography>
      <Batch key={mix.id} mix={mix} />
    </Stack>
  );
}
