import { useEffect, useState } from 'react';
import { callCore } from '../workers/callCore';
import type { WorkshopPlan } from '../workers/Engine';
import { useNowMin } from './useNowMin';
import { useParts } from './useWorkshop';

/** Orders tried at a time: what is on screen never waits long behind them. */
const atATime = 10;

/**
 * The whole workshop in time, undefined until it is there; a better one takes its place as long as one is sought. A change of
 * the workshop, or of the minute, begins with the order that was found before.
 */
export function useWorkshopPlan(): { plan: WorkshopPlan | undefined; issue: string | null } {
  const { pieces, products, settings } = useParts('pieces', 'products', 'settings');
  const nowMin = useNowMin();
  const [told, setTold] = useState<{ plan: WorkshopPlan | undefined; issue: string | null }>({
    plan: undefined,
    issue: null,
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: it is asked again where any of these is another one
  useEffect(() => {
    let here = true;
    const ask = async (more: number): Promise<void> => {
      const answer = await callCore('workshopPlan', [nowMin, more], { key: 'workshop-plan' });
      if (!here) return;
      if (!answer.ok) {
        setTold({ plan: undefined, issue: answer.issues[0]?.message ?? '' });
        return;
      }
      setTold({ plan: answer.value, issue: null });
      if (answer.value.tried < answer.value.of) void ask(atATime);
    };
    void ask(0);
    return () => {
      here = false;
    };
  }, [pieces, products, settings, nowMin]);
  return told;
}
