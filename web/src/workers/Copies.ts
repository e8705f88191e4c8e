import {
  asReceived,
  type ConflictShown,
  conflictShown,
  type Merged,
  mergeWorkshops,
  type Side,
  someOf,
} from '@cosmesis/core/merge';
import { good, type Issue, type Result, refused } from '@cosmesis/core/units';
import { type Workshop, writeWorkshopFile } from '@cosmesis/core/workshop';
import { dequal } from 'dequal/lite';
import { type Mirrored, mirrored } from './Changes';
import type { Disk } from './Disk';
import { isZip, type OpenedZip, openZip, zipOf } from './photoZip';
import { type MadeFile, makeFile, readFile } from './workshopFiles';

/** What another copy of the workshop holds that this one has not, and what is to be decided. */
export interface CopyRead {
  taken: Merged['taken'];
  conflicts: readonly ConflictShown[];
  /** Products of cans of which both together drew more than was in them. */
  overdrawn: readonly string[];
  /** Pictures of photographs that come with it. */
  pictures: number;
}

/** What taking it over changes. */
export interface CopyTaken {
  put: readonly (readonly [Mirrored, { id: string }])[];
  remove: readonly (readonly [Mirrored, string])[];
  settings: Workshop['settings'];
}

/** Ids of all photographs of a workshop. */
const photoIdsOf = ({ pieces }: Workshop): string[] => [
  ...new Set(Object.values(pieces).flatMap((p) => (p.photos ?? []).map((photo) => photo.id))),
];

/** What is taken away as files and brought back from them. What it throws its caller turns into an issue. */
export class Copies {
  /** Another copy that was read, and not taken over yet. */
  private copy: { other: Workshop; partial: boolean; zip: OpenedZip | null } | null = null;

  /** @param workshop the open one, as it is now @throws where none is */
  constructor(
    private readonly workshop: () => Workshop,
    private readonly store: Disk,
  ) {}

  /** The open workshop as a file. */
  async exportFile(exportedAt: string): Promise<Result<MadeFile>> {
    return good(await makeFile(this.workshop(), exportedAt));
  }

  /** The workshop as a ZIP with its photographs, those of them that are on this device. @param only these of them; left out: all */
  async exportZip(exportedAt: string, only?: readonly string[]): Promise<Result<{ blob: Blob; left: number }>> {
    const workshop = this.workshop();
    const ids = only ?? photoIdsOf(workshop);
    const file = new Blob([writeWorkshopFile(workshop, exportedAt)], { type: 'application/json' });
    let packed = 0;
    const { pictures } = this.store;
    async function* counted() {
      for await (const picture of pictures(ids)) {
        packed += 1;
        yield picture;
      }
    }
    const blob = await zipOf(file, counted());
    return good({ blob, left: ids.length - packed });
  }

  /** Keeps the pictures of a ZIP that a workshop has photographs for; what could not be kept is said. */
  private async keepPictures(workshop: Workshop, zip: OpenedZip): Promise<Issue[]> {
    const there = new Set(zip.ids);
    const wanted = photoIdsOf(workshop).filter((id) => there.has(id));
    const count = { kept: 0, full: 0, unreadable: 0 };
    for (const id of wanted) {
      const blob = count.full > 0 ? null : await zip.picture(id);
      if (count.full > 0) count.full += 1;
      else count[blob ? await this.store.keepPicture(id, blob) : 'unreadable'] += 1;
    }
    const said = (code: string, message: string): Issue => ({ code, path: '', message });
    return [
      ...(count.full > 0
        ? [said('disk_full', `The disk is full: ${count.kept} photographs were kept, ${count.full} were not.`)]
        : []),
      ...(count.unreadable > 0
        ? [said('photos_damaged', `${count.unreadable} photographs in the ZIP are damaged and were left out.`)]
        : []),
    ];
  }

  /** Some pieces of the open workshop as a file for another copy of it. @param since readings from then on go with it */
  async exportSome(pieceIds: readonly string[], since: string | null, exportedAt: string): Promise<Result<MadeFile>> {
    return good(await makeFile(someOf(this.workshop(), pieceIds, since), exportedAt, true));
  }

  /** Reads another copy of the open workshop, and tells what taking it over would mean; nothing is changed by that. */
  async readCopy(file: Blob): Promise<Result<CopyRead>> {
    const zip = (await isZip(file)) ? await openZip(file) : null;
    if (zip && !zip.ok) return zip;
    const read = await readFile(zip ? zip.value.workshop : file, () => {});
    if (!read.ok) return read;
    const { workshop: other, partial } = read.value;
    const mine = this.workshop();
    if (other.id !== mine.id)
      return refused({
        code: 'other_workshop',
        path: '',
        message: `This file is of another workshop, “${other.settings.name}”. Import it: it opens beside this one.`,
      });
    this.copy = { other, partial, zip: zip ? zip.value : null };
    const { workshop, conflicts, taken, overdrawn } = mergeWorkshops(mine, other, {}, partial);
    const packed = new Set(zip?.ok ? zip.value.ids : []);
    const nameOf = (canId: string) => {
      const can = mine.containers[canId] ?? other.containers[canId];
      return (can && (mine.products[can.productId] ?? other.products[can.productId])?.name) ?? 'a can';
    };
    return good(
      {
        taken,
        conflicts: conflicts.map((c) => conflictShown(c, mine, other)),
        overdrawn: overdrawn.map(nameOf),
        pictures: photoIdsOf(workshop).filter((id) => packed.has(id)).length,
      },
      read.warnings,
    );
  }

  /** What taking over the copy that was read changes, record by record, with its photographs kept. */
  async takeCopy(decide: Readonly<Record<string, Side>>): Promise<Result<CopyTaken>> {
    const { copy } = this;
    if (!copy) throw new Error('no copy was read');
    const mine = this.workshop();
    const { workshop } = mergeWorkshops(mine, copy.other, decide, copy.partial);
    const put: (readonly [Mirrored, { id: string }])[] = [];
    const remove: (readonly [Mirrored, string])[] = [];
    for (const collection of mirrored) {
      const before: Record<string, { id: string }> = mine[collection];
      const after: Record<string, { id: string }> = workshop[collection];
      for (const [id, record] of Object.entries(after)) if (!dequal(before[id], record)) put.push([collection, record]);
      for (const id of Object.keys(before)) if (!(id in after)) remove.push([collection, id]);
    }
    const left = copy.zip ? await this.keepPictures(workshop, copy.zip) : [];
    this.copy = null;
    return good({ put, remove, settings: workshop.settings }, left);
  }

  /**
   * Reads a file and writes it to the disk of the browser as a workshop of its own: where its id is taken already, under the id
   * given and a name that says so. What cannot be read changes nothing.
   */
  async importFile(
    file: Blob,
    freeId: string,
    progress: (share: number) => void = () => {},
  ): Promise<Result<{ workshopId: string; name: string }>> {
    const zip = (await isZip(file)) ? await openZip(file) : null;
    if (zip && !zip.ok) return zip;
    const read = await readFile(zip ? zip.value.workshop : file, progress);
    if (!read.ok) return read;
    const { workshop: own, partial } = read.value;
    if (partial)
      return refused({
        code: 'file_partial',
        path: '',
        message: `This file holds some pieces of “${own.settings.name}” only. Open that workshop, and take it over there.`,
      });
    const taken = await this.store.isTaken(own.id);
    const { settings } = own;
    const workshop: Workshop = taken
      ? {
          ...own,
          id: freeId,
          settings: { ...settings, name: `${settings.name} (from file)`.slice(0, 200), demo: false },
        }
      : asReceived(own);
    await this.store.adopt(workshop);
    const left = zip ? await this.keepPictures(workshop, zip.value) : [];
    progress(1);
    return good({ workshopId: workshop.id, name: workshop.settings.name }, [...left, ...read.warnings]);
  }
}
