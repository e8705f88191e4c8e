import type { ConflictPart, Tried, WhenTried } from '@cosmesis/core/reckoning';
import { useCallback, useEffect, useRef, useState } from 'react';
import { callCore } from '../../workers/callCore';

/** What is known of a sitting that is tried at another minute. */
export interface Trial {
  tried: Tried;
  /** Null: not told yet. */
  told: WhenTried | null;
}

/** Time that the worker takes at a go, ms: what is on screen never waits longer behind it. */
const atATimeMs = 40;

/** Tries a sitting at another minute, as often as it is moved: only the last is asked, and answered. */
export function useWhenTried(nowMin: number): {
  trial: Trial | null;
  tryIt: (tried: Tried | null) => void;
} {
  const [trial, setTrial] = useState<Trial | null>(null);
  const last = useRef<Tried | null>(null);
  const asking = useRef(false);
  const ask = useCallback(async (): Promise<void> => {
    if (asking.current) return;
    asking.current = true;
    for (let asked = last.current; asked; ) {
      const answer = await callCore('tryWhen', [nowMin, asked], { key: 'try-when', needs: [] });
      if (last.current === asked) {
        if (answer.ok) setTrial({ tried: asked, told: answer.value });
        break;
      }
      asked = last.current;
    }
    asking.current = false;
  }, [nowMin]);
  const tryIt = useCallback(
    (tried: Tried | null) => {
      const before = last.current;
      const same =
        before !== null &&
        tried !== null &&
        before.taskId === tried.taskId &&
        before.startMin === tried.startMin &&
        before.personId === tried.personId;
      if (same) return;
      last.current = tried;
      setTrial((shown) => (tried ? { tried, told: shown?.tried.taskId === tried.taskId ? shown.told : null } : null));
      if (tried) void ask();
    },
    [ask],
  );
  return { trial, tryIt };
}

/** What of a piece cannot be kept together, sought in the worker as long as it is looked at; undefined: not told yet, null: nothing was found. */
export function useWhyNot(pieceId: string | null, tried: Tried | null, nowMin: number) {
  const [parts, setParts] = useState<readonly ConflictPart[] | null | undefined>(undefined);
  const number = useRef(0);
  const [taskId, startMin, personId] = [tried?.taskId, tried?.startMin, tried?.personId];
  useEffect(() => {
    number.current = 0;
    setParts(undefined);
    if (pieceId === null) return;
    const own = Date.now();
    number.current = own;
    const asked =
      taskId === undefined || startMin === undefined ? null : { taskId, startMin, personId: personId ?? null };
    void (async () => {
      for (;;) {
        const answer = await callCore('whyNot', [own, nowMin, pieceId, asked, atATimeMs], {
          key: 'why-not',
          needs: [],
        });
        if (number.current !== own) return;
        if (!answer.ok) return setParts(null);
        if (answer.value.done) return setParts(answer.value.parts);
      }
    })();
    return () => {
      number.current = 0;
    };
  }, [pieceId, taskId, startMin, personId, nowMin]);
  return parts;
}
