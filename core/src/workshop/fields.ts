import { z } from 'zod';
import { isReservedId } from './reservedIds';

/** Id of a record. */
export const id = z
  .string()
  .min(1)
  .max(200)
  .refine((word) => !isReservedId(word), {
    message: 'is a word that this program keeps for itself; give it another id',
  });
/** What is written freely. */
export const text = z.string().max(4000);
/** What a thing is called. */
export const name = z.string().max(200);
/** An instant, ISO 8601 with its offset. */
export const instant = z.iso.datetime({ offset: true });
