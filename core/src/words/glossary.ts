/** A word of the trade with what it means, in one sentence. Common practice, no source. */
export interface GlossaryRow {
  word: string;
  says: string;
}

/** The words that are used on screens and papers. A new word is a new row. */
export const glossary = {
  denib: {
    word: 'denib',
    says: 'Sand a dry coat very lightly, only to take off dust and bubbles before the next one.',
  },
  grit: {
    word: 'P80',
    says: 'The P number is the grit of the sheet: the higher, the finer. P80–150 means one after the other up to P150.',
  },
  block: { word: 'block', says: 'A coat that keeps stains, knots and old colour from bleeding through paint.' },
  condition: { word: 'condition', says: 'A thin first coat on bare wood that lets stain go in evenly.' },
  scuff: { word: 'scuff', says: 'Dull a shiny film with fine paper so that the next one holds.' },
  feather: { word: 'feather', says: 'Sand the edge of a repair out until it cannot be felt.' },
  tack: { word: 'tack', says: 'Wipe with a slightly sticky cloth that picks up the last dust.' },
  window: {
    word: 'window',
    says: 'The time in which the next coat bonds by itself; after it the film has to be abraded first.',
  },
  cure: { word: 'cured', says: 'Hard all the way through, days or weeks after it is dry.' },
  deltaE: {
    word: 'difference of colour',
    says: 'ΔE00, the standard measure: 1 is hardly visible, 2 is good side by side, above 5 is plainly different.',
  },
  typical: {
    word: 'usual value',
    says: 'Not read off a label: what such products usually have, put in by Cosmesis until you type your own.',
  },
  stick: {
    word: 'the strip of steps',
    says: 'Each zone as a strip of wood: one band for each step, in the colour it leaves; done ones stand on a thick line.',
  },
} as const satisfies Readonly<Record<string, GlossaryRow>>;

export type GlossaryId = keyof typeof glossary;
