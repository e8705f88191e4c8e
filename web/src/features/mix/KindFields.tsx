import type { Product } from '@cosmesis/core/workshop';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { useParts } from '../../store/useWorkshop';
import { Keys } from '../../ui/Keys';
import { NumberField } from '../../ui/NumberField';
import { Select } from '../../ui/Select';
import { colourFor, coloursFor, mixableWith, type RecipeKind, type RecipeSettings } from './recipeKinds';

/** The fields a kind of mix asks for. */
export function KindFields({
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
  const { products } = useParts('products');
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
  const colour = (
    <div style={{ gridColumn: '1 / -1' }}>
      <Select
        label="Colour"
        value={colourFor(product, products, settings)?.id ?? ''}
        options={coloursFor(product, products).map((c) => ({ value: c.id, name: c.name }))}
        onPick={(colourId) => set({ colourId })}
      />
    </div>
  );
  const paints = mixableWith(product, products);
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
        <>
          <Keys
            legend="Which coat"
            value={String(settings.coat)}
            onPick={(c) => set({ coat: Number(c) })}
            choices={['1', '2', '3', '4'].map((c) => ({ value: c, name: c }))}
          />
          <Typography variant="body2">
            The first coat is thinned most. Its label: up to {Math.round(product.thinningMaxFrac.value * 100)} %
          </Typography>
        </>
      );
    case 'diluted':
    case 'wash':
      return field('Parts of water to one', 'waterParts', 0.1, 50);
    case 'toner':
      return (
        <>
          {colour}
          {field('Colour, % by volume', 'colourPercent', 1, 50, '5 to 20 is usual')}
        </>
      );
    case 'shellac':
      return field('Cut, lb per US gallon', 'cutLb', 0.25, 5, '2 for a sealer');
    case 'cut':
      return (
        <>
          {field('Its cut, lb/US gal', 'fromLb', 0.25, 8)}
          {field('Cut wanted, lb/US gal', 'cutLb', 0.25, settings.fromLb)}
        </>
      );
    case 'drops':
      return (
        <>
          {colour}
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
        <Stack>
          {settings.parts.map((p, i) => (
            <Stack direction="row" key={p.productId} style={{ flexWrap: 'nowrap' }}>
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
            </Stack>
          ))}
          <NumberField
            label="Parts of thinner"
            draftKey="mix/thinner-parts"
            value={settings.thinnerParts}
            least={0}
            most={100}
            onValue={(thinnerParts) => set({ thinnerParts })}
          />
          {settings.parts.length < paints.length && (
            <Button
              variant="outlined"
              onClick={() => {
                const next = paints.find((x) => !settings.parts.some((p) => p.productId === x.id));
                if (next) set({ parts: [...settings.parts, { productId: next.id, parts: 1 }] });
              }}
            >
              Another colour
            </Button>
          )}
        </Stack>
      );
    case 'label':
      return null;
  }
}
