import QRCode from 'qrcode';

/** A QR code as dark and light modules, row by row, without its quiet border. */
export interface QrMatrix {
  size: number;
  dark: (x: number, y: number) => boolean;
}

/** The code of a text at medium error correction (ISO/IEC 18004, by the qrcode package). */
export function qrCode(text: string): QrMatrix {
  const { modules } = QRCode.create(text, { errorCorrectionLevel: 'M' });
  return { size: modules.size, dark: (x, y) => modules.get(y, x) === 1 };
}

const recordKinds = ['mix', 'can', 'card'] as const;
export type RecordKind = (typeof recordKinds)[number];

/** What a label's code says: the kind of record and its id. */
export const recordCode = (kind: RecordKind, id: string): string => `cosmesis:${kind}/${id}`;

/** The record that a scanned or typed code names; null where it is none of ours. */
export function recordOfCode(code: string): { kind: RecordKind; id: string } | null {
  const found = new RegExp(`^cosmesis:(${recordKinds.join('|')})/(.+)$`).exec(code.trim());
  return found ? { kind: found[1] as RecordKind, id: found[2]! } : null;
}
