// Writes the proven optima of 200 small random workshops, which the tests of the scheduler are held against. Takes some minutes.
import { writeFileSync } from 'node:fs';
import { scheduleWorkshop } from '../core/src/schedule';
import { exactSchedule } from '../core/src/schedule/fixtures/exactSchedule';
import { randomProblem } from '../core/src/schedule/fixtures/randomProblem';

const wanted = 200;
const optima: { seed: number; lateMin: number | null; restMin: number | null }[] = [];
for (let seed = 1; optima.length < wanted; seed += 1) {
  const problem = randomProblem(seed);
  const { cost, unplaced } = scheduleWorkshop(problem, 4000, 1);
  const lateMin = Math.floor(cost / 1e6);
  try {
    const best = await exactSchedule(problem, unplaced.length > 0 ? null : { lateMin, restMin: cost - lateMin * 1e6 });
    optima.push({ seed, lateMin: best?.lateMin ?? null, restMin: best?.restMin ?? null });
    const [found, proven] = [
      unplaced.length > 0 ? 'none' : `${cost}`,
      best ? `${best.lateMin * 1e6 + best.restMin}` : 'none',
    ];
    if (found !== proven) console.log(`seed ${seed}: found ${found}, proven ${proven}`);
  } catch (error) {
    console.log(`seed ${seed}: ${error instanceof Error ? error.message : error}; left out`);
  }
}
const lines = optima.map((o) => `  ${JSON.stringify(o)}`).join(',\n');
writeFileSync(new URL('../core/src/schedule/fixtures/optima.json', import.meta.url), `[\n${lines}\n]\n`);
