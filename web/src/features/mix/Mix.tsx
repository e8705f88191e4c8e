import { latestReading } from '@cosmesis/core/deeds';
import { doWhat, lowerFirst } from '@cosmesis/core/finishing';
import { type Batch, totalOf, usualMixTempC } from '@cosmesis/core/mixing';
import { sittingsOf, sittingWords } from '@cosmesis/core/reckoning';
import { dayName, dayTime, formatVolume, latestFirst, parseVolume } from '@cosmesis/core/units';
import type { Product } from '@cosmesis/core/workshop';
import Alert from '@mui/material/Alert';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { useNowMin } from '../../store/useNowMin';
import { useReckonings } from '../../store/useReckoning';
import { useSummaries } from '../../store/useSummaries';
import { useParts, useSettings, useWorkshop } from '../../store/useWorkshop';
import { Keys } from '../../ui/Keys';
import { Fields, Mark, MixGrid } from '../../ui/layout';
import { toMix } from '../../ui/links';
import { MeasureField } from '../../ui/MeasureField';
import { NumberField } from '../../ui/NumberField';
import { Select } from '../../ui/Select';
import { Batches } from './Batches';
import { KindFields } from './KindFields';
import { startMix } from './mixDeeds';
import { barredBy, kindsFor, kindWords, type RecipeKind, type RecipeSettings, recipeFor } from './recipeKinds';
import { highL, type Size, sheetOf, type Task, usualWantL } from './sheetOf';

const start: RecipeSettings = {
  thinPercent: 0,
  coat: 1,
  waterParts: 2,
  colourPercent: 10,
  colourId: null,
  cutLb: 2,
  fromLb: 3,
  dropsPer100Ml: 10,
  parts: [],
  thinnerParts: 0,
};

/** Parts as an address names them: id:3,id:1. Null: it names none that are known. */
function partsIn(words: string | null, products: Readonly<Record<string, Product>>): RecipeSettings['parts'] | null {
  const parts = (words ?? '').split(',').flatMap((w) => {
    const at = w.lastIndexOf(':');
    const [productId, n] = [w.slice(0, at), Number(w.slice(at + 1))];
    return at > 0 && products[productId] && n > 0 && n <= 1000 ? [{ productId, parts: n }] : [];
  });
  return parts.length > 0 ? parts : null;
}

/** The sittings to come that use a product, the first in time first; one of two products is two tasks. */
function useTasks(): readonly Task[] {
  const { pieces, products } = useParts('pieces', 'products');
  const { byId } = useSummaries();
  // The pieces whose next steps come first: more than can be mixed for in a day.
  const soon = [...byId.values()]
    .filter((s) => s.draws.length > 0)
    .sort((a, b) => Math.min(...a.draws.map((d) => d.atMin)) - Math.min(...b.draws.map((d) => d.atMin)))
    .slice(0, 20)
    .flatMap((s) => pieces[s.pieceId] ?? []);
  const reckonings = useReckonings(soon);
  return soon
    .flatMap((piece) => {
      const r = reckonings?.get(piece.id);
      if (!r?.ok) return [];
      return sittingsOf(r.value.steps)
        .filter((s) => s.status !== 'done')
        .flatMap((sitting) =>
          sitting.litres.flatMap(({ productId }): Task[] => {
            const product = products[productId];
            const [first, ...rest] = sitting.steps.filter(
              (s) => s.step.productId === productId && s.productL && s.status !== 'done',
            );
            return product && first ? [{ piece, steps: [first, ...rest], product }] : [];
          }),
        );
    })
    .sort((a, b) => a.steps[0].startMin - b.steps[0].startMin)
    .slice(0, 60);
}

/** Pieces of the same set that need the same colour: best from one batch. */
function SetNote({ task, tasks }: { task: Task; tasks: readonly Task[] }) {
  const settings = useSettings();
  if (task.piece.setName === null || task.product.workingMin !== null) return null;
  const set = tasks.filter((t) => t.piece.setName === task.piece.setName && t.product.id === task.product.id);
  const pieces = new Set(set.map((t) => t.piece.id));
  if (pieces.size < 2) return null;
  const litres = set.reduce((sum, t) => sum + highL(t), 0);
  return (
    <Alert severity="warning">
      {pieces.size} pieces of the set “{task.piece.setName}” take this colour,{' '}
      {formatVolume(litres, settings.unitSystem)} over all their coats. Two batches never match side by side: mix that
      much at once.
    </Alert>
  );
}

/** What the bench of colour says is wanted, L; null: nothing that can be mixed. */
function litresIn(words: string | null): number | null {
  const litres = Number(words);
  return litres > 0 && litres <= 1000 ? litres : null;
}

const productKey = (id: string): string => `product ${id}`;

/** What is mixed: for which step, by which recipe, how much; and the batches it comes to. */
export default function Mix() {
  const [params, setParams] = useSearchParams();
  const navigate = useNavigate();
  const workshop = useWorkshop();
  const { products, settings, mixes, readings } = workshop;
  const nowMin = useNowMin();
  const tasks = useTasks();
  const keyOf = (t: Task) => `${t.piece.id}|${t.steps[0].step.id}`;
  const wanted = params.get('for');
  const task =
    tasks.find((t) => t.steps.some((s) => `${t.piece.id}|${s.step.id}` === wanted)) ??
    (params.get('product') ? undefined : tasks[0]);
  const product = task?.product ?? products[params.get('product') ?? ''] ?? Object.values(products)[0];
  const [kindPicked, setKind] = useState<RecipeKind | null>(null);
  const [own, setOwn] = useState<RecipeSettings | null>(null);
  const [size, setSize] = useState<Size>('step');
  const [canFirst, setCanFirst] = useState<number | null>(null);
  const [wantL, setWant] = useState<number | null>(null);
  const [reservePercent, setReserve] = useState(10);
  if (!product) return <Typography>No product is on the shelf yet.</Typography>;
  const kinds = kindsFor(product, products);
  // What a recipe or the bench of colour names is what is mixed.
  const named = task ? (task.steps[0].step.mixed?.parts ?? null) : partsIn(params.get('parts'), products);
  const first = named && kinds.includes('colours') ? 'colours' : kinds[0]!;
  const kind = kindPicked && kinds.includes(kindPicked) ? kindPicked : first;
  const recipeSettings = own ?? {
    ...start,
    thinPercent: +(product.thinningFrac.value * 100).toFixed(1),
    coat: Math.min(4, task?.steps[0].step.ordinal ?? 1),
    parts: named ?? [{ productId: product.id, parts: 1 }],
    thinnerParts: task?.steps[0].step.mixed?.thinnerParts ?? 0,
  };
  const recipe = recipeFor(kind, product, products, recipeSettings);
  const barred = barredBy(kind, product, recipeSettings);
  const tempC = latestReading(readings)?.airTempC ?? usualMixTempC;
  const sizeNow: Size = task || size !== 'step' ? size : 'want';
  const sizedL = litresIn(params.get('litres'));
  const wantNow = wantL ?? sizedL ?? usualWantL(product);
  const toBegin =
    sizedL === null ? 'what one place or half a square metre takes' : 'what its zone takes, with a reserve';
  const sheet = sheetOf(sizeNow, {
    recipe,
    product,
    task,
    tempC,
    cupL: settings.cupL,
    canFirst,
    wantL: wantNow,
    reserveFrac: reservePercent / 100,
  });
  const nameOf = (number: number, batches: number) =>
    `${recipe.name}${batches > 1 ? `, batch ${number} of ${batches}` : ''}, ${dayName(nowMin, settings.timeZone)}`.slice(
      0,
      200,
    );
  const begin = ({ number, amounts }: Batch, batches: number) => {
    const id = startMix({
      name: nameOf(number, batches),
      recipe,
      product,
      wantedKg: totalOf(amounts, 'massKg'),
      steps: task ? task.steps.map((s) => ({ pieceId: task.piece.id, stepId: s.step.id })) : [],
      colour: product.colour,
    });
    void navigate(toMix(id));
  };
  const recent = Object.values(mixes)
    .sort((a, b) => latestFirst(a.at, b.at))
    .slice(0, 8);
  return (
    <MixGrid>
      <Stack component="section" aria-label="What is mixed">
        <Typography variant="h1">Mix</Typography>
        <Select
          label="For"
          value={task ? keyOf(task) : ''}
          options={[
            ...tasks.map((t) => ({
              value: keyOf(t),
              name: `${t.piece.name}, ${lowerFirst(sittingWords(t, doWhat))} (${dayTime(t.steps[0].startMin, nowMin, settings.timeZone)})`,
            })),
            { value: '', name: 'Nothing planned: a free mix' },
            // Who types what is to be mixed finds it here too.
            ...Object.values(products).map((p) => ({ value: productKey(p.id), name: `${p.name}, a free mix` })),
          ]}
          onPick={(key) => {
            setOwn(null);
            setKind(null);
            const free = Object.values(products).find((p) => productKey(p.id) === key);
            if (free) setWant(null);
            setParams(free ? { product: free.id } : key ? { for: key } : { product: product.id });
          }}
        />
        {!task && (
          <Select
            label="Product"
            value={product.id}
            options={Object.values(products).map((p) => ({ value: p.id, name: p.name }))}
            onPick={(id) => {
              setOwn(null);
              setKind(null);
              setWant(null);
              setParams({ product: id });
            }}
          />
        )}
        {task && <Typography variant="body2">{product.name}</Typography>}
        <Keys
          legend="How it is mixed"
          value={kind}
          onPick={setKind}
          choices={kinds.map((k) => ({ value: k, name: kindWords[k] }))}
        />
        <Fields>
          <KindFields
            key={`${product.id}/${kind}`}
            kind={kind}
            product={product}
            settings={recipeSettings}
            set={(change) => setOwn({ ...recipeSettings, ...change })}
          />
        </Fields>
        <Keys<Size>
          legend="How much"
          value={sizeNow}
          onPick={setSize}
          choices={[
            ...(task ? [{ value: 'step' as const, name: 'What the sitting needs' }] : []),
            { value: 'want', name: 'As much as I want' },
            { value: 'can', name: 'What is in the can' },
            { value: 'cup', name: `A cup of ${formatVolume(settings.cupL, settings.unitSystem)}` },
          ]}
        />
        <Fields>
          {sizeNow === 'step' && (
            <NumberField
              label="Reserve, %"
              draftKey="mix/reserve"
              value={reservePercent}
              least={0}
              most={100}
              onValue={setReserve}
            />
          )}
          {sizeNow === 'want' && (
            <MeasureField
              key={product.id}
              label="I want"
              draftKey={`mix/want/${product.id}`}
              shown={formatVolume(wantNow, settings.unitSystem)}
              parse={(text) => parseVolume(text, settings.unitSystem, wantNow)}
              onValue={setWant}
              help={wantL === null ? `To begin with: ${toBegin}` : ' '}
            />
          )}
          {sizeNow === 'can' && (
            <NumberField
              label={`You have so much of the first part, ${recipe.by === 'mass' ? 'kg' : 'L'}`}
              draftKey="mix/can"
              value={canFirst}
              least={0.001}
              most={100}
              onValue={setCanFirst}
            />
          )}
        </Fields>
        {task && <SetNote task={task} tasks={tasks} />}
        {barred && (
          <Alert severity="error" role="alert">
            <b>{barred}</b>
          </Alert>
        )}
      </Stack>
      <Stack component="section" aria-label="Batches">
        <Batches
          recipe={recipe}
          sheet={sheet}
          barred={barred !== null}
          from={
            sizeNow === 'step' && task
              ? `The sitting takes up to ${formatVolume(highL(task), settings.unitSystem)} (the high end of its range), and ${reservePercent} % in reserve.`
              : null
          }
          tempC={tempC}
          begun={(number, batches) => Object.values(mixes).some((m) => m.name === nameOf(number, batches))}
          onBegin={begin}
        />
      </Stack>
      <Stack component="section" aria-label="Mixed lately">
        <Typography variant="h2">Mixed lately</Typography>
        {recent.length === 0 && (
          <Typography variant="body2">Every batch is kept here with its weights, to be made again the same.</Typography>
        )}
        <ul className="bare">
          {recent.map((m) => (
            <Stack component="li" direction="row" key={m.id} sx={{ minHeight: 48, flexWrap: 'nowrap' }}>
              <Mark sx={{ width: 18, height: 18, flex: 'none' }} style={{ background: m.colour }} />
              <Link to={toMix(m.id)}>{m.name}</Link>
              <Typography component="span" variant="body2">
                {m.done ? '' : 'open'}
              </Typography>
            </Stack>
          ))}
        </ul>
      </Stack>
    </MixGrid>
  );
}
