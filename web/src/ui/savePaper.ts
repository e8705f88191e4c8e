import type { Paper } from '@cosmesis/core/papers';
import type { Settings } from '@cosmesis/core/workshop';
import { photoStore } from '../store/photoStore';
import { downloadBlob, fileName } from './download';
import { paperPdf } from './paperPdf';
import { say } from './say';

/** Saves a paper as PDF, with those of its pictures that are on this device; where it cannot be made, that is said. @param name of the file */
export async function savePaper(
  paper: Paper,
  name: string,
  settings: Pick<Settings, 'name' | 'papers' | 'unitSystem'>,
): Promise<void> {
  try {
    const pictures = new Map<string, Blob>();
    for (const block of paper.blocks)
      for (const { photoId } of block.kind === 'pictures' ? block.rows : []) {
        const kept = await (await photoStore()).get(photoId);
        if (kept) pictures.set(photoId, kept.full);
      }
    downloadBlob(fileName(name, 'pdf'), await paperPdf(paper, pictures, settings));
  } catch (error) {
    say({ text: `The PDF could not be made: ${(error as Error).message}. Print the page instead.` });
  }
}
