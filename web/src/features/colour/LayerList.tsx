import { mixedWords } from '@cosmesis/core/colour';
import type { ColourLayer, Product } from '@cosmesis/core/workshop';
import Box from '@mui/material/Box';
import { useParts } from '../../store/useWorkshop';

/** What is in a layer, in words, and how long it lies. */
const layerWords = (layer: ColourLayer, products: Readonly<Record<string, Product>>): string =>
  `${mixedWords(layer, (id) => products[id]?.name ?? 'a product that is gone')}${layer.dwellMin ? `, wiped after ${layer.dwellMin} min` : ''}`;

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
