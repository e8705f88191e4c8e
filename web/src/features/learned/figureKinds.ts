import type { FigureOf } from '@cosmesis/core/learning';

/** Kinds of figures that the log teaches, as they are listed. */
export const figureKinds: readonly { value: FigureOf['kind']; name: string; goes: string }[] = [
  { value: 'litres', name: 'Amounts', goes: 'coat' },
  { value: 'minutes', name: 'Times', goes: 'sitting' },
  { value: 'dry', name: 'Drying', goes: 'film' },
  { value: 'hides', name: 'Coats to hide', goes: 'surface' },
  { value: 'uses', name: 'Sheets and the like', goes: 'count' },
];
