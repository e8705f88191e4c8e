import { reconcile, wetFilmUm } from '@cosmesis/core/coverage';
import { methodNames } from '@cosmesis/core/finishing';
import {
  carriers,
  type Hazard,
  type Method,
  methods,
  type Product,
  type ProductTrait,
  productTraits,
  sheens,
  type UnderKind,
  underKinds,
} from '@cosmesis/core/workshop';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControl from '@mui/material/FormControl';
import FormControlLabel from '@mui/material/FormControlLabel';
import FormLabel from '@mui/material/FormLabel';
import Stack from '@mui/material/Stack';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { HeldTextField } from '../../ui/HeldTextField';
import { Keys } from '../../ui/Keys';
import { Fields, TickGrid } from '../../ui/layout';
import { NumberField } from '../../ui/NumberField';
import { Select } from '../../ui/Select';
import { tagWords } from '../../ui/Working';
import { attempt } from './sheetFields';
import { carrierNames, hazardNames, traitWords, underNames } from './words';

/** Film by the label against film by the rate. */
function Film({ product }: { product: Product }) {
  const wet = wetFilmUm(product);
  const told = reconcile(product);
  if (wet === null) return null;
  return (
    <Typography>
      One coat is about <b className="n">{Math.round(wet)} µm</b> wet
      {told.dryByRateUm !== null && (
        <>
          {' '}
          and <b className="n">{told.dryByRateUm.toFixed(0)} µm</b> dry by its rate
        </>
      )}
      {product.sagUm && <>; upright it hangs up to {product.sagUm.value} µm</>}.
      {told.apartFrac !== null && (
        <>
          {' '}
          Its solids and dry film ask for {told.rateByFilmM2PerL!.toFixed(1)} m²/L:{' '}
          {Math.abs(told.apartFrac) < 0.02
            ? 'both agree'
            : `the rate promises ${Math.abs(Math.round(told.apartFrac * 100))} % ${told.apartFrac > 0 ? 'more' : 'less'}; plans go by the film`}
          .
        </>
      )}
    </Typography>
  );
}

/** How a product is mixed, part by part. */
function MixFields({ product }: { product: Product }) {
  const { mix } = product;
  const set = (label: string, next: Product['mix']) =>
    attempt(product, label, `${product.id}/mix/${label}`, (draft) => {
      draft.mix = next;
    });
  if (!mix)
    return (
      <div>
        <Button
          variant="outlined"
          onClick={() =>
            set('Mixed from parts', {
              by: 'volume',
              parts: [
                { name: 'part A', share: 4, densityKgPerL: null, hardener: false },
                { name: 'part B', share: 1, densityKgPerL: null, hardener: true },
              ],
              hardenerFrac: null,
            })
          }
        >
          It is mixed from parts
        </Button>
      </div>
    );
  const part = (i: number, change: Partial<(typeof mix.parts)[number]>) =>
    set('Mix', { ...mix, parts: mix.parts.map((p, j) => (j === i ? { ...p, ...change } : p)) });
  return (
    <Stack>
      <Keys
        legend="Mixed"
        value={mix.by}
        onPick={(by) => set('Mixed by', { ...mix, by })}
        choices={[
          { value: 'volume', name: 'by volume' },
          { value: 'mass', name: 'by weight' },
        ]}
      />
      {mix.parts.map((p, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: parts are told apart by their place
        <Fields key={i}>
          <HeldTextField
            label={`Part ${i + 1}`}
            value={p.name}
            onText={(text) => part(i, { name: text.slice(0, 200) })}
          />
          <NumberField
            label="Parts of it"
            draftKey={`${product.id}/share/${i}`}
            value={p.share}
            least={0.001}
            most={10_000}
            onValue={(share) => part(i, { share })}
            help="More than nothing"
          />
          <NumberField
            label="kg per litre"
            draftKey={`${product.id}/density/${i}`}
            value={p.densityKgPerL}
            least={0.1}
            most={20}
            onValue={(densityKgPerL) => part(i, { densityKgPerL })}
            onEmpty={() => part(i, { densityKgPerL: null })}
            help="Needed to weigh what is measured by volume"
          />
          <FormControlLabel
            control={<Checkbox checked={p.hardener} onChange={(e) => part(i, { hardener: e.target.checked })} />}
            label={'Hardener'}
          />
        </Fields>
      ))}
      <Fields>
        <NumberField
          label="Hardener at least, %"
          draftKey={`${product.id}/hardener/least`}
          value={mix.hardenerFrac ? mix.hardenerFrac.least * 100 : null}
          least={0.01}
          most={99}
          onValue={(v) =>
            set('Hardener', {
              ...mix,
              hardenerFrac: { least: v / 100, most: Math.max(mix.hardenerFrac?.most ?? 0, v / 100 + 0.0001) },
            })
          }
          onEmpty={() => set('Hardener', { ...mix, hardenerFrac: null })}
        />
        <NumberField
          label="Hardener at most, %"
          draftKey={`${product.id}/hardener/most`}
          value={mix.hardenerFrac ? mix.hardenerFrac.most * 100 : null}
          least={0.02}
          most={100}
          onValue={(v) =>
            set('Hardener', {
              ...mix,
              hardenerFrac: { least: Math.min(mix.hardenerFrac?.least ?? v / 200, v / 100 - 0.0001), most: v / 100 },
            })
          }
          onEmpty={() => set('Hardener', { ...mix, hardenerFrac: null })}
        />
      </Fields>
      <Stack direction="row">
        <Button
          variant="outlined"
          onClick={() =>
            set('Another part', {
              ...mix,
              parts: [
                ...mix.parts,
                { name: `part ${mix.parts.length + 1}`, share: 1, densityKgPerL: null, hardener: false },
              ],
            })
          }
          disabled={mix.parts.length >= 8}
        >
          Another part
        </Button>
        <Button onClick={() => set('Not mixed', null)}>It is used as it is</Button>
      </Stack>
    </Stack>
  );
}

/** A list of words as ticks. */
function Ticks<T extends string>({
  legend,
  all,
  names,
  chosen,
  onChange,
}: {
  legend: string;
  all: readonly T[];
  names: Readonly<Record<T, string>>;
  chosen: readonly T[];
  onChange: (next: T[]) => void;
}) {
  return (
    <FormControl component="fieldset">
      <FormLabel component="legend">{legend}</FormLabel>
      <TickGrid>
        {all.map((t) => (
          <FormControlLabel
            key={t}
            control={
              <Checkbox
                checked={chosen.includes(t)}
                onChange={(e) => onChange(e.target.checked ? [...chosen, t] : chosen.filter((x) => x !== t))}
              />
            }
            label={names[t]}
          />
        ))}
      </TickGrid>
    </FormControl>
  );
}

/** A sheet as it can be changed. */
type Own = { -readonly [K in keyof Product]: Product[K] };
/** Values that carry no tag of their own: where they come from stands beside them. */
const plainValues = [
  'colour',
  'methods',
  'hidingFrac',
  'carrier',
  'thinnerCarrier',
  'sheen',
  'clearOver',
  'family',
  'demandsOwnClear',
  'forbidsUnder',
  'hazards',
  'traits',
  'deliveryDays',
  'cleanUp',
] as const;

const traitNames = Object.fromEntries(productTraits.map((t) => [t, traitWords[t].name])) as Record<
  ProductTrait,
  string
>;

/** What a label says besides rate, times, air and packs. */
export function MoreFields({ product }: { product: Product }) {
  const own = (label: string, change: (draft: Own) => void) =>
    attempt(product, label, `${product.id}/${label}`, (draft) => {
      const before = { ...draft };
      change(draft as Own);
      // Whatever was changed is the user's own from now on.
      for (const key of plainValues) if (draft[key] !== before[key]) draft.valueTags[key] = 'own';
    });
  const tagOf = (key: (typeof plainValues)[number]) => tagWords[product.valueTags[key] ?? 'M'];
  const value = (
    label: string,
    key: 'filmDryUm' | 'sagUm' | 'densityKgPerL',
    least: number,
    most: number,
    help: string,
  ) => (
    <NumberField
      label={label}
      draftKey={`${product.id}/${key}`}
      value={product[key]?.value ?? null}
      least={least}
      most={most}
      onValue={(v) =>
        own(label, (d) => {
          d[key] = { value: v, tag: 'own' };
        })
      }
      onEmpty={() =>
        own(label, (d) => {
          d[key] = null;
        })
      }
      help={product[key] ? tagWords[product[key].tag] : help}
    />
  );
  return (
    <>
      <Stack component="section" aria-label="Film and mix" style={{ gap: 18 }}>
        <Typography variant="h2">Film and mix</Typography>
        <Film product={product} />
        <Fields>
          {value('Dry film of one coat, µm', 'filmDryUm', 1, 1000, 'With the solids: how far it goes')}
          {value('Hangs upright up to, µm wet', 'sagUm', 5, 3000, 'Thicker runs')}
          {value('kg per litre', 'densityKgPerL', 0.1, 20, 'To weigh it')}
          <NumberField
            label="One coat hides, %"
            draftKey={`${product.id}/hiding`}
            value={product.hidingFrac * 100}
            least={0}
            most={100}
            digits={1}
            onValue={(v) =>
              own('Hiding', (d) => {
                d.hidingFrac = v / 100;
              })
            }
            help={`Contrast ratio, black against white; ${tagOf('hidingFrac')}`}
          />
          <NumberField
            label="Workable once mixed, min at 20 °C"
            draftKey={`${product.id}/working`}
            value={product.workingMin?.low ?? null}
            least={0.5}
            most={100_000}
            onValue={(v) =>
              own('Working time', (d) => {
                d.workingMin = {
                  low: v,
                  likely: Math.max(v, d.workingMin?.likely ?? v),
                  high: Math.max(v, d.workingMin?.high ?? v),
                  tag: 'own',
                };
              })
            }
            onEmpty={() =>
              own('Working time', (d) => {
                d.workingMin = null;
              })
            }
            help="Empty: does not set in the cup"
          />
        </Fields>
        <MixFields product={product} />
      </Stack>
      <Stack component="section" aria-label="What goes with it" style={{ gap: 18 }}>
        <Typography variant="h2">What goes with it</Typography>
        <TextField
          label={`Colour when dry (${tagOf('colour')})`}
          type="color"
          value={product.colour}
          sx={{ width: 140 }}
          onChange={(e) =>
            own('Colour', (d) => {
              d.colour = e.target.value;
            })
          }
        />
        <Ticks<Method>
          legend={`Ways it is put on (${tagOf('methods')})`}
          all={methods}
          names={methodNames}
          chosen={product.methods}
          onChange={(next) => {
            if (next.length > 0)
              own('Ways it is put on', (d) => {
                d.methods = next;
              });
          }}
        />
        <Fields>
          <Select
            label="Carried in"
            value={product.carrier}
            options={carriers.map((c) => ({ value: c, name: carrierNames[c] }))}
            onPick={(c) =>
              own('Carrier', (d) => {
                d.carrier = c as Product['carrier'];
              })
            }
            help={tagOf('carrier')}
          />
          <Select
            label="Thinned with what is carried in"
            value={product.thinnerCarrier ?? ''}
            options={[{ value: '', name: 'no thinner' }, ...carriers.map((c) => ({ value: c, name: carrierNames[c] }))]}
            onPick={(c) =>
              own('Thinner', (d) => {
                d.thinnerCarrier = c === '' ? null : (c as Product['carrier']);
              })
            }
            help={
              product.thinnerCarrier !== null && product.thinnerCarrier !== product.carrier
                ? 'Not what it is carried in: plans say stop'
                : tagOf('thinnerCarrier')
            }
          />
          <Select
            label="Sheen"
            value={product.sheen ?? ''}
            options={[{ value: '', name: 'not said' }, ...sheens.map((x) => ({ value: x, name: x }))]}
            onPick={(x) =>
              own('Sheen', (d) => {
                d.sheen = x === '' ? null : (x as Product['sheen']);
              })
            }
            help={tagOf('sheen')}
          />
          <Select
            label="A clear over it"
            value={product.clearOver}
            options={[
              { value: 'either', name: 'either way' },
              { value: 'needed', name: 'is needed' },
              { value: 'needless', name: 'is not needed' },
            ]}
            onPick={(x) =>
              own('Clear over it', (d) => {
                d.clearOver = x as Product['clearOver'];
              })
            }
            help={tagOf('clearOver')}
          />
          <HeldTextField
            label="Family of products"
            helperText={tagOf('family')}
            value={product.family ?? ''}
            onText={(text) =>
              own('Family', (d) => {
                d.family = text.trim() === '' ? null : text.slice(0, 200);
              })
            }
          />
          <FormControlLabel
            control={
              <Checkbox
                checked={product.demandsOwnClear}
                onChange={(e) =>
                  own('Own clear', (d) => {
                    d.demandsOwnClear = e.target.checked;
                  })
                }
              />
            }
            label={'Its label asks for a clear of its own family'}
          />
        </Fields>
        <Ticks<ProductTrait>
          legend={`How plans use it (${tagOf('traits')})`}
          all={productTraits.filter((t) => [null, product.kind].includes(traitWords[t].of))}
          names={traitNames}
          chosen={product.traits}
          onChange={(next) =>
            own('How plans use it', (d) => {
              d.traits = next;
            })
          }
        />
        <Ticks<UnderKind>
          legend={`Its label forbids under it (${tagOf('forbidsUnder')})`}
          all={underKinds}
          names={underNames}
          chosen={product.forbidsUnder}
          onChange={(next) =>
            own('Forbidden under it', (d) => {
              d.forbidsUnder = next;
            })
          }
        />
        <Ticks<Hazard>
          legend={`Hazards on its label (${tagOf('hazards')})`}
          all={Object.keys(hazardNames) as Hazard[]}
          names={hazardNames}
          chosen={product.hazards}
          onChange={(next) =>
            own('Hazards', (d) => {
              d.hazards = next;
            })
          }
        />
      </Stack>
      <Stack component="section" aria-label="Keeping" style={{ gap: 18 }}>
        <Typography variant="h2">Keeping and ordering</Typography>
        <Fields>
          {(['closedDays', 'openDays'] as const).map((key) => (
            <NumberField
              key={key}
              label={key === 'closedDays' ? 'Keeps closed, days' : 'Keeps opened, days'}
              draftKey={`${product.id}/${key}`}
              value={product.shelf[key]}
              least={1}
              most={36_500}
              digits={0}
              onValue={(v) =>
                own('Keeps', (d) => {
                  d.shelf = { ...d.shelf, [key]: v, tag: 'own' };
                })
              }
              onEmpty={() =>
                own('Keeps', (d) => {
                  d.shelf = { ...d.shelf, [key]: null, tag: 'own' };
                })
              }
              help={product.shelf[key] === null ? 'Not named' : tagWords[product.shelf.tag]}
            />
          ))}
          <NumberField
            label="On the way, days"
            draftKey={`${product.id}/delivery`}
            value={product.deliveryDays}
            least={0}
            most={1000}
            digits={0}
            onValue={(v) =>
              own('Delivery', (d) => {
                d.deliveryDays = v;
              })
            }
            help={tagOf('deliveryDays')}
          />
          <NumberField
            label="Order more at, L"
            draftKey={`${product.id}/reorder`}
            value={product.reorderL}
            least={0}
            most={1000}
            onValue={(v) =>
              own('Reorder point', (d) => {
                d.reorderL = v;
              })
            }
            onEmpty={() =>
              own('Reorder point', (d) => {
                d.reorderL = null;
              })
            }
            help="Empty: never told"
          />
          <HeldTextField
            label="Tools are cleaned with"
            helperText={tagOf('cleanUp')}
            value={product.cleanUp}
            onText={(text) =>
              own('Clean-up', (d) => {
                d.cleanUp = text.slice(0, 200);
              })
            }
          />
        </Fields>
      </Stack>
    </>
  );
}
