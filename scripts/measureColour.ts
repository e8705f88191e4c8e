// How near two stools come to a walnut table, by what is really there: before any stick, and after one of each was read. Truths are drawn
// by a seed: products stronger or redder than their cards, woods lighter or darker than their kind.
import {
  beliefFrom,
  difference,
  type Lab,
  labOf,
  labOfColour,
  lookAfter,
  type Match,
  type MatchOrder,
  matchRoutes,
  type Stick,
} from '@cosmesis/core/colour';
import { typicalProducts } from '@cosmesis/core/products';
import { seededRandom } from '@cosmesis/core/units';

const target = labOfColour('#6b4a32')!;
const clear = typicalProducts.find((p) => p.id === 'waterborne-satin-clear')!;
const products = typicalProducts.filter((p) => ['stain', 'dye', 'sealer', 'toner', 'glaze'].includes(p.kind));
const wood = (id: string) => ({
  name: id,
  finish: { product: clear, coats: 3 },
  ground: { speciesId: id, state: 'usual' as const, read: null },
});
const grounds = [wood('red-oak'), wood('beech')] as const;
const truths = 10;
const readingSd = 0.6;

function truth(seed: number) {
  const random = seededRandom(seed);
  const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  const known = new Map<string, [number, number, number]>();
  const thetas = (key: string): [number, number, number] => {
    const own = known.get(key);
    if (own) return own;
    const [together, alone] = key.startsWith('wood') ? [0.2, 0.06] : key === 'wetting' ? [0.2, 0] : [0.3, 0.12];
    const all = together * normal();
    const made: [number, number, number] = [all + alone * normal(), all + alone * normal(), all + alone * normal()];
    known.set(key, made);
    return made;
  };
  return { thetas, normal };
}

const mean = (xs: readonly number[]) => xs.reduce((a, b) => a + b, 0) / xs.length;
const solved: number[] = [];
function bestOf(of: MatchOrder['grounds'], belief?: ReturnType<typeof beliefFrom>): Match['routes'][number] {
  const from = performance.now();
  const told = matchRoutes({
    target,
    grounds: of,
    products,
    ...(belief ? { belief } : {}),
  });
  solved.push(performance.now() - from);
  if (!told.ok) throw new Error('no routes');
  return [...told.value.routes].sort((a, b) => a.expected - b.expected)[0]!;
}

const first = bestOf(grounds);
const [before, after, width] = [[] as number[], [] as number[], [] as number[]];
for (let seed = 1; seed <= truths; seed += 1) {
  const { thetas, normal } = truth(seed);
  const really = (route: typeof first) =>
    route.outcomes.map((o, i) => labOf(lookAfter(grounds[i]!.ground, o.layers, thetas)));
  const read = (lab: Lab): Lab => [
    lab[0] + readingSd * normal(),
    lab[1] + readingSd * normal(),
    lab[2] + readingSd * normal(),
  ];
  const sticks: Stick[] = first.outcomes.map((o, i) => {
    const { ground } = grounds[i]!;
    const at = (after: number) => ({
      after,
      wet: false,
      lab: read(labOf(lookAfter(ground, o.layers.slice(0, after), thetas))),
    });
    const bare = at(0);
    return { ground: { ...ground, read: bare.lab }, layers: o.layers, readings: [bare, at(1), at(o.layers.length)] };
  });
  before.push(Math.max(...really(first).map((lab) => difference(lab, target))));
  // A bare stick says what the wood is.
  const read0 = grounds.map((g, i) => ({
    ...g,
    ground: { ...g.ground, read: sticks[i]!.ground.read },
  })) as unknown as MatchOrder['grounds'];
  const next = bestOf(read0, beliefFrom(sticks));
  after.push(Math.max(...really(next).map((lab) => difference(lab, target))));
  width.push(mean(next.outcomes.map((o) => o.withinDeltaE)));
}
const one = (x: number) => x.toFixed(1);
console.log(`Two stools towards a walnut table, ${truths} made-up truths, the farther of the two, ΔE00:`);
console.log(
  `  before a stick ${one(mean(before))} on the average (foretold ${one(first.deltaE)}, ± ${one(mean(first.outcomes.map((o) => o.withinDeltaE)))}), worst ${one(Math.max(...before))}`,
);
console.log(
  `  after two sticks ${one(mean(after))} (± ${one(mean(width))} foretold), worst ${one(Math.max(...after))}`,
);
console.log(
  `Solved in ${one(mean(solved) / 1000)} s on the average of ${solved.length}, ${products.length} colourants, sealers and toners.`,
);
