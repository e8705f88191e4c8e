// Times of the core on the demo and on a made-up workshop of 200 pieces.
import { demoWorkshop } from '@cosmesis/core/demo';
import { checkPlan, houseOf, lagsOf, nothingAround, planOf, runPlan } from '@cosmesis/core/finishing';
import { buildFaces, shapeOf, shapeToDraw, zonesOf } from '@cosmesis/core/piece';
import { typicalProducts } from '@cosmesis/core/products';
import { needsOf, reckonPiece, workshopProblem } from '@cosmesis/core/reckoning';
import {
  improvingSchedule,
  keptWorkCalendar,
  rehearsed,
  scheduleInOrder,
  scheduleWorkshop,
  type WorkshopSchedule,
} from '@cosmesis/core/schedule';
import { buyList } from '@cosmesis/core/stock';
import { seededRandom } from '@cosmesis/core/units';
import { ownZoneIds, zoneIds } from '@cosmesis/core/workshop';

const nowMin = Math.floor(Date.parse('2026-11-25T10:07:00Z') / 60_000);
const demo = demoWorkshop(nowMin, 'Europe/London');
const { products, settings } = demo;
const pieces = Object.values(demo.pieces);

/** Median of some runs in a workshop that has been open for a while, ms: the first calls are not counted. */
function median(runs: number, work: () => void): number {
  for (let i = 0; i < 2 * runs; i += 1) work();
  const times = Array.from({ length: runs }, () => {
    const start = performance.now();
    work();
    return performance.now() - start;
  });
  return times.sort((a, b) => a - b)[Math.floor(runs / 2)] ?? 0;
}
const say = (what: string, ms: number, wanted: string) =>
  console.log(`${what}: ${ms.toFixed(1)} ms${wanted ? ` (${wanted} wanted)` : ''}`);

/** The same piece with something entered anew, so that nothing of it is known yet. */
const touched = <T extends (typeof pieces)[number]>(piece: T): T => ({ ...piece, damage: [...piece.damage] });

for (const piece of pieces) {
  const steps = planOf(piece, demo).steps.length;
  say(
    `${piece.name}, ${steps} steps, worked out again`,
    median(50, () => reckonPiece({ piece, products, settings, nowMin })),
    'under 10 ms',
  );
  say(
    `${piece.name}, planned again`,
    median(50, () => planOf(touched(piece), demo)),
    'under 10 ms',
  );
}
const counter = Object.values(demo.pieces).find((p) => p.id === 'parcels-counter')!;
const faces = buildFaces(shapeToDraw({ ...counter, hardware: { ...counter.hardware, treatment: 'clean' } }));
const moved = faces.filter((f) => f.counted && f.zoneId !== 'hardware').slice(0, 6);
const twelve = {
  ...counter,
  legs: 'turned' as const,
  hardware: { ...counter.hardware, treatment: 'clean' as const },
  surfaces: { ...counter.surfaces, seat: null },
  faceZones: Object.fromEntries([
    ...moved.map((f, i) => [f.id, ownZoneIds[i]!]),
    ['drawer-1/inside-bottom', 'interior'],
    ['carcass/back', 'seat'],
  ]),
  looks: Object.fromEntries(zoneIds.map((z) => [z, 'painted' as const])),
};
const plannedTwelve = planOf(twelve, demo);
const zonesOfTwelve = new Set(plannedTwelve.steps.map((s) => s.zoneId).filter((z) => z !== null));
say(
  `A piece of ${zonesOfTwelve.size} zones and ${plannedTwelve.steps.length} steps planned again`,
  median(50, () => planOf(touched(twelve), demo)),
  'under 10 ms',
);
say(
  'The same worked out again',
  median(50, () => reckonPiece({ piece: twelve, products, settings, nowMin })),
  'under 10 ms',
);
say(
  'The whole demo worked out again',
  median(30, () => pieces.forEach((piece) => void reckonPiece({ piece, products, settings, nowMin }))),
  '',
);
const contexts = pieces.map((piece) => {
  const reckoned = reckonPiece({ piece, products, settings, nowMin });
  const shape = shapeOf(piece);
  if (!reckoned.ok || !shape.ok) throw new Error('the demo is measured');
  const zones = zonesOf(piece, buildFaces(shape.value));
  const { steps, totals } = reckoned.value;
  const run = runPlan(
    piece,
    zones,
    steps.map((s) => s.step),
    products,
  );
  const house = houseOf(settings, piece);
  return {
    piece,
    zones,
    run,
    lags: lagsOf({ run, products, house, wear: piece.wear }),
    products,
    settings,
    house,
    times: new Map(
      steps.map((s) => [
        s.step.id,
        {
          startMin: s.startMin,
          endMin: s.endMin,
          logged: s.status !== 'planned',
          handsOnMin: s.handsOnMin,
          highL: s.productL?.high ?? 0,
          uses: s.uses,
        },
      ]),
    ),
    lightUseAtMin: totals.lightUseAtMin,
    nowMin,
    air: null,
    around: nothingAround,
  };
});
say(
  '200 pieces checked',
  median(9, () => {
    for (let i = 0; i < 200; i += 1) checkPlan(contexts[i % contexts.length]!);
  }),
  'under 200 ms',
);
const many = Array.from({ length: 200 }, (_, i) => ({ ...pieces[i % pieces.length]!, id: `p${i}` }));
say(
  '200 pieces worked out and checked',
  median(5, () => many.forEach((piece) => void reckonPiece({ piece, products, settings, nowMin }))),
  '',
);

const edited = { ...pieces[0]!, looks: { ...pieces[0]!.looks } };
say(
  'One edit: planned, worked out and checked again',
  median(30, () => {
    reckonPiece({ piece: touched(edited), products, settings, nowMin });
  }),
  'under 10 ms',
);

// 200 pieces of 40 steps each, over 60 products.
const random = seededRandom(7);
const shelf = Object.fromEntries(
  Array.from({ length: 60 }, (_, i) => {
    const like = typicalProducts[i % typicalProducts.length]!;
    return [`p${i}`, { ...like, id: `p${i}`, packs: like.packs.map((p) => ({ ...p, price: p.price + (i % 7) })) }];
  }),
);
const needs = Array.from({ length: 200 * 40 }, (_, i) => ({
  pieceId: `piece-${Math.floor(i / 40)}`,
  pieceName: `Piece ${Math.floor(i / 40)}`,
  productId: `p${Math.floor(random() * 60)}`,
  atMin: nowMin + Math.floor(random() * 60 * 24 * 60),
  highL: 0.02 + random() * 0.3,
}));
const cans = Array.from({ length: 60 }, (_, i) => ({
  ...Object.values(demo.containers)[0]!,
  id: `c${i}`,
  productId: `p${i}`,
  ledger: [{ at: '2026-11-01T08:00:00Z', deed: 'brought' as const, ofId: null, changeL: random(), countedL: null }],
}));
const fortySteps = Array.from({ length: 200 }, (_, i) => {
  const piece = pieces[i % pieces.length]!;
  const reckoned = reckonPiece({ piece, products, settings, nowMin });
  if (!reckoned.ok) throw new Error('worked out');
  return { steps: reckoned.value.steps.slice(0, 40) };
});
say(
  'Needs of 200 pieces of 40 steps',
  median(9, () => fortySteps.forEach((r) => void needsOf(r.steps, products))),
  'under 150 ms',
);
say(
  'Buy list of 60 products for 8,000 steps, exact',
  median(9, () => void buyList(needs, cans, shelf, nowMin)),
  'under 300 ms',
);

// Ten surfaces in turn: every step waits for the one ten places before, a third of them with a window, in shared air.
for (const count of [250, 500, 1000]) {
  const activities = Array.from({ length: count }, (_, i) => ({
    id: `s${i}`,
    handsOnMin: 10 + (i % 40),
    divisible: i % 5 === 0,
    fixed: null,
    lags:
      i < 10
        ? []
        : [
            {
              beforeId: `s${i - 10}`,
              minMin: (i * 37) % 300,
              maxMin: i % 3 === 0 ? ((i * 37) % 300) + 200 : null,
              blocked: null,
            },
          ],
    air: {
      place: `zone-${i % 10}`,
      openMin: i % 4 === 0 ? 60 : 0,
      raises: i % 4 === 1 ? 'dust' : null,
      lays: i % 4 === 0 ? 'paint' : null,
    },
  }));
  const calendar = keptWorkCalendar(settings);
  say(
    `${count} steps laid out in time`,
    median(5, () => void scheduleInOrder({ activities, nowMin }, calendar)),
    count === 1000 ? 'under 300 ms' : '',
  );
}

// The workshop in time: 40 pieces, nothing done on them, every third promised.
const forty = Array.from({ length: 40 }, (_, i) => {
  const piece = { ...pieces[i % pieces.length]!, id: `p${i}`, log: [] };
  const told = reckonPiece({ piece, products, settings, nowMin, withTasks: true });
  const promisedAt = i % 3 === 0 ? new Date((nowMin + (30 + i) * 1440) * 60_000).toISOString() : null;
  return { piece: { ...piece, promisedAt }, tasks: told.ok ? told.value.tasks : [] };
});
const roomy = { ...settings, room: { bench: 2, spray: 1, drying: 12 } };
const workshop = workshopProblem(forty, roomy, nowMin);
const steps = workshop.tasks.reduce((sum, t) => sum + ('stepIds' in t ? (t.stepIds as string[]).length : 0), 0);
const whole = `40 pieces, ${workshop.tasks.length} sittings and waits of ${steps} steps`;
say(
  `${whole}, first schedule`,
  median(5, () => void scheduleWorkshop(workshop, 0, 1)),
  'under 100 ms',
);
{
  const plan = scheduleWorkshop(workshop, 0, 1);
  const order = new Map(plan.placed.map((p) => [p.id, p.startMin]));
  say(
    `${whole}, rehearsed 1,000 times`,
    median(1, () => void rehearsed(workshop, order, 1000, 1)),
    'a few seconds',
  );
}
const search = improvingSchedule(workshop, 1_000_000, 1);
const first = search.next().value as { schedule: WorkshopSchedule };
let [best, tried] = [first.schedule, 0];
for (const start = performance.now(); performance.now() - start < 2000; tried += 1) {
  const { value } = search.next() as { value: { schedule: WorkshopSchedule | null } };
  best = value.schedule ?? best;
}
const counts = new Map(workshop.tasks.map((t) => [t.id, t.counts]));
/** Minutes from now to the last finish. */
const finishOf = ({ placed }: WorkshopSchedule): number =>
  Math.max(0, ...placed.map((p) => (counts.get(p.id) ? p.endMin - nowMin : 0)));
const lateOf = ({ cost }: WorkshopSchedule): number => Math.floor((cost % 1e12) / 1e6);
// No schedule ends before all hands-on work is done in the hours there are, nor before the longest piece alone.
const calendar = keptWorkCalendar(settings);
const alone = Math.max(...forty.map((p) => finishOf(scheduleWorkshop(workshopProblem([p], settings, nowMin), 50, 1))));
const placeable = scheduleWorkshop(workshop, 0, 1);
const out = new Set(placeable.unplaced.map((u) => u.id));
let left = workshop.tasks.reduce((sum, t) => sum + (t.fixed || out.has(t.id) ? 0 : t.handsMin), 0);
let at = nowMin;
while (left > 0) {
  const shift = calendar.shiftAt(at);
  const from = Math.max(at, shift.startMin);
  at = from + Math.min(left, shift.endMin - from);
  left -= at - from;
}
const shared = best.placed.filter((p) => p.sharesWith !== null).length;
const bound = Math.max(alone, at - nowMin);
console.log(
  `Bettered for 2 s: ${tried} orders tried, lateness ${lateOf(first.schedule)} → ${lateOf(best)} min, finish ${finishOf(first.schedule)} → ${finishOf(best)} min, ${shared} set-ups shared; no finish can be under ${bound} (${((100 * finishOf(best)) / bound - 100).toFixed(1)} % above).`,
);
