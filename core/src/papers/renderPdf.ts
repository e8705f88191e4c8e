import { type PaperDocument, paperFonts } from './paperDocument';

/** The PDF package, as far as it is used here. */
export interface PdfMaker {
  addVirtualFileSystem: (files: Record<string, { data: string; encoding: 'base64' }>) => void;
  addFonts: (fonts: Record<string, Record<'normal' | 'bold' | 'italics' | 'bolditalics', string>>) => void;
  createPdf: (definition: object) => { getBuffer: () => Promise<Uint8Array> };
}

const fontFamilies = Object.keys(paperFonts) as (keyof typeof paperFonts)[];
const weights = [400, 700] as const;

/** The font files a paper is set in: key, and the path of the file below the packages of the fonts. */
export const paperFontFiles: readonly { key: string; path: string }[] = fontFamilies.flatMap((family) =>
  (['latin', 'latin-ext'] as const).flatMap((part) =>
    weights.map((weight) => ({
      key: `${family}${part === 'latin' ? '' : 'Ext'}-${weight}.woff`,
      path: `${paperFonts[family]}/files/${paperFonts[family]}-${part}-${weight}-normal.woff`,
    })),
  ),
);

/** A paper as PDF, its fonts in it. @param fonts the font files by key, in base64 @param images pictures by the id of their photograph, as data addresses */
export async function renderPdf(
  maker: PdfMaker,
  { foot, pictures: _, ...definition }: PaperDocument,
  fonts: Readonly<Record<string, string>>,
  images: Readonly<Record<string, string>> = {},
): Promise<Uint8Array> {
  maker.addVirtualFileSystem(
    Object.fromEntries(Object.entries(fonts).map(([key, data]) => [key, { data, encoding: 'base64' }])),
  );
  maker.addFonts(
    Object.fromEntries(
      fontFamilies.flatMap((family) =>
        [family, `${family}Ext`].map((name) => {
          const [normal, bold] = [`${name}-400.woff`, `${name}-700.woff`];
          return [name, { normal, bold, italics: normal, bolditalics: bold }];
        }),
      ),
    ),
  );
  const footer = (page: number, pages: number) => ({
    columns: [
      { text: foot, fontSize: 9, color: '#5c6a63' },
      { text: `${page} of ${pages}`, fontSize: 9, color: '#5c6a63', alignment: 'right' },
    ],
    margin: [51, 18, 51, 0],
  });
  // A heading stands with what it is the heading of.
  const pageBreakBefore = (
    node: { headlineLevel?: number },
    on: { getFollowingNodesOnPage: () => readonly unknown[] },
  ): boolean => node.headlineLevel === 1 && on.getFollowingNodesOnPage().length === 0;
  return maker.createPdf({ ...definition, images, footer, pageBreakBefore }).getBuffer();
}
