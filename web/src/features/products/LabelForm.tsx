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
import { zodResolver } from '@hookform/resolvers/zod';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControl from '@mui/material/FormControl';
import FormControlLabel from '@mui/material/FormControlLabel';
import FormLabel from '@mui/material/FormLabel';
import Stack from '@mui/material/Stack';
import Step from '@mui/material/Step';
import StepButton from '@mui/material/StepButton';
import Stepper from '@mui/material/Stepper';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { type ReactNode, useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { Link, useNavigate } from 'react-router';
import { z } from 'zod';
import { newId, theStore } from '../../store/theStore';
import { Fields, TickGrid } from '../../ui/layout';
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

/** What is typed, held against what a sheet may be. */
const answers = z.looseObject({
  name: z.string().trim().min(1, 'Give it the name you call it by.').pipe(productSchema.shape.name),
}) as unknown as z.ZodType<Answers, Answers>;

/** Typing in the label of a can, one question after the other; what it does not say is passed over. */
export default function LabelForm() {
  const navigate = useNavigate();
  const { register, setValue, control, handleSubmit, formState } = useForm<Answers>({
    resolver: zodResolver(answers),
    defaultValues: nothing,
  });
  const a = useWatch({ control }) as Answers;
  const [at, setAt] = useState(0);
  const set = (change: Partial<Answers>) => {
    for (const [key, value] of Object.entries(change)) setValue(key as keyof Answers, value as never);
  };
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
            autoComplete="off"
            {...register('name')}
            error={formState.errors.name !== undefined}
            helperText={formState.errors.name?.message ?? 'As you call it at the bench'}
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
          <TextField
            label="Colour when dry"
            type="color"
            value={a.colour}
            onChange={(e) => set({ colour: e.target.value })}
            sx={{ width: 140 }}
          />
        </>
      ),
    },
    {
      title: 'How far does it go?',
      ask: place ? (
        <Typography>
          It goes by the place, not by area: a usual amount stands on its sheet, and the log corrects it.
        </Typography>
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
          <FormControl component="fieldset">
            <FormLabel component="legend">Ways its label names</FormLabel>
            <TickGrid>
              {methods.map((m) => (
                <FormControlLabel
                  key={m}
                  control={
                    <Checkbox
                      checked={a.methods.includes(m)}
                      onChange={(e) =>
                        set({ methods: e.target.checked ? [...a.methods, m] : a.methods.filter((x) => x !== m) })
                      }
                    />
                  }
                  label={methodNames[m]}
                />
              ))}
            </TickGrid>
          </FormControl>
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
  const save = handleSubmit(
    (typed) => {
      const product = sheetOf(typed, newId());
      const checked = productSchema.safeParse(product);
      if (!checked.success) {
        say({ text: `Not taken over: ${checked.error.issues[0]?.message ?? 'not valid'}.` });
        return;
      }
      theStore().transact(`Sheet of ${product.name}`, (draft) => {
        draft.products[product.id] = checked.data;
      });
      for (const key of Object.keys(nothing)) sessionStorage.removeItem(`draft/label/${key}`);
      say({ text: `On the list: ${product.name}. Use it on a piece below, or choose it in a plan.` });
      void navigate(toProduct(product.id));
    },
    () => setAt(0),
  );
  const question = questions[at]!;
  return (
    <Stack style={{ maxWidth: 640, gap: 20 }}>
      <Typography>
        <Link to="/products">Products</Link> · type in your can’s label
      </Typography>
      <Stepper
        nonLinear
        activeStep={at}
        alternativeLabel
        aria-label="Questions"
        sx={{ '& .MuiStep-root': { px: 0 }, '& .MuiStepButton-root': { px: 0.5, mx: 0 } }}
      >
        {questions.map(({ title }, i) => (
          <Step key={title}>
            <StepButton onClick={() => setAt(i)} aria-label={`${i + 1}: ${title}`} />
          </Step>
        ))}
      </Stepper>
      <Typography variant="h1">{question.title}</Typography>
      <Typography variant="body2" role="status">
        {at + 1} of {questions.length}. What the label does not say is left empty; what is usual stands in, and says so.
      </Typography>
      <Fields>{question.ask}</Fields>
      <Stack direction="row">
        {at > 0 && (
          <Button variant="outlined" onClick={() => setAt(at - 1)}>
            Back
          </Button>
        )}
        {!last && (
          <Button variant="contained" onClick={() => setAt(at + 1)}>
            Next
          </Button>
        )}
        <Button variant={last ? 'contained' : 'text'} onClick={save}>
          {last ? 'Make the sheet' : 'That is all on the label'}
        </Button>
      </Stack>
    </Stack>
  );
}
