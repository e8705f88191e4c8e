import { smallPx } from '@cosmesis/core/photos';
import { OperationLog } from '../store/OperationLog';
import { photoStore } from '../store/photoStore';
import { recordsOf } from '../store/records';
import { SecondCopy } from '../store/SecondCopy';
import type { Disk, KeptAnswer, KeptOrder } from './Disk';
import { Engine } from './Engine';
import type { FromWorker, ToWorker } from './protocol';
import { scaledPicture } from './scaledPicture';

declare const __CODE_VERSION__: string;

let opened: Promise<OperationLog> | undefined;
const log = (): Promise<OperationLog> => {
  opened ??= SecondCopy.open().then((copy) => OperationLog.open('cosmesis', copy));
  return opened;
};

/** Stands for all pieces where an answer is of none by itself. */
const wholeWorkshop = '';

/** Answers in the store of the browser; what cannot be kept is worked out again. */
const disk: Disk = {
  read: async (workshopId) => {
    const kept = await (await log()).answers(workshopId);
    const ofAll = kept.find((a) => a.pieceId === wholeWorkshop)?.value as KeptOrder | undefined;
    const ofPieces = kept.filter((a) => a.pieceId !== wholeWorkshop);
    return { answers: ofPieces.map((a) => a.value as KeptAnswer), order: ofAll ?? null };
  },
  write: async (workshopId, { answers, order }) =>
    (await log()).keepAnswers([
      ...answers.map((value) => ({ workshopId, pieceId: value.pieceId, key: value.key, value })),
      ...(order ? [{ workshopId, pieceId: wholeWorkshop, key: order.key, value: order }] : []),
    ]),
  isTaken: async (workshopId) => {
    const head = await (await log()).head(workshopId);
    return head !== undefined && !head.deletedAt;
  },
  adopt: async (workshop) => {
    const { name, demo } = workshop.settings;
    await (await log()).replaceAll({ workshopId: workshop.id, name, demo }, (rev) => recordsOf(workshop, rev));
  },
  pictures: async function* (ids) {
    const store = await photoStore();
    for (const id of ids) {
      const pictures = await store.get(id);
      if (pictures) yield { id, blob: pictures.full };
    }
  },
  keepPicture: async (id, blob) => {
    const bitmap = await createImageBitmap(blob).catch(() => null);
    if (!bitmap) return 'unreadable';
    try {
      const { blob: small } = await scaledPicture(bitmap, smallPx);
      await (await photoStore()).put(id, { full: blob, small });
      return 'kept';
    } catch (error) {
      if (error instanceof DOMException && error.name === 'QuotaExceededError') return 'full';
      throw error;
    } finally {
      bitmap.close();
    }
  },
};

const engine = new Engine(__CODE_VERSION__, disk);
const tell = (message: FromWorker): void => postMessage(message);

/** Answers are kept, and the workshop copied, when nothing was asked for a while, ms. */
const restMs = 1500;
let rest: ReturnType<typeof setTimeout> | undefined;
let mirrored: string | null = null;
async function useTheRest(): Promise<void> {
  await engine.keepAnswers();
  if (mirrored !== null) await (await log()).copyWhole(mirrored);
}
function restSoon(): void {
  clearTimeout(rest);
  // What cannot be written now is written at the next rest.
  rest = setTimeout(() => void useTheRest().catch(() => {}), restMs);
}

/** Works the demo out while the page is not yet there to ask for it, piece by piece, so that a question never waits long. */
async function beginDemo(nowMin: number, timeZone: string, all: boolean): Promise<void> {
  const { port1, port2 } = new MessageChannel();
  const ids = engine.begin(nowMin, timeZone);
  for (const id of all ? ids : []) {
    await engine.summariesOf([id], nowMin);
    await new Promise((resolve) => {
      port1.onmessage = resolve;
      port2.postMessage(null);
    });
  }
  port1.close();
}

addEventListener('message', ({ data }: MessageEvent<ToWorker>) => {
  if (data.type === 'begin') return void beginDemo(data.nowMin, data.timeZone, data.all).catch(() => {});
  if (data.type === 'changes') {
    engine.apply(data.changes);
    mirrored = data.changes.workshopId;
    // What a crash kept out of the second copy is copied as soon as the workshop is open again.
    if (data.changes.fresh)
      void log()
        .then((opened) => opened.copyWhole(data.changes.workshopId))
        .catch(() => {});
    restSoon();
    return;
  }
  const { id, name, args } = data;
  const call = engine[name] as (...args: readonly unknown[]) => unknown;
  const more = name === 'importFile' ? [(share: number) => tell({ type: 'progress', id, share })] : [];
  void Promise.resolve(call.apply(engine, [...args, ...more])).then((answer) => {
    tell({ type: 'answer', id, answer });
    restSoon();
  });
});
