import { qrCode } from '@cosmesis/core/takeaway';

/** What stands on a label. */
export interface Label {
  title: string;
  lines: readonly string[];
  /** What its code says. */
  code: string;
  /** #rrggbb */
  colour: string;
}

/** A label of 90 × 50 mm as PDF: title, lines, a swatch and the code of its record. */
async function labelPdf(label: Label): Promise<Uint8Array> {
  const { PDFDocument, StandardFonts, rgb } = await import('pdf-lib');
  const mm = 72 / 25.4;
  const pdf = await PDFDocument.create();
  const page = pdf.addPage([90 * mm, 50 * mm]);
  const [bold, plain] = [
    await pdf.embedFont(StandardFonts.HelveticaBold),
    await pdf.embedFont(StandardFonts.Helvetica),
  ];
  const ink = rgb(0.08, 0.13, 0.11);
  // The standard fonts know the letters of Western Europe; what they do not know is left out rather than failing.
  const known = (text: string) => text.replace(/[^\u0020-\u00ff–—‘’“”•…€]/g, '?');
  const fitted = (text: string, size: number, width: number) => {
    let cut = known(text);
    while (cut.length > 1 && bold.widthOfTextAtSize(cut, size) > width) cut = cut.slice(0, -1);
    return cut;
  };
  const textWidth = 52 * mm;
  page.drawText(fitted(label.title, 12, textWidth), { x: 4 * mm, y: 41 * mm, size: 12, font: bold, color: ink });
  label.lines.slice(0, 8).forEach((line, i) => {
    page.drawText(fitted(line, 8, textWidth), { x: 4 * mm, y: (35.5 - i * 4) * mm, size: 8, font: plain, color: ink });
  });
  const [r, g, b] = [1, 3, 5].map((i) => Number.parseInt(label.colour.slice(i, i + 2), 16) / 255) as [
    number,
    number,
    number,
  ];
  page.drawRectangle({
    x: 4 * mm,
    y: 3 * mm,
    width: 20 * mm,
    height: 4 * mm,
    color: rgb(r, g, b),
    borderColor: ink,
    borderWidth: 0.5,
  });
  const { size, dark } = qrCode(label.code);
  const module = (28 * mm) / size;
  for (let y = 0; y < size; y += 1)
    for (let x = 0; x < size; x += 1)
      if (dark(x, y))
        page.drawRectangle({
          x: 59 * mm + x * module,
          y: 39 * mm - (y + 1) * module,
          width: module,
          height: module,
          color: ink,
        });
  return pdf.save();
}

/** Offers a label for download. */
export async function downloadLabel(name: string, label: Label): Promise<void> {
  const bytes = await labelPdf(label);
  const url = URL.createObjectURL(new Blob([bytes as BlobPart], { type: 'application/pdf' }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  URL.revokeObjectURL(url);
}
