import { methodNames } from '@cosmesis/core/finishing';
import { labelFactsOf, ownProduct } from '@cosmesis/core/products';
import {
  carriers,
  type Method,
  methods,
  type Product,
  type ProductKind,
  productKinds,
  productSchema,
} from '@cosmesis/core/workshop';
import TextField from '@mui/material/TextField';
import { type ReactNode, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { newId, theStore } from '../../store/theStore';
import { Keys } from '../../ui/Keys';
import { toProduct } from '../../ui/links';
import { NumberField } from '../../ui/NumberField';
import { Select } from '../../ui/Select';
import { say } from '../../ui/say';
import { carrierNames, kindNames } from './words';

/** What is typed off a label, in its own units; null: it does not say. */
interface Answers {
  name: string;
  kind: ProductKind;
  carrier: Product['carrier'];
  methods: Method[];
  rateLow: number | null;
  rateHigh: number | null;
  solidsPercent: number | null;
  dryFilmUm: number | null;
  coats: number | null;
  recoatFromH: number | null;
  recoatUntilH: number | null;
  handleH: number | null;
  lightUseDays: number | null;
  cureDays: number | null;
  leastC: number | null;
  mostPercent: number | null;
  thinMaxPercent: number | null;
  packL: number | null;
  packPrice: number | null;
  openDays: number | null;
  colour: string;
}

const nothing: Answers = {
  name: '',
  kind: 'paint',
  carrier: 'water',
  methods: ['brush'],
  rateLow: null,
  rateHigh: null,
  solidsPercent: null,
  dryFilmUm: null,
  coats: null,
  recoatFromH: null,
  recoatUntilH: null,
  handleH: null,
  lightUseDays: null,
  cureDays: null,
  leastC: null,
  mostPercent: null,
  thinMaxPercent: null,
  packL: null,
  packPrice: null,
  openDays: null,
  colour: '#8aa596',
};
const byPlaceKinds: readonly ProductKind[] = [
  'glue',
  'filler-two-part',
  'filler-ready',
  'filler-stick',
  'filler-leather',
];

const label = (value: number) => ({ value, tag: 'label' as const });
const minutes = (low: number, high = low) => ({ low: low, likely: (low + high) / 2, high, tag: 'label' as const });

/** The sheet that a label's answers give: what it does not say stays at what is usual, and says so. */
function sheetOf(a: Answers, id: string): Product {
  const base: Product = { ...ownProduct, id, name: a.name.trim(), kind: a.kind, carrier: a.carrier };
  const facts = labelFactsOf({
    id,
    kind: a.kind,
    carrier: a.carrier,
    thinner: a.thinMaxPercent ? 'its thinner' : null,
  });
  const place = byPlaceKinds.includes(a.kind);
  const t = base.times;
  return {
    ...base,
    ...facts,
    methods: a.methods.length > 0 ? a.methods : ['brush'],
    spreadM2PerL: place
      ? null
      : a.rateLow === null && a.rateHigh === null
        ? base.spreadM2PerL
        : {
            low: Math.min(a.rateLow ?? a.rateHigh!, a.rateHigh ?? a.rateLow!),
            likely: ((a.rateLow ?? a.rateHigh!) + (a.rateHigh ?? a.rateLow!)) / 2,
            high: Math.max(a.rateLow ?? a.rateHigh!, a.rateHigh ?? a.rateLow!),
            tag: 'label',
          },
    perPlaceL: place ? { low: 0.002, likely: 0.005, high: 0.015, tag: 'M' } : null,
    volumeSolidsFrac: a.solidsPercent === null ? null : label(a.solidsPercent / 100),
    filmDryUm: a.dryFilmUm === null ? null : label(a.dryFilmUm),
    coats: a.coats ?? (a.kind === 'paint' ? 2 : a.kind === 'clear' ? 3 : 1),
    hidingFrac: a.kind === 'paint' ? 0.9 : a.kind === 'primer' || a.kind === 'blocker' ? 0.85 : 0,
    thinner: a.thinMaxPercent ? `its thinner` : null,
    thinningMaxFrac: label((a.thinMaxPercent ?? 0) / 100),
    times: {
      ...t,
      recoatFromMin: a.recoatFromH === null ? t.recoatFromMin : minutes(a.recoatFromH * 60),
      sandFromMin: a.recoatFromH === null ? t.sandFromMin : minutes(a.recoatFromH * 60),
      recoatUntilMin: a.recoatUntilH === null ? null : minutes(a.recoatUntilH * 60),
      handleMin: a.handleH === null ? t.handleMin : minutes(a.handleH * 60),
      lightUseMin: a.lightUseDays === null ? t.lightUseMin : minutes(a.lightUseDays * 1440),
      cureMin: a.cureDays === null ? t.cureMin : minutes(a.cureDays * 1440),
    },
    air: {
      ...base.air,
      leastTempC: a.leastC === null ? base.air.leastTempC : label(a.leastC),
      mostRelHumFrac: a.mostPercent === null ? base.air.mostRelHumFrac : label(a.mostPercent / 100),
    },
    packs: a.packL === null ? [] : [{ volumeL: a.packL, price: a.packPrice ?? 0, tag: 'label' }],
    shelf: {
      ...facts.shelf,
      openDays: a.openDays ?? facts.shelf.openDays,
      tag: a.openDays === null ? facts.shelf.tag : 'label',
    },
    colour: a.colour,
  };
}

/** Typing in the label of a can, one question after the other; what it does not say is passed over. */
export default function LabelForm() {
  const navigate = useNavigate();
  const [a, setA] = useState<Answers>(nothing);
  const [at, setAt] = useState(0);
  const set = (change: Partial<Answers>) => setA({ ...a, ...change });
  const number = (
    name: string,
    key: keyof Answers &
      (
        | 'rateLow'
        | 'rateHigh'
        | 'solidsPercent'
        | 'dryFilmUm'
        | 'coats'
        | 'recoatFromH'
        | 'recoatUntilH'
        | 'handleH'
        | 'lightUseDays'
        | 'cureDays'
        | 'leastC'
        | 'mostPercent'
        | 'thinMaxPercent'
        | 'packL'
        | 'packPrice'
        | 'openDays'
      ),
    least: number,
    most: number,
    help?: string,
  ) => (
    <NumberField
      key={key}
      label={name}
      draftKey={`label/${key}`}
      value={a[key]}
      least={least}
      most={most}
      onValue={(v) => set({ [key]: v })}
      onEmpty={() => set({ [key]: null })}
      {...(help ? { help } : {})}
    />
  );
  const place = byPlaceKinds.includes(a.kind);
  const questions: { title: string; ask: ReactNode }[] = [
    {
      title: 'What is it?',
      ask: (
        <>
          <TextField
            label="Name on the can"
            value={a.name}
            onChange={(e) => set({ name: e.target.value.slice(0, 200) })}
            helperText="As you call it at the bench"
          />
          <Select
            label="Kind"
            value={a.kind}
            options={productKinds.map((k) => ({ value: k, name: kindNames[k] }))}
            onPick={(k) => set({ kind: k as ProductKind })}
          />
          <Select
            label="Cleaned up with"
            value={a.carrier}
            options={carriers.map((c) => ({ value: c, name: carrierNames[c] }))}
            onPick={(c) => set({ carrier: c as Product['carrier'] })}
          />
          <label className="text-field">
            <span>Colour when dry</span>
            <input
              type="color"
              value={a.colour}
              onChange={(e) => set({ colour: e.target.value })}
              style={{ width: 96, height: 52 }}
            />
          </label>
        </>
      ),
    },
    {
      title: 'How far does it go?',
      ask: place ? (
        <p>It goes by the place, not by area: a usual amount stands on its sheet, and the log corrects it.</p>
      ) : (
        <>
          {number('Covers at least, m² per litre', 'rateLow', 0.5, 60)}
          {number('Covers at most, m² per litre', 'rateHigh', 0.5, 60)}
          {number('Volume solids, %', 'solidsPercent', 1, 100, 'Often only on the data sheet')}
          {number('Dry film of one coat, µm', 'dryFilmUm', 1, 1000)}
          {number('Coats', 'coats', 1, 20)}
        </>
      ),
    },
    {
      title: 'How is it put on?',
      ask: (
        <>
          <fieldset>
            <legend>Ways its label names</legend>
            <div className="also-ticks">
              {methods.map((m) => (
                <label key={m} className="tick">
                  <input
                    type="checkbox"
                    checked={a.methods.includes(m)}
                    onChange={(e) =>
                      set({ methods: e.target.checked ? [...a.methods, m] : a.methods.filter((x) => x !== m) })
                    }
                  />
                  {methodNames[m]}
                </label>
              ))}
            </div>
          </fieldset>
          {number('Thinned by at most, %', 'thinMaxPercent', 0, 100, 'Empty: it is not thinned')}
        </>
      ),
    },
    {
      title: 'What are its times?',
      ask: (
        <>
          {number('Next coat from, hours', 'recoatFromH', 0, 2000)}
          {number('Next coat until, without sanding, hours', 'recoatUntilH', 0, 5000, 'Empty: no limit is named')}
          {number('Handle from, hours', 'handleH', 0, 2000)}
          {number('Light use from, days', 'lightUseDays', 0, 400)}
          {number('Cured after, days', 'cureDays', 0, 400)}
        </>
      ),
    },
    {
      title: 'Which air does it want?',
      ask: (
        <>
          {number('Not below, °C', 'leastC', -10, 40)}
          {number('Humidity at most, %', 'mostPercent', 10, 100)}
        </>
      ),
    },
    {
      title: 'What does a can cost, and how long does it keep?',
      ask: (
        <>
          {number('A can holds, L', 'packL', 0.005, 200)}
          {number('It costs', 'packPrice', 0, 100_000)}
          {number('Keeps opened, days', 'openDays', 1, 36_500, 'Empty: what is usual')}
        </>
      ),
    },
  ];
  const last = at === questions.length - 1;
  const save = () => {
    if (a.name.trim() === '') {
      setAt(0);
      say({ text: 'Give it the name you call it by first.' });
      return;
    }
    const product = sheetOf(a, newId());
    const checked = productSchema.safeParse(product);
    if (!checked.success) {
      say({ text: `Not taken over: ${checked.error.issues[0]?.message ?? 'not valid'}.` });
      return;
    }
    theStore().transact(`Sheet of ${product.name}`, (draft) => {
      draft.products[product.id] = checked.data;
    });
    for (const key of Object.keys(nothing)) sessionStorage.removeItem(`draft/label/${key}`);
    say({ text: `On the list: ${product.name}. Choose it in a plan.` });
    void navigate(toProduct(product.id));
  };
  const question = questions[at]!;
  return (
    <div className="stack" style={{ maxWidth: 640, gap: 20 }}>
      <p>
        <Link to="/products">Products</Link> · type in your can’s label
      </p>
      <h1>{question.title}</h1>
      <p className="quiet" role="status">
        {at + 1} of {questions.length}. What the label does not say is left empty; what is usual stands in, and says so.
      </p>
      <div className="fields">{question.ask}</div>
      <Keys
        legend="Questions"
        hideLegend
        value={String(at)}
        onPick={(i) => setAt(Number(i))}
        choices={questions.map((_, i) => ({ value: String(i), name: String(i + 1) }))}
      />
      <div className="row">
        {at > 0 && (
          <button type="button" className="line" onClick={() => setAt(at - 1)}>
            Back
          </button>
        )}
        {!last && (
          <button type="button" className="go" onClick={() => setAt(at + 1)}>
            Next
          </button>
        )}
        <button type="button" className={last ? 'go' : 'plain'} onClick={save}>
          {last ? 'Make the sheet' : 'That is all on the label'}
        </button>
      </div>
    </div>
  );
}
