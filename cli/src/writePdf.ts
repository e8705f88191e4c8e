import { readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { type PaperDocument, type PdfMaker, paperFontFiles, renderPdf } from '@cosmesis/core/papers';

const require = createRequire(import.meta.url);

/** Writes a paper as PDF. */
export async function writePdf(document: PaperDocument, path: string): Promise<void> {
  const maker = require('pdfmake/build/pdfmake.js') as PdfMaker;
  const fonts = Object.fromEntries(
    paperFontFiles.map(({ key, path: file }) => [
      key,
      readFileSync(require.resolve(`@fontsource/${file}`)).toString('base64'),
    ]),
  );
  writeFileSync(path, await renderPdf(maker, document, fonts));
}
