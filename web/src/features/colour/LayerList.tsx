import type { ColourLayer, Product } from '@cosmesis/core/workshop';
import Box from '@mui/material/Box';
import { useParts } from '../../store/useWorkshop';

const counted = (n: number, what: string) => `${Number(n.toFixed(1))} ${n === 1 ? 'part' : 'parts'} ${what}`;

/** What is in a layer, in words. */
function layerWords(layer: ColourLayer, products: Readonly<Record<string, Product>>): string {
  const { parts, thinnerParts, coats } = layer;
  const name = (id: string) => products[id]?.name ?? 'a product that is gone';
  const plain = parts.length === 1 && thinnerParts === 0;
  const mixed = [
    ...parts.map((p) => counted(p.parts, name(p.productId))),
    ...(thinnerParts > 0 ? [counted(thinnerParts, 'thinner')] : []),
  ];
  const words = plain ? name(parts[0]!.productId) : mixed.join(' + ');
  return `${words}${coats > 1 ? `, ${coats} coats` : ''}${layer.dwellMin ? `, wiped after ${layer.dwellMin} min` : ''}`;
}

/** Layers from the wood up. */
export function LayerList({ layers }: { layers: readonly ColourLayer[] }) {
  const { products } = useParts('products');
  return (
    <Box component="ol" sx={{ m: 0, pl: 3, display: 'grid', gap: 0.5 }}>
      {layers.map((l, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: the place of a layer is what it is
        <li key={i}>{layerWords(l, products)}</li>
      ))}
    </Box>
  );
}

/** Says what is in a layer. */
export function useLayerWords(): (layer: ColourLayer) => string {
  const { products } = useParts('products');
  return (layer) => layerWords(layer, products);
}
