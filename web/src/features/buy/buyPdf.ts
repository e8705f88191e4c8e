import { buyPaper } from '@cosmesis/core/papers';
import { savePaper } from '../../ui/savePaper';

/** Saves the buy list as PDF. Brought when it is asked for: nobody needs it to read the list. */
export const saveBuyPdf = (...[list, supplies, settings, nowMin]: Parameters<typeof buyPaper>): Promise<void> =>
  savePaper(buyPaper(list, supplies, settings, nowMin), `${settings.name} buy list`, settings);
