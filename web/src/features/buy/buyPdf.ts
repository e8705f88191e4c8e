import { buyPaper } from '@cosmesis/core/papers';
import { paperPdf } from '../../ui/paperPdf';

/** The buy list as PDF. Brought when it is asked for: nobody needs it to read the list. */
export const buyPdf = (...[list, supplies, settings, nowMin]: [...Parameters<typeof buyPaper>]) =>
  paperPdf(buyPaper(list, supplies, settings, nowMin), new Map(), settings);
