import { batchSheet, mixFrom, mixTo, type Recipe, totalOf } from '@cosmesis/core/mixing';
import type { ReckonedStep } from '@cosmesis/core/reckoning';
import { formatVolume, type Result } from '@cosmesis/core/units';
import type { Piece, Product } from '@cosmesis/core/workshop';
import { useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { startMix } from '../../store/mixes';
import { airOf } from '../../store/useAround';
import { useNowMin } from '../../store/useNowMin';
import { useReckonings } from '../../store/useReckoning';
import { useWorkshop } from '../../store/useWorkshop';
import { dayName, dayTime } from '../../ui/formatTime';
import { Keys } from '../../ui/Keys';
import { NumberField } from '../../ui/NumberField';
import { Select } from '../../ui/Select';
import { doWhat, whereOf } from '../../ui/stepWords';
import { Cup } from './Cup';
import { barredBy, kindsFor, kindWords, type RecipeKind, type RecipeSettings, recipeFor } from './recipeKinds';

interface Task {
  piece: Piece;
  step: ReckonedStep;
  product: Product;
}

type Size = 'step' | 'can' | 'cup';

const start: RecipeSettings = {
  thinPercent: 0,
  coat: 1,
  waterParts: 2,
  colourPercent: 10,
  colourId: 'water-stain',
  cutLb: 2,
  fromLb: 3,
  dropsPer100Ml: 10,
  parts: [],
};
const usualTempC = 20;
const partColours = ['#1c6b5e', '#b8752c', '#24507a', '#7d6b4f', '#8c3a2b', '#54635c'];

/** Grams as a bench scale shows them. */
const grams = (kg: number | null): string => (kg === null ? '–' : `${(kg * 1000).toFixed(kg < 0.1 ? 1 : 0)} g`);

/** The steps to come that use a product, the first in time first. */
function useTasks(): readonly Task[] {
  const { pieces, products } = useWorkshop();
  const all = Object.values(pieces);
  const reckonings = useReckonings(all);
  return all
    .flatMap((piece) => {
      const r = reckonings?.get(piece.id);
      if (!r?.ok) return [];
      return r.value.steps.flatMap((step): Task[] => {
        const product = step.step.productId ? products[step.step.productId] : undefined;
        return product && step.productL && step.status !== 'done' ? [{ piece, step, product }] : [];
      });
    })
    .sort((a, b) => a.step.startMin - b.step.startMin)
    .slice(0, 60);
}

/** The fields a kind of mix asks for. */
function KindFields({
  kind,
  settings,
  set,
  product,
}: {
  kind: RecipeKind;
  settings: RecipeSettings;
  set: (change: Partial<RecipeSettings>) => void;
  product: Product;
}) {
  const { products } = useWorkshop();
  const field = (
    label: string,
    key: 'thinPercent' | 'waterParts' | 'colourPercent' | 'cutLb' | 'fromLb' | 'dropsPer100Ml',
    least: number,
    most: number,
    help?: string,
  ) => (
    <NumberField
      key={key}
      label={label}
      draftKey={`mix/${key}`}
      value={settings[key]}
      least={least}
      most={most}
      onValue={(value) => set({ [key]: value })}
      {...(help ? { help } : {})}
    />
  );
  const colours = Object.values(products).filter(
    (p) => p.carrier === product.carrier && (p.kind === 'stain' || p.kind === 'dye'),
  );
  const paints = Object.values(products).filter((p) => p.kind === 'paint' && p.carrier === product.carrier);
  switch (kind) {
    case 'thinned':
      return field(
        'Thinner, % of the product',
        'thinPercent',
        0,
        100,
        `Label: up to ${Math.round(product.thinningMaxFrac.value * 100)} %`,
      );
    case 'coat':
      return (
        <Keys
          legend="Which coat"
          value={String(settings.coat)}
          onPick={(c) => set({ coat: Number(c) })}
          choices={['1', '2', '3', '4'].map((c) => ({ value: c, name: c }))}
        />
      );
    case 'diluted':
    case 'wash':
      return field('Parts of water to one', 'waterParts', 0.1, 50);
    case 'toner':
      return (
        <>
          <Select
            label="Colour"
            value={products[settings.colourId] ? settings.colourId : (colours[0]?.id ?? '')}
            options={colours.map((c) => ({ value: c.id, name: c.name }))}
            onPick={(colourId) => set({ colourId })}
          />
          {field('Colour, % by volume', 'colourPercent', 1, 50, '5 to 20 is usual')}
        </>
      );
    case 'shellac':
      return field('Cut, lb per US gallon', 'cutLb', 0.25, 5, '2 for a sealer');
    case 'cut':
      return (
        <>
          {field('Cut that is there, lb per US gallon', 'fromLb', 0.25, 8)}
          {field('Cut wanted', 'cutLb', 0.25, settings.fromLb)}
        </>
      );
    case 'drops':
      return (
        <>
          <Select
            label="Colour"
            value={products[settings.colourId] ? settings.colourId : (colours[0]?.id ?? '')}
            options={colours.map((c) => ({ value: c.id, name: c.name }))}
            onPick={(colourId) => set({ colourId })}
          />
          {field(
            'Drops to 100 ml',
            'dropsPer100Ml',
            0,
            2000,
            '20 to a millilitre of water, 50 of alcohol: weigh where it matters',
          )}
        </>
      );
    case 'colours':
      return (
        <div className="stack">
          {settings.parts.map((p, i) => (
            <div className="row" key={p.productId} style={{ flexWrap: 'nowrap' }}>
              <Select
                label={`Colour ${i + 1}`}
                value={p.productId}
                options={paints.map((c) => ({ value: c.id, name: c.name }))}
                onPick={(productId) =>
                  set({ parts: settings.parts.map((x, j) => (j === i ? { ...x, productId } : x)) })
                }
              />
              <NumberField
                label="Parts"
                draftKey={`mix/parts/${i}`}
                value={p.parts}
                least={0.1}
                most={100}
                onValue={(parts) => set({ parts: settings.parts.map((x, j) => (j === i ? { ...x, parts } : x)) })}
              />
            </div>
          ))}
          {settings.parts.length < paints.length && (
            <button
              type="button"
              className="line"
              onClick={() => {
                const next = paints.find((x) => !settings.parts.some((p) => p.productId === x.id));
                if (next) set({ parts: [...settings.parts, { productId: next.id, parts: 1 }] });
              }}
            >
              Another colour
            </button>
          )}
        </div>
      );
    case 'label':
      return null;
  }
}

/** Pieces of the same set that need the same colour: best from one batch. */
function SetNote({ task, tasks }: { task: Task; tasks: readonly Task[] }) {
  const { settings } = useWorkshop();
  if (task.piece.setName === null || task.product.workingMin !== null) return null;
  const set = tasks.filter((t) => t.piece.setName === task.piece.setName && t.product.id === task.product.id);
  const pieces = new Set(set.map((t) => t.piece.id));
  if (pieces.size < 2) return null;
  const litres = set.reduce((sum, t) => sum + (t.step.productL?.high ?? 0), 0);
  return (
    <p className="notice">
      {pieces.size} pieces of the set “{task.piece.setName}” take this colour,{' '}
      {formatVolume(litres, settings.unitSystem)} over all their coats. Two batches never match side by side: mix that
      much at once.
    </p>
  );
}

/** What is mixed: for which step, by which recipe, how much; and the batches it comes to. */
export default function Mix() {
  const [params, setParams] = useSearchParams();
  const navigate = useNavigate();
  const workshop = useWorkshop();
  const { products, settings, mixes, readings } = workshop;
  const nowMin = useNowMin();
  const tasks = useTasks();
  const keyOf = (t: Task) => `${t.piece.id}|${t.step.step.id}`;
  const task = tasks.find((t) => keyOf(t) === params.get('for')) ?? (params.get('product') ? undefined : tasks[0]);
  const product = task?.product ?? products[params.get('product') ?? ''] ?? Object.values(products)[0];
  const [kindPicked, setKind] = useState<RecipeKind | null>(null);
  const [own, setOwn] = useState<RecipeSettings | null>(null);
  const [size, setSize] = useState<Size>('step');
  const [canL, setCanL] = useState<number | null>(null);
  const [reservePercent, setReserve] = useState(10);
  if (!product) return <p>No product is on the shelf yet.</p>;
  const kinds = kindsFor(product);
  const kind = kindPicked && kinds.includes(kindPicked) ? kindPicked : kinds[0]!;
  const recipeSettings = own ?? {
    ...start,
    thinPercent: +(product.thinningFrac.value * 100).toFixed(1),
    coat: Math.min(4, task?.step.step.ordinal ?? 1),
    parts: [{ productId: product.id, parts: 1 }],
  };
  const recipe = recipeFor(kind, product, products, recipeSettings);
  const barred = barredBy(kind, product, recipeSettings);
  const tempC = airOf(readings)?.airTempC ?? usualTempC;
  const sizeNow: Size = task ? size : size === 'step' ? 'cup' : size;
  const sheet = sheetOf(sizeNow, {
    recipe,
    product,
    task,
    tempC,
    cupL: settings.cupL,
    canL,
    reserveFrac: reservePercent / 100,
  });
  const begin = (batches: number, amounts: Batch['amounts'], number: number) => {
    const id = startMix({
      name: `${recipe.name}${batches > 1 ? `, batch ${number} of ${batches}` : ''}, ${dayName(nowMin, settings.timeZone)}`.slice(
        0,
        200,
      ),
      recipe,
      product,
      wantedKg: totalOf(amounts, 'massKg'),
      steps: task ? [{ pieceId: task.piece.id, stepId: task.step.step.id }] : [],
      colour: product.colour,
    });
    void navigate(`/mix/${id}`);
  };
  const recent = Object.values(mixes)
    .sort((a, b) => (a.at < b.at ? 1 : -1))
    .slice(0, 8);
  return (
    <div className="mix-grid">
      <section className="stack" aria-label="What is mixed">
        <h1>Mix</h1>
        <Select
          label="For"
          value={task ? keyOf(task) : ''}
          options={[
            ...tasks.map((t) => ({
              value: keyOf(t),
              name: `${t.piece.name}, ${whereOf(t.step).toLowerCase()}: ${doWhat(t.step).toLowerCase()} (${dayTime(t.step.startMin, nowMin, settings.timeZone)})`,
            })),
            { value: '', name: 'Nothing planned: a free mix' },
          ]}
          onPick={(key) => {
            setOwn(null);
            setKind(null);
            setParams(key ? { for: key } : { product: product.id });
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
              setParams({ product: id });
            }}
          />
        )}
        {task && <p className="quiet">{product.name}</p>}
        <Keys
          legend="How it is mixed"
          value={kind}
          onPick={setKind}
          choices={kinds.map((k) => ({ value: k, name: kindWords[k] }))}
        />
        <div className="fields">
          <KindFields
            key={`${product.id}/${kind}`}
            kind={kind}
            product={product}
            settings={recipeSettings}
            set={(change) => setOwn({ ...recipeSettings, ...change })}
          />
        </div>
        <Keys<Size>
          legend="How much"
          value={sizeNow}
          onPick={setSize}
          choices={[
            ...(task ? [{ value: 'step' as const, name: 'What the step needs' }] : []),
            { value: 'can', name: 'What is in the can' },
            { value: 'cup', name: `A cup of ${formatVolume(settings.cupL, settings.unitSystem)}` },
          ]}
        />
        <div className="fields">
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
          {sizeNow === 'can' && (
            <NumberField
              label={`Left of the first part, ${recipe.by === 'mass' ? 'kg' : 'L'}`}
              draftKey="mix/can"
              value={canL}
              least={0.001}
              most={100}
              onValue={setCanL}
            />
          )}
        </div>
        {task && <SetNote task={task} tasks={tasks} />}
        {barred && (
          <p className="finding stop" role="alert">
            <b>{barred}</b>
          </p>
        )}
      </section>
      <section className="stack" aria-label="Batches">
        <Batches
          recipe={recipe}
          sheet={sheet}
          barred={barred !== null}
          from={
            sizeNow === 'step' && task?.step.productL
              ? `The step takes up to ${formatVolume(task.step.productL.high, settings.unitSystem)} (the high end of its range), and ${reservePercent} % in reserve.`
              : null
          }
          tempC={tempC}
          onBegin={begin}
        />
      </section>
      <section className="stack" aria-label="Mixed lately">
        <h2>Mixed lately</h2>
        {recent.length === 0 && (
          <p className="quiet">Every batch is kept here with its weights, to be made again the same.</p>
        )}
        <ul className="bare">
          {recent.map((m) => (
            <li key={m.id} className="row" style={{ minHeight: 48 }}>
              <span
                className="mark"
                style={{ background: m.colour, width: 18, height: 18, border: '1.5px solid #15211d' }}
              />
              <Link to={`/mix/${m.id}`}>{m.name}</Link>
              <span className="quiet">{m.done ? '' : 'open'}</span>
            </li>
          ))}
        </ul>
      </section>
    </div>
  );
}

interface Batch {
  number: number;
  volumeL: number;
  amounts: readonly import('@cosmesis/core/mixing').Amount[];
}
interface Sheet {
  volumeL: number | null;
  batches: readonly Batch[];
  workingMin: number | null;
  placingMin: number | null;
  limit: 'working time' | 'cup' | null;
}

/** The batches of a size. */
function sheetOf(
  size: Size,
  p: {
    recipe: Recipe;
    product: Product;
    task: Task | undefined;
    tempC: number;
    cupL: number;
    canL: number | null;
    reserveFrac: number;
  },
): Result<Sheet> | null {
  if (size === 'step' && p.task)
    return batchSheet(p.task.step.step, p.product, p.recipe, {
      needL: p.task.step.productL?.high ?? 0,
      reserveFrac: p.reserveFrac,
      handsOnMin: p.task.step.handsOnMin,
      tempC: p.tempC,
      cupL: p.cupL,
    });
  if (size === 'can' && p.canL === null) return null;
  const made = size === 'can' ? mixFrom(p.recipe, 0, p.canL ?? 0) : mixTo(p.recipe, p.cupL, 'volume');
  if (!made.ok) return made;
  const volumeL = totalOf(made.value, 'volumeL');
  return {
    ok: true,
    warnings: [],
    value: {
      volumeL,
      batches: [{ number: 1, volumeL: volumeL ?? 0, amounts: made.value }],
      workingMin: p.product.workingMin?.low ?? null,
      placingMin: null,
      limit: null,
    },
  };
}

function Batches({
  recipe,
  sheet,
  barred,
  from,
  tempC,
  onBegin,
}: {
  recipe: Recipe;
  sheet: Result<Sheet> | null;
  barred: boolean;
  /** What the size comes from, in words. */
  from: string | null;
  tempC: number;
  onBegin: (batches: number, amounts: Batch['amounts'], number: number) => void;
}) {
  const { settings } = useWorkshop();
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
        {batches.slice(0, 12).map((b) => (
          <button
            key={b.number}
            type="button"
            className={b.number === 1 ? 'go' : 'line'}
            disabled={barred}
            onClick={() => onBegin(batches.length, b.amounts, b.number)}
          >
            {batches.length === 1 ? 'Begin to pour' : `Begin batch ${b.number}`}
          </button>
        ))}
      </div>
    </>
  );
}
