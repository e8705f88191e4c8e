export { buyPaper } from './buyPaper';
export { cardBlocks, makePaper } from './makePaper';
export { type Block, type Paper, type PaperBand, type PaperKind, paperKinds, type TickRow } from './Paper';
export type { PaperInput } from './PaperInput';
export { type PaperDocument, paperDocument } from './paperDocument';
export { paperReckoning } from './paperReckoning';
export { type PriceParts, priceParts } from './priceParts';
export { type PdfMaker, paperFontFiles, renderPdf } from './renderPdf';
