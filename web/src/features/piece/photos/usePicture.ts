import { useEffect, useState } from 'react';
import useSWR from 'swr';
import { type Pictures, photoStore } from '../../../store/photoStore';

/** The address of a picture as long as it is shown; null: it is not on this device; undefined: not known yet. */
export function usePicture(id: string, which: keyof Pictures): string | null | undefined {
  const { data } = useSWR(['picture', id], async () => (await (await photoStore()).get(id)) ?? null, {
    revalidateOnFocus: false,
  });
  const blob = data?.[which];
  const [url, setUrl] = useState<string>();
  useEffect(() => {
    if (!blob) return;
    const made = URL.createObjectURL(blob);
    setUrl(made);
    return () => URL.revokeObjectURL(made);
  }, [blob]);
  return data === null ? null : url;
}
