// Writes the proven optima of 200 small random workshops, which the tests of the scheduler are held against. Takes most of an hour.
import { writeFileSync } from 'node:fs';
import { scheduleWorkshop, type WorkshopProblem } from '../core/src/schedule';
import { exactSchedule, hasSchedule, type Optimum } from '../core/src/schedule/fixtures/exactSchedule';
import { randomProblem } from '../core/src/schedule/fixtures/randomProblem';

const wanted = 200;

/** The same without an end of any window. */
const unwindowed = (problem: WorkshopProblem): WorkshopProblem => ({
  ...problem,
  tasks: problem.tasks.map((t) => ({ ...t, lags: t.lags.map((l) => ({ ...l, maxMin: null })) })),
});

/** Whether windows make a schedule worse, or impossible. */
async function windowsBind(problem: WorkshopProblem, best: Optimum | null): Promise<boolean> {
  const free = unwindowed(problem);
  if (best === null) return hasSchedule(free);
  const without = await exactSchedule(free, best);
  return without !== null && (without.lateMin < best.lateMin || without.restMin < best.restMin);
}

const optima: { seed: number; lateMin: number | null; restMin: number | null; windowsBind: boolean }[] = [];
for (let seed = 1; optima.length < wanted; seed += 1) {
  const problem = randomProblem(seed);
  const { cost, unplaced } = scheduleWorkshop(problem, 4000, 1);
  const lateMin = Math.floor(cost / 1e6);
  try {
    const best = await exactSchedule(problem, unplaced.length > 0 ? null : { lateMin, restMin: cost - lateMin * 1e6 });
    const binds = await windowsBind(problem, best);
    optima.push({ seed, lateMin: best?.lateMin ?? null, restMin: best?.restMin ?? null, windowsBind: binds });
    const [found, proven] = [
      unplaced.length > 0 ? 'none' : `${cost}`,
      best ? `${best.lateMin * 1e6 + best.restMin}` : 'none',
    ];
    if (found !== proven) console.log(`seed ${seed}: found ${found}, proven ${proven}`);
  } catch (error) {
    console.log(`seed ${seed}: ${error instanceof Error ? error.message : error}; left out`);
  }
}
const impossible = optima.filter((o) => o.lateMin === null).length;
console.log(`${impossible} of ${wanted} impossible, in ${optima.filter((o) => o.windowsBind).length} windows bind`);
const lines = optima.map((o) => `  ${JSON.stringify(o)}`).join(',\n');
writeFileSync(new URL('../core/src/schedule/fixtures/optima.json', import.meta.url), `[\n${lines}\n]\n`);
