import type { Product } from '../workshop';
import { noFacts } from './labelFacts';

/** What a product of one's own begins with: nothing is known of it, and its air is that of film formers. */
export const ownProduct: Omit<Product, 'id' | 'name' | 'kind' | 'carrier'> = {
  spreadM2PerL: { low: 8, likely: 10, high: 12, tag: 'M' },
  perPlaceL: null,
  volumeSolidsFrac: null,
  thinner: null,
  thinningFrac: { value: 0, tag: 'M' },
  thinningMaxFrac: { value: 0, tag: 'M' },
  methods: ['brush'],
  coats: 1,
  times: {
    dustFreeMin: { low: 30, likely: 60, high: 90, tag: 'M' },
    recoatFromMin: { low: 120, likely: 180, high: 240, tag: 'M' },
    recoatUntilMin: null,
    blockedMin: null,
    filmFromMin: null,
    waterFilmFromMin: null,
    dwellMin: null,
    sandFromMin: { low: 120, likely: 180, high: 240, tag: 'M' },
    tapeSafeMin: { low: 1440, likely: 1440, high: 2880, tag: 'M' },
    handleMin: { low: 240, likely: 480, high: 960, tag: 'M' },
    lightUseMin: { low: 1440, likely: 2880, high: 2880, tag: 'M' },
    cureMin: { low: 21 * 1440, likely: 21 * 1440, high: 30 * 1440, tag: 'M' },
  },
  air: {
    leastTempC: { value: 10, tag: 'M' },
    mostTempC: { value: 32, tag: 'M' },
    mostRelHumFrac: { value: 0.85, tag: 'M' },
    leastDewMarginK: { value: 3, tag: 'P' },
  },
  packs: [],
  colour: '#d8d4c8',
  hidingFrac: 0,
  hazards: [],
  ...noFacts,
};
