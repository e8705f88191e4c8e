import useSWR from 'swr';
import { appRoot } from './appRoot';

/** Whether the server that brought the page answers. */
export function useServerHealth(): 'asking' | 'ready' | 'away' {
  const { data, error } = useSWR<{ status: string }, Error>(`${appRoot}api/health`, async (url: string) => {
    const answer = await fetch(url);
    if (!answer.ok) throw new Error(`status ${answer.status}`);
    return answer.json() as Promise<{ status: string }>;
  });
  if (error) return 'away';
  return data?.status === 'ready' ? 'ready' : 'asking';
}
