import { good, type Result } from '@cosmesis/core/units';
import { z } from 'zod';

/** A typed text as a schema: read as the bench writes it, refused in the words of its reader. */
export const parsed = <T>(read: (text: string) => Result<T>) =>
  z.string().transform((text, context): T => {
    const told = read(text);
    if (told.ok) return told.value;
    // Of an empty field only what to write is worth saying.
    const message = (told.issues[0]?.message ?? 'This cannot be read.').replace(/^"" is not [^.]*\. /, '');
    context.addIssue({ code: 'custom', message });
    return z.NEVER;
  });

/** The same, where an empty field is an answer: null. */
export const parsedOrNone = <T>(read: (text: string) => Result<T>) =>
  parsed<T | null>((text) => (text.trim() === '' ? good(null) : read(text)));
