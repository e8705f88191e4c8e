import { good, type Result, readNumber, refused } from '@cosmesis/core/units';
import { type Product, productSchema, type SourcedRange, type Tag } from '@cosmesis/core/workshop';
import FormControl from '@mui/material/FormControl';
import FormLabel from '@mui/material/FormLabel';
import Typography from '@mui/material/Typography';
import type { Draft } from 'immer';
import { theStore } from '../../store/theStore';
import { Fields } from '../../ui/layout';
import { MeasureField } from '../../ui/MeasureField';
import { say } from '../../ui/say';
import { tagWords } from '../../ui/Working';

/** Reads a number within limits; tells what to do where it is none. */
export const within =
  (low: number, high: number, unit: string) =>
  (text: string): Result<number> => {
    const read = readNumber(text.replace(new RegExp(`${unit}$`, 'i'), '').trim());
    if (!read.ok) return read;
    const { value } = read;
    if (!(value >= low && value <= high))
      return refused({
        code: 'number_out_of_range',
        path: '',
        message: `Between ${low} and ${high}${unit ? ` ${unit}` : ''}.`,
      });
    return good(value);
  };

/** A change that leaves the sheet valid; one that would not is refused with the reason. */
function edit(product: Product, label: string, mergeKey: string, change: (draft: Draft<Product>) => void): void {
  theStore().transact(
    label,
    (draft) => {
      const own = draft.products[product.id];
      if (!own) throw new Error('the product is gone');
      change(own);
      const checked = productSchema.safeParse(JSON.parse(JSON.stringify(own)));
      if (!checked.success) throw new Error(checked.error.issues[0]?.message ?? 'not valid');
    },
    mergeKey,
  );
}

/** The same, with the reason said where it cannot be taken over. */
export function attempt(
  product: Product,
  label: string,
  mergeKey: string,
  change: (draft: Draft<Product>) => void,
): void {
  try {
    edit(product, label, mergeKey, change);
  } catch (error) {
    say({ text: `Not taken over: ${error instanceof Error ? error.message : String(error)}.` });
  }
}

const Tagged = ({ tag }: { tag: Tag }) => <>{tagWords[tag]}</>;

/** Low, likely and high of one value. */
export function RangeFields({
  product,
  name,
  value,
  factor,
  unit,
  least = 0,
  most,
  set,
}: {
  product: Product;
  name: string;
  value: SourcedRange;
  factor: number;
  unit: string;
  least?: number;
  most: number;
  set: (draft: Draft<Product>, range: SourcedRange) => void;
}) {
  const shown = (x: number) => String(Number((x / factor).toPrecision(6)));
  const take = (end: 'low' | 'likely' | 'high', typed: number) => {
    const next = { ...value, [end]: typed * factor, tag: 'own' as const };
    // Moving one end past another takes the others along, so that a range stays a range while it is typed.
    if (end === 'low')
      Object.assign(next, { likely: Math.max(next.likely, next.low), high: Math.max(next.high, next.low) });
    if (end === 'likely')
      Object.assign(next, { low: Math.min(next.low, next.likely), high: Math.max(next.high, next.likely) });
    if (end === 'high')
      Object.assign(next, { likely: Math.min(next.likely, next.high), low: Math.min(next.low, next.high) });
    attempt(product, name, `${product.id}/${name}/${end}`, (draft) => set(draft, next));
  };
  return (
    <FormControl component="fieldset">
      <FormLabel component="legend">
        {name}, {unit}{' '}
        <Typography component="span" variant="body2">
          <Tagged tag={value.tag} />
        </Typography>
      </FormLabel>
      <Fields style={{ gridTemplateColumns: 'repeat(3, minmax(90px, 140px))', marginTop: 10 }}>
        {(['low', 'likely', 'high'] as const).map((end) => (
          <MeasureField
            key={end}
            label={end}
            draftKey={`${product.id}/${name}/${end}`}
            shown={shown(value[end])}
            parse={within(least, most, unit)}
            onValue={(typed) => take(end, typed)}
          />
        ))}
      </Fields>
    </FormControl>
  );
}

/** One value with where it comes from. */
export function SingleField({
  product,
  name,
  unit,
  shown,
  tag,
  low,
  high,
  set,
}: {
  product: Product;
  name: string;
  unit: string;
  shown: number;
  tag: Tag;
  low: number;
  high: number;
  set: (draft: Draft<Product>, value: number) => void;
}) {
  return (
    <MeasureField
      label={unit ? `${name}, ${unit}` : name}
      draftKey={`${product.id}/${name}`}
      shown={String(Number(shown.toPrecision(6)))}
      parse={within(low, high, unit)}
      help={tagWords[tag]}
      onValue={(value) => attempt(product, name, `${product.id}/${name}`, (draft) => set(draft, value))}
    />
  );
}
