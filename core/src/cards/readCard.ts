import { good, type Result, refused } from '../units';
import { type FinishCard, finishCardSchema } from '../workshop';

/** Longest card that is read, characters. */
const mostChars = 2_000_000;

/** A card from its file. Refused, with what to do, where it is none. */
export function readCard(text: string): Result<FinishCard> {
  const no = (code: string, message: string): Result<FinishCard> => refused({ code, path: '', message });
  if (text.length > mostChars) return no('card_too_large', 'This file is too large for a finish card.');
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    return no('card_not_json', 'This is no finish card: choose a file that was saved with “Save as file” on a card.');
  }
  const format = typeof json === 'object' && json !== null && 'format' in json ? json.format : undefined;
  if (format === 'cosmesis-workshop')
    return no('card_is_workshop', 'This is a whole workshop: open it from the menu, under “Open a file”.');
  const read = finishCardSchema.safeParse(json);
  if (read.success) return good(read.data);
  if (format !== 'cosmesis-card')
    return no('card_other', 'This is no finish card: choose a file that was saved with “Save as file” on a card.');
  const first = read.error.issues[0];
  return no(
    'card_damaged',
    `This card cannot be read: ${first?.path.join('.') || 'it'} ${first?.message ?? 'is damaged'}. Ask for it anew.`,
  );
}
