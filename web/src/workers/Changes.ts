import type { Workshop } from '@cosmesis/core/workshop';

/** Collections of a workshop that are mirrored record by record. */
export const mirrored = ['pieces', 'products', 'readings', 'containers', 'mixes', 'supplies'] as const;
export type Mirrored = (typeof mirrored)[number];

/** What changed since the last message: records to put, records to take away. */
export interface Changes {
  workshopId: string;
  /** Which opening of a workshop it is: one may take the place of another under its id. */
  opening: number;
  /** Everything before it is forgotten: another workshop was opened, or the worker was started anew. */
  fresh: boolean;
  settings?: Workshop['settings'];
  put: readonly (readonly [Mirrored, unknown])[];
  remove: readonly (readonly [Mirrored, string])[];
}
