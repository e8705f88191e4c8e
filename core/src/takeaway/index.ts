export { buyListToCsv } from './buyListToCsv';
export { type CareCard, careCard } from './careCard';
export { planToText } from './planToText';
export { productsFromCsv, productsToCsv, type ReadProducts } from './productsCsv';
export { type QrMatrix, qrCode, type RecordKind, recordCode, recordOfCode } from './qrCode';
export { quantitiesToCsv } from './quantitiesToCsv';
export { sittingsToICalendar } from './sittingsToICalendar';
export { type UsedRow, usedRows } from './usedRows';
export { workshopToICalendar } from './workshopToICalendar';
