import { describe, expect, it } from 'vitest';
import { type Around, planIssues } from '../finishing';
import { typicalSupplies } from '../products';
import { supplyList } from '../stock';
import { canOf } from '../stock/fixtures/canOf';
import {
  type Container,
  newWorkshop,
  type Piece,
  readWorkshopFile,
  type SupplyKind,
  workshopFromFile,
  writeWorkshopFile,
} from '../workshop';
import { jobs } from './fixtures/jobs';
import {
  at,
  board,
  clearBoard,
  done,
  paintedBoard,
  stepsOf,
  surface,
  usualWorld,
  without,
} from './fixtures/ruleFixtures';
import { type Draw, drawsOf, filmBuildUp, reckonPiece, workshopAround } from './index';

const { products, nowMin } = usualWorld;
const reckon = (piece: Piece, world = usualWorld) => {
  const r = reckonPiece({ ...world, piece });
  if (!r.ok) throw new Error(r.issues.map((i) => i.message).join());
  return r.value;
};
const ids = (piece: Piece, world = usualWorld) => reckon(piece, world).findings.map((f) => f.ruleId);
const shop = (pieces: readonly Piece[], containers: readonly Container[] = [], draws: readonly Draw[] = []) => ({
  pieces,
  products,
  containers,
  supplies: [],
  drawsOf: (productId: string) => draws.filter((d) => d.productId === productId),
});

const productsOf = (piece: Piece): string[] => stepsOf(piece).flatMap((step) => step.productId ?? []);

describe('what the rest of the workshop means for a piece', () => {
  const one = { ...clearBoard, id: 'one', name: 'One' };
  const two = { ...clearBoard, id: 'two', name: 'Two', startAt: '2026-11-26T08:00:00Z' };
  it('a can that does for one is short for the second, and says who takes it before', () => {
    const cans = [canOf('waterborne-satin-clear', 0.45)];
    const draws = drawsOf(one, reckon(one));
    expect(draws.map((d) => d.productId)).toContain('waterborne-satin-clear');
    const around = workshopAround(shop([one, two], cans, [...draws, ...drawsOf(two, reckon(two))]), nowMin);
    expect(ids(one, { ...usualWorld, around: around(one, productsOf(one)) })).not.toContain('APP-07');
    const second = reckon(two, { ...usualWorld, around: around(two, productsOf(two)) }).findings.find(
      (f) => f.ruleId === 'APP-07',
    );
    expect(second?.sentence).toMatch(/450 ml on the shelf.*One take/);
  });
  it('a film of another piece that is not dust-free keeps the sander away until it is', () => {
    const wet = { ...done(paintedBoard, ['fronts/paint/1', -0.2]), id: 'wet', name: 'Wet one' };
    const dry = done(clearBoard, ['fronts/dry-out/1', -24]);
    const around = workshopAround(shop([wet, dry]), nowMin)(dry, productsOf(dry));
    expect(around.wet.map((w) => w.pieceName)).toEqual(['Wet one']);
    const sand = (world: typeof usualWorld) => reckon(dry, world).steps.find((s) => s.step.kind === 'sand')!.startMin;
    expect(sand({ ...usualWorld, around })).toBeGreaterThanOrEqual(around.wet[0]!.untilMin);
    expect(sand(usualWorld)).toBe(nowMin);
  });
  it('batches of the same set are told apart, and of no other', () => {
    const logged = (name: string, setName: string | null, batch: string): Piece => {
      const piece = done(paintedBoard, ['fronts/paint/1', -30]);
      return { ...piece, id: name, name, setName, log: piece.log.map((e) => ({ ...e, batch })) };
    };
    const [a, b, c] = [logged('A', 'set', '1'), logged('B', 'set', '2'), logged('C', 'other', '3')] as const;
    const around = workshopAround(shop([a, b, c]), nowMin);
    expect(ids(a, { ...usualWorld, around: around(a, productsOf(a)) })).toContain('APP-10');
    expect(ids(c, { ...usualWorld, around: around(c, productsOf(c)) })).not.toContain('APP-10');
  });
  it('sheets in hand are what should be left of them now, and what is laid asks for none', () => {
    const table: Piece = jobs['console table veneered anew'];
    const veneer = stepsOf(table).find((s) => s.kind === 're-veneer')!;
    const laid = done(table, [veneer.id, -1]);
    const uses = [{ what: 'sheet goods' as const, amount: 1.2, typical: 1.2 }];
    const planned = { startAt: at, endAt: at, volumeL: null, uses };
    const log = laid.log.map((e) => (e.step.id === veneer.id ? { ...e, planned } : e));
    const sheet = typicalSupplies.find((s) => s.kind === 'sheet goods')!;
    const supplies = [{ ...sheet, left: 1.5, counts: [{ at: '2026-01-05T08:00:00Z', was: 0, found: 1.5 }] }];
    const around = workshopAround({ ...shop([{ ...laid, log }]), supplies }, nowMin)(table, []);
    expect(around.inHand['sheet goods']).toBeCloseTo(0.3, 9);
    // It was counted 1.5 m² and takes about half a square metre: what is left is short for the top again, and no matter once it is laid.
    expect(ids(table, { ...usualWorld, around })).toContain('APP-11');
    expect(ids(laid, { ...usualWorld, around })).not.toContain('APP-11');
  });
  it('paper, veneer and cloth are each held against their own kind', () => {
    const table: Piece = jobs['console table veneered anew'];
    const counter: Piece = jobs['counter of laminate papered, its edges kept from the gun'];
    const sheets = stepsOf(counter).find((s) => s.kind === 'paper')!.count;
    const inHand = (kind: SupplyKind, left: number) => {
      const supplies = [{ ...typicalSupplies.find((s) => s.kind === kind)!, left }];
      return workshopAround({ ...shop([]), supplies }, nowMin)(counter, []);
    };
    const short = (piece: Piece, around: Around) =>
      reckon(piece, { ...usualWorld, around }).findings.find((f) => f.ruleId === 'APP-11')?.sentence;
    expect(sheets).toBeGreaterThan(2);
    expect(short(counter, inHand('paper', sheets - 1))).toBe(
      `Carcass: ${sheets} sheets with waste and pattern, ${sheets - 1} sheets in hand; 1 sheet short.`,
    );
    expect(short(counter, inHand('paper', sheets))).toBeUndefined();
    for (const kind of ['paper', 'cloth'] as const) expect(short(table, inHand(kind, 0.01))).toBeUndefined();
    expect(short(table, inHand('sheet goods', 0.01))).toMatch(/ m² with waste and pattern, 0\.01 m² in hand; /);
  });
  it('what cannot be bought again has to do for the whole set', () => {
    const painted = { ...paintedBoard, id: 'p', name: 'P' };
    const other = { ...painted, id: 'q', name: 'Q' };
    const draws = [painted, other].flatMap((p) => drawsOf(p, reckon(p)));
    const short = workshopAround(shop([painted, other], [canOf('enamel', 0.4, { finite: true })], draws), nowMin);
    expect(ids(painted, { ...usualWorld, around: short(painted, productsOf(painted)) })).toContain('APP-14');
  });
});

describe('a house rule that keeps a finding quiet', () => {
  it('is said where the finding would have been', () => {
    const pine = without(board(surface('solid', 'pine'), 'stained-clear'), 'fronts/condition/1');
    const quiet = reckon({ ...pine, houseRules: { conditioner: 'never' } });
    expect(quiet.findings.map((f) => f.ruleId)).not.toContain('SUB-08');
    expect(quiet.silenced.find((s) => s.ruleId === 'SUB-08')).toMatchObject({ house: 'conditioner', zoneId: 'fronts' });
    expect(reckon(pine).silenced.map((s) => s.ruleId)).not.toContain('SUB-08');
  });
});

describe('what a plan can no longer place', () => {
  const codes = (piece: Piece) => planIssues(piece, new Set(['fronts']), stepsOf(piece)).map((i) => i.code);
  it('is kept, and said', () => {
    expect(codes(clearBoard)).toEqual([]);
    const begun = done(clearBoard, ['fronts/degrease/1', 0]);
    const homeless: Piece = { ...begun, log: begun.log.map((e) => ({ ...e, step: { ...e.step, zoneId: 'seat' } })) };
    expect(codes(homeless)).toEqual(['step_without_zone']);
    expect(reckon(homeless).steps.filter((s) => s.status === 'done')).toHaveLength(begun.log.length);
    const lost: Piece = {
      ...clearBoard,
      overrules: [{ findingId: 'OLD-99/fronts/fronts/clear/1', why: 'Done before.', at }],
    };
    expect(codes(lost)).toEqual(['overrule_unknown']);
    expect(
      reckon(lost)
        .issues.map((i) => i.message)
        .join(),
    ).toContain('Done before.');
  });
  it('comes back from a file as it was, lost overrule and all', () => {
    const workshop = newWorkshop(
      'w',
      { ...usualWorld.settings, name: 'W', timeZone: 'Europe/London' } as never,
      Object.values(products),
    );
    const piece: Piece = {
      ...done(clearBoard, ['fronts/degrease/1', 0]),
      overrules: [{ findingId: 'OLD-99/fronts/x', why: 'Why.', at }],
    };
    const text = writeWorkshopFile({ ...workshop, pieces: { [piece.id]: piece } }, '2026-11-25T08:00:00+00:00');
    const read = readWorkshopFile(text);
    expect(read.ok && workshopFromFile(read.value).pieces[piece.id]).toEqual(piece);
  });
});

describe('films and supplies of a plan', () => {
  it('three clears of 11 m²/L at 0.33: 84 µm wet and 28 µm dry each', () => {
    const [zone] = filmBuildUp(reckon(clearBoard), products);
    // 1000 ÷ 11 × 0.92 = 83.6; × 0.32 solids = 26.8.
    expect(zone!.coats.map((c) => Math.round(c.wetUm))).toEqual([84, 84, 84]);
    const solids = products['waterborne-satin-clear']!.volumeSolidsFrac!.value;
    expect(zone!.dryUm).toBeCloseTo(3 * (1000 / 11) * 0.92 * solids, 6);
  });
  it('rollers are counted where paint is rolled, and supplies come in the cheapest packs less what there is', () => {
    const rolled = {
      ...paintedBoard,
      choices: { 'fronts/paint': { productId: null, coats: null, method: 'roller' as const } },
    };
    expect(reckon(rolled).consumables.find((c) => c.what === 'roller')?.amount).toBe(1);
    const [gloves, tape] = supplyList(
      [
        { what: 'gloves', unit: 'pieces', amount: 60 },
        { what: 'tape', unit: 'm', amount: 30 },
      ],
      [{ ...typicalSupplies.find((s) => s.kind === 'gloves')!, left: 8 }],
      typicalSupplies,
    );
    // 52 pairs: a box of 50 at 12 and two at 2 are 16; two boxes would be 24.
    expect([gloves!.buyAmount, gloves!.price]).toEqual([52, 16]);
    expect([tape!.buyAmount, tape!.price]).toEqual([30, 8]); // one roll of 50 m at 8 beats two of 25 at 10
  });
  it('every job names its cautions where they matter', () => {
    const seen = new Set(Object.values(jobs).flatMap((job) => reckon(job).steps.flatMap((s) => s.cautions)));
    for (const words of [
      'Oily rags',
      'Dust mask',
      'Eye protection',
      'Flammable vapour',
      'hazardous collection',
      'Glass',
      'sets hot',
      'restraint',
    ])
      expect(
        [...seen].some((c) => c.includes(words)),
        words,
      ).toBe(true);
    expect([...seen].some((c) => /\bsafe\b/i.test(c))).toBe(false);
  });
});
