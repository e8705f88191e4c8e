import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoWorkshop } from '../demo';
import { leftL } from '../stock';
import { type Piece, readWorkshopFile, type Workshop, workshopFromFile, writeWorkshopFile } from '../workshop';
import { asReceived, conflictShown, mergeWorkshops, type Side } from './index';

const at = '2026-11-25T10:07:00+00:00';
const nowMin = Date.parse(at) / 60_000;
const whole = demoWorkshop(nowMin, 'Europe/London');
const [pieceId, otherId] = ['ticket-cupboard', 'refreshment-table'];
/** Two pieces and a few readings: the rest is more of the same. */
const demo: Workshop = {
  ...whole,
  pieces: { [pieceId]: whole.pieces[pieceId]!, [otherId]: whole.pieces[otherId]! },
  products: Object.fromEntries(Object.entries(whole.products).slice(0, 6)),
  readings: Object.fromEntries(Object.entries(whole.readings).slice(0, 3)),
};
const copied = (w: Workshop): Workshop => structuredClone(w);
/** Without what was received, and with lists in time: what two copies have in common when they are the same. */
function plain(w: Workshop): Workshop {
  const { workshop } = mergeWorkshops(w, w);
  const { received: _, ...settings } = workshop.settings;
  return { ...workshop, settings };
}
const can = Object.values(demo.containers).find((c) => leftL(c) > 0.2)!;

type Edit = (w: Workshop, n: number) => void;
const minute = (n: number) => new Date((nowMin + n) * 60_000).toISOString();
/** A change of the piece, as long as it is there. */
const ofPiece =
  (change: (piece: Piece, n: number) => void): Edit =>
  (w, n) => {
    const piece = w.pieces[pieceId];
    if (piece) change(piece, n);
  };
/** What may happen on a device; each says itself what it touches. */
const edits: Record<string, Edit> = {
  rename: ofPiece((p, n) => {
    p.name = `Cupboard ${n}`;
  }),
  survey: ofPiece((p, n) => {
    p.heightM = 1 + n / 1000;
  }),
  plan: ofPiece((p, n) => {
    p.looks.interior = n % 2 === 0 ? 'waxed' : 'painted';
  }),
  price: ofPiece((p, n) => {
    p.salePrice = n;
  }),
  log: ofPiece((p, n) => {
    p.log.push({ ...p.log[0]!, id: `own-${n}`, doneAt: minute(n), note: `n ${n}` });
  }),
  note: ofPiece((p, n) => {
    p.log[0]!.note = `changed ${n}`;
  }),
  draw: (w, n) => {
    w.containers[can.id]?.ledger.push({ at: minute(n), deed: 'coat', ofId: `x${n}`, changeL: -0.01, countedL: null });
  },
  remove: (w) => {
    delete w.pieces[pieceId];
  },
  another: (w, n) => {
    w.pieces[`new-${n}`] = { ...structuredClone(demo.pieces[otherId]!), id: `new-${n}`, name: `New ${n}` };
  },
  hours: (w, n) => {
    w.settings.labour = { ...w.settings.labour, ratePerHour: 20 + n };
  },
  reading: (w, n) => {
    w.readings[`own-${n}`] = { ...Object.values(demo.readings)[0]!, id: `own-${n}`, at: minute(n) };
  },
};
const edited = (w: Workshop, list: readonly (readonly [string, number])[]): Workshop => {
  const own = copied(w);
  for (const [name, n] of list) edits[name]!(own, n);
  return own;
};

describe('another copy of the same workshop', () => {
  const [laptop, phone] = [copied(demo), asReceived(copied(demo))];

  it('changed on one side only: that side wins, whichever is taken into which', () => {
    const changed = edited(phone, [
      ['rename', 1],
      ['log', 2],
      ['draw', 3],
    ]);
    const here = edited(laptop, [
      ['plan', 4],
      ['price', 5],
    ]);
    const told = mergeWorkshops(here, changed);
    expect(told.conflicts).toEqual([]);
    const piece = told.workshop.pieces[pieceId]!;
    expect([piece.name, piece.looks.interior, piece.salePrice]).toEqual(['Cupboard 1', 'waxed', 5]);
    expect(piece.log.some((e) => e.id === 'own-2')).toBe(true);
    expect(leftL(told.workshop.containers[can.id]!)).toBeCloseTo(leftL(can) - 0.01, 9);
    expect(plain(mergeWorkshops(changed, here).workshop)).toEqual(plain(told.workshop));
  });

  it('changed on both: shown side by side, decided by one word each, and asked no second time', () => {
    const changed = edited(phone, [
      ['survey', 11],
      ['note', 1],
    ]);
    const here = edited(laptop, [['survey', 22]]);
    const told = mergeWorkshops(here, changed);
    expect(told.conflicts.map((c) => c.key)).toEqual([`pieces/${pieceId}/survey`]);
    expect(told.conflicts[0]).toMatchObject({ mine: { heightM: 1.022 }, theirs: { heightM: 1.011 }, decided: null });
    // Undecided it stays as it is here.
    expect(told.workshop.pieces[pieceId]!.heightM).toBe(1.022);
    for (const side of ['mine', 'theirs'] as const) {
      const decided = mergeWorkshops(here, changed, { [told.conflicts[0]!.key]: side });
      expect(decided.workshop.pieces[pieceId]!.heightM).toBe(side === 'mine' ? 1.022 : 1.011);
      const again = mergeWorkshops(decided.workshop, changed);
      expect(again.conflicts).toEqual([]);
      expect(again.workshop).toEqual(decided.workshop);
      // The other device takes what was decided, and is asked nothing.
      const back = mergeWorkshops(changed, decided.workshop);
      expect(back.conflicts).toEqual([]);
      expect(plain(back.workshop)).toEqual(plain(decided.workshop));
    }
  });

  it('says lists, days, shares and what was chosen by an id as one would say them', () => {
    const conflict = (mine: object, theirs: object) =>
      conflictShown({ key: `pieces/${pieceId}/survey`, mine, theirs } as never, laptop, phone).fields;
    const scratch = { kind: 'deep-scratch', count: 2 };
    const ring = { kind: 'ring', count: 1 };
    expect(
      conflict(
        { damage: [ring, scratch], startAt: '2026-11-25T10:07:00Z', thinFrac: 0.1, kept: ['top'], depthM: 0.45 },
        { damage: [ring], startAt: null, thinFrac: 0.125, kept: ['legs', 'top'], depthM: 0.4567891 },
      ),
    ).toEqual([
      { name: 'damage', mine: '2 × deep scratch', theirs: 'no more than that' },
      { name: 'start at', mine: 'Wed 25 Nov 2026, 10:07', theirs: 'nothing' },
      { name: 'thin', mine: '10 %', theirs: '12.5 %' },
      { name: 'kept', mine: 'no more than that', theirs: 'legs' },
      { name: 'depth, m', mine: '0.45', theirs: '0.4568' },
    ]);
    const product = Object.values(laptop.products)[0]!;
    expect(conflict({ productId: product.id, shared: true }, { productId: 'oil-varnish', shared: false })).toEqual([
      { name: 'product', mine: product.name, theirs: 'oil varnish' },
      { name: 'shared', mine: 'yes', theirs: 'no' },
    ]);
  });

  it('says of what is not the same only what differs, and what was taken away', () => {
    const here = edited(laptop, [
      ['plan', 1],
      ['price', 5],
    ]);
    const there = edited(phone, [
      ['plan', 2],
      ['remove', 0],
    ]);
    const fields = (b: Workshop) =>
      mergeWorkshops(here, b)
        .conflicts.map((c) => conflictShown(c, here, b))
        .map((c) => [c.label, c.fields[0]]);
    expect(fields(edited(phone, [['plan', 2]]))).toEqual([
      ['Ticket-office cupboard: its plan', { name: 'looks', mine: 'interior painted', theirs: 'interior waxed' }],
    ]);
    expect(fields(there)).toContainEqual([
      'Ticket-office cupboard: price, promise and client',
      { name: '', mine: 'changed', theirs: 'taken away' },
    ]);
  });

  it('taken away on one side: it goes, unless it was changed on the other; then it is asked', () => {
    const gone = edited(phone, [['remove', 0]]);
    expect(mergeWorkshops(laptop, gone).workshop.pieces[pieceId]).toBeUndefined();
    expect(mergeWorkshops(edited(laptop, [['remove', 0]]), phone).workshop.pieces[pieceId]).toBeUndefined();
    const told = mergeWorkshops(edited(laptop, [['rename', 3]]), gone);
    expect(told.conflicts.map((c) => [c.key, c.theirs])).toEqual([[`pieces/${pieceId}/rest`, null]]);
  });

  it('of a file with some records only nothing is taken away', () => {
    const only: Workshop = { ...phone, pieces: { [pieceId]: edited(phone, [['rename', 7]]).pieces[pieceId]! } };
    const told = mergeWorkshops(laptop, only, {}, true);
    expect(Object.keys(told.workshop.pieces).sort()).toEqual(Object.keys(laptop.pieces).sort());
    expect(told.workshop.pieces[pieceId]!.name).toBe('Cupboard 7');
  });

  it('a can that was emptied on both is empty, and said', () => {
    const all = (w: Workshop, id: string): Workshop => {
      const own = copied(w);
      own.containers[can.id]!.ledger.push({
        at: '2026-11-25T11:00:00.000Z',
        deed: 'coat',
        ofId: id,
        changeL: -leftL(can),
        countedL: null,
      });
      return own;
    };
    const told = mergeWorkshops(all(laptop, 'a'), all(phone, 'b'));
    expect(told.overdrawn).toEqual([can.id]);
    expect(leftL(told.workshop.containers[can.id]!)).toBe(0);
  });

  const list = fc.array(fc.tuple(fc.constantFrom(...Object.keys(edits)), fc.integer({ min: 1, max: 40 })), {
    maxLength: 6,
  });
  it('two copies edited at random and merged in either order are equal; merging again changes nothing; no deed is lost', () => {
    fc.assert(
      fc.property(list, list, list, (first, second, third) => {
        const [a, b] = [
          edited(laptop, first),
          edited(
            phone,
            second.map(([e, n]) => [e, n + 100] as const),
          ),
        ];
        // Both decide alike: for what was changed on the phone where it is there.
        const ask = mergeWorkshops(a, b);
        const forPhone: Record<string, Side> = Object.fromEntries(ask.conflicts.map((c) => [c.key, 'theirs']));
        const forLaptop: Record<string, Side> = Object.fromEntries(ask.conflicts.map((c) => [c.key, 'mine']));
        const [ab, ba] = [mergeWorkshops(a, b, forPhone), mergeWorkshops(b, a, forLaptop)];
        expect(plain(ab.workshop)).toEqual(plain(ba.workshop));
        expect(ba.conflicts.map((c) => c.key).sort()).toEqual(ask.conflicts.map((c) => c.key).sort());
        expect(mergeWorkshops(ab.workshop, b).workshop).toEqual(ab.workshop);
        for (const w of [a, b])
          for (const e of w.pieces[pieceId]?.log ?? [])
            if (ab.workshop.pieces[pieceId]) expect(ab.workshop.pieces[pieceId]!.log.map((x) => x.id)).toContain(e.id);
        // It goes on: what is changed on one of them later comes over by itself.
        const later = edited(
          ab.workshop,
          third.map(([e, n]) => [e, n + 200] as const),
        );
        const back = mergeWorkshops(b, later);
        expect(back.conflicts).toEqual([]);
        expect(plain(back.workshop)).toEqual(plain(later));
      }),
      { numRuns: 30 },
    );
  });

  it('goes through a file as it is', () => {
    const told = mergeWorkshops(laptop, edited(phone, [['rename', 1]])).workshop;
    const read = readWorkshopFile(writeWorkshopFile(told, at));
    expect(read.ok && workshopFromFile(read.value)).toEqual(told);
  });
});
