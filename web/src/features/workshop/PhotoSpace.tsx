import type { Photo, Piece } from '@cosmesis/core/workshop';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import useSWR from 'swr';
import { type PhotoStore, photoStore } from '../../store/photoStore';
import { nowIso, photoIdsOnDevice } from '../../store/theStore';
import { useParts } from '../../store/useWorkshop';
import { downloadBlob, fileName } from '../../ui/download';
import { say } from '../../ui/say';
import { callCore } from '../../workers/callCore';

/** So many are taken away at one go, the oldest first. */
const atOnce = 50;
const slowMs = 600_000;

/** Photographs that are here in full, the oldest first, and pictures that belong to none any more. */
interface Space {
  full: readonly Photo[];
  bytes: number;
  orphans: readonly string[];
}

async function lookThrough(store: PhotoStore, pieces: Readonly<Record<string, Piece>>): Promise<Space> {
  const photos = Object.values(pieces)
    .flatMap((p) => p.photos ?? [])
    .sort((a, b) => Date.parse(a.at) - Date.parse(b.at));
  const onDevice = await photoIdsOnDevice();
  const here = await store.ids();
  const full: Photo[] = [];
  let bytes = 0;
  for (const photo of photos) {
    const kept = await store.get(photo.id);
    if (!kept) continue;
    bytes += kept.full.size + kept.small.size;
    if (kept.full.size > kept.small.size) full.push(photo);
  }
  return { full, bytes, orphans: here.filter((id) => !onDevice.has(id)) };
}

const megabytes = (bytes: number): string => (bytes < 1e6 ? 'under 1 MB' : `${Math.round(bytes / 1e6)} MB`);
const several = (n: number): string => (n === 1 ? 'photograph' : `${n} photographs`);

/** What photographs take up here: the oldest are taken away in full and stay small, what belongs to none is cleared up. */
export function PhotoSpace() {
  const { pieces, settings } = useParts('pieces', 'settings');
  const [busy, setBusy] = useState(false);
  const ids = Object.values(pieces)
    .flatMap((p) => (p.photos ?? []).map((photo) => photo.id))
    .join();
  const { data: space, mutate } = useSWR(['photo space', ids], async () => lookThrough(await photoStore(), pieces));
  if (!space) return null;
  const oldest = space.full.slice(0, atOnce);
  const takeAway = async () => {
    setBusy(true);
    const made = await callCore('exportZip', [nowIso(), oldest.map((p) => p.id)], { urgent: true, limitMs: slowMs });
    if (!made.ok) say({ text: made.issues[0]?.message ?? 'The ZIP could not be made.' });
    else {
      downloadBlob(fileName(`${settings.name} oldest photographs`, 'zip'), made.value.blob);
      const store = await photoStore();
      for (const { id } of oldest) {
        const kept = await store.get(id);
        if (kept) await store.put(id, { full: kept.small, small: kept.small });
      }
    }
    setBusy(false);
    await mutate();
  };
  const clearUp = async () => {
    await (await photoStore()).remove(space.orphans);
    say({
      text: `${space.orphans.length === 1 ? 'One picture was' : `${space.orphans.length} pictures were`} cleared up.`,
    });
    await mutate();
  };
  return (
    <Stack component="section" aria-label="Room for photographs" spacing={1}>
      <Typography variant="h3">Room for photographs</Typography>
      <Typography variant="body2">
        They take {megabytes(space.bytes)} here; {space.full.length} are here in full. What is taken away stays here
        small, and comes back in full when its ZIP is taken over.
      </Typography>
      <Stack direction="row" useFlexGap sx={{ flexWrap: 'wrap', gap: 1 }}>
        <Button variant="outlined" disabled={busy || oldest.length === 0} onClick={() => void takeAway()}>
          Take the oldest {several(oldest.length)} away
        </Button>
        {space.orphans.length > 0 && (
          <Button onClick={() => void clearUp()}>
            Clear up {space.orphans.length} of photographs that were taken out
          </Button>
        )}
      </Stack>
    </Stack>
  );
}
