import { nowIso } from '../store/theStore';
import { callCore } from '../workers/callCore';
import { downloadBlob, fileName } from './download';
import { say } from './say';

/** Hands a file to the share sheet of the phone; where there is none, to the downloads. */
async function shareBlob(name: string, blob: Blob): Promise<void> {
  const file = new File([blob], name, { type: blob.type });
  // Asked of the browser itself: not every one that shares shares files.
  if (!navigator.canShare?.({ files: [file] })) return downloadBlob(name, blob);
  try {
    await navigator.share({ files: [file], title: name });
  } catch (error) {
    // Put away by the person: nothing went anywhere, and nothing is wrong.
    if ((error as Error).name !== 'AbortError') downloadBlob(name, blob);
  }
}

/** Sends some pieces to another copy of this workshop. @param since readings from then on go with them; null: none */
export async function sendSome(name: string, pieceIds: readonly string[], since: string | null): Promise<void> {
  const made = await callCore('exportSome', [pieceIds, since, nowIso()], { urgent: true, limitMs: 120_000 });
  if (!made.ok) return say({ text: made.issues[0]?.message ?? 'The file could not be made.' });
  await shareBlob(fileName(name, made.value.ending), made.value.blob);
}
