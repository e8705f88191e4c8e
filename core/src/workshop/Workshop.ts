import { canonicalJson } from './canonicalJson';
import { recordsById } from './reservedIds';
import {
  type Container,
  type Mix,
  type Piece,
  type Product,
  type Reading,
  type Settings,
  type Supply,
  schemaVersion,
  type WorkshopFile,
} from './schema';

/** A workshop in memory: the file's records by id. */
export interface Workshop {
  id: string;
  settings: Settings;
  pieces: Record<string, Piece>;
  products: Record<string, Product>;
  readings: Record<string, Reading>;
  containers: Record<string, Container>;
  mixes: Record<string, Mix>;
  supplies: Record<string, Supply>;
}

/** The workshop in a file that has been read. */
export const workshopFromFile = (file: WorkshopFile): Workshop => ({
  id: file.id,
  settings: file.settings,
  pieces: recordsById(file.pieces),
  products: recordsById(file.products),
  readings: recordsById(file.readings),
  containers: recordsById(file.containers),
  mixes: recordsById(file.mixes),
  supplies: recordsById(file.supplies),
});

const inOrder = <T extends { id: string }>(records: Record<string, T>): T[] =>
  Object.values(records).sort((a, b) => (a.id < b.id ? -1 : 1));

/** The file of a workshop. @param exportedAt ISO instant with offset @param partial it is only some of it */
export const workshopToFile = (workshop: Workshop, exportedAt: string, partial = false): WorkshopFile => ({
  format: 'cosmesis-workshop',
  schemaVersion,
  id: workshop.id,
  exportedAt,
  ...(partial ? { partial } : {}),
  settings: workshop.settings,
  pieces: inOrder(workshop.pieces),
  products: inOrder(workshop.products),
  readings: inOrder(workshop.readings),
  containers: inOrder(workshop.containers),
  mixes: inOrder(workshop.mixes),
  supplies: inOrder(workshop.supplies),
});

/** The file as text: canonical and compact, so the same workshop at the same instant gives the same bytes. */
export const writeWorkshopFile = (workshop: Workshop, exportedAt: string, partial = false): string =>
  `${canonicalJson(workshopToFile(workshop, exportedAt, partial))}\n`;
