import { describe, expect, it } from 'vitest';
import { formTable, newDamage } from '../piece';
import { typicalProducts } from '../products';
import {
  type Condition,
  defaultSettings,
  type FormId,
  type LookKind,
  type Piece,
  type Product,
  type Surface,
  type ZoneId,
} from '../workshop';
import { typicalPiece, zonesIn } from './fixtures/typicalPiece';
import { generatePlan } from './generatePlan';
import { facesOfStep, runPlan } from './runPlan';
import { stepKind } from './stepKinds';
import { unmetNeeds } from './unmetNeeds';

const products: Record<string, Product> = Object.fromEntries(typicalProducts.map((p) => [p.id, p]));
const settings = defaultSettings('W', 'Europe/London', 'metric', 'GBP');
const at = '2026-11-25T08:00:00Z';
interface Lift {
  form: FormId;
  faceId: string | null;
  zoneId: ZoneId;
  look: LookKind;
  choice: 'peel' | 're-veneer';
  condition?: Condition;
}
/** A veneered piece that lifts in four places of a face. */
const lifting = ({ form, faceId, zoneId, look, choice, condition = 'sound' }: Lift): Piece => {
  const birch: Surface = {
    material: { kind: 'veneer', speciesId: 'birch', veneerThicknessMm: 0.6 },
    oldFinish: { kind: 'shellac', condition },
  };
  return typicalPiece(form, birch, {
    looks: { [zoneId]: look },
    damage: [{ ...newDamage('lift', 'loose-veneer', zoneId, 4), faceId }],
    decisions: { 'damage/lift': { choice, at, why: '' } },
  });
};
const worked = (piece: Piece) => {
  const r = generatePlan(piece, { products, settings });
  if (!r.ok) throw new Error('no plan');
  const zones = zonesIn(piece);
  return { steps: r.value, zones, run: runPlan(piece, zones, r.value, products) };
};
/** "sand P120: carcass/left" for what works some faces only, else the kind alone. */
const words = (piece: Piece, zoneId: ZoneId) => {
  const { steps, zones } = worked(piece);
  return steps
    .filter((s) => s.zoneId === zoneId && ['take off', 'repair', 'abrade'].includes(stepKind(s.kind).group))
    .map((s) => {
      const all = facesOfStep({ ...s, faceIds: null }, zones).length;
      const on = facesOfStep(s, zones).map((f) => f.id);
      const where =
        s.faceIds === null ? '' : on.length === 1 ? `: ${on[0]}` : on.length === all - 1 ? ': the others' : ': some';
      return `${s.kind}${s.grit ? ` P${s.grit}` : ''}${where}`;
    });
};
const side = { form: 'sideboard', faceId: 'carcass/left', zoneId: 'carcass' } as const;

describe('what is done to some faces of a zone', () => {
  it('peels the face that lifts and sands its ground; the others keep their film and are scuffed', () =>
    expect(words(lifting({ ...side, look: 'painted', choice: 'peel' }), 'carcass').slice(0, 7)).toEqual([
      'peel: carcass/left',
      'wash-glue: carcass/left',
      'sand P120: carcass/left',
      'sand P150: carcass/left',
      'de-dust: carcass/left',
      'scuff P180: the others',
      'de-dust: the others',
    ]));
  it('strips the others where their film has to come off, by stripper as veneer asks', () => {
    const all = words(lifting({ ...side, look: 'painted', choice: 'peel', condition: 'failing' }), 'carcass');
    expect(all).toEqual(
      expect.arrayContaining(['strip-chemical: the others', 'scrape: the others', 'sand P150: the others']),
    );
    expect(all.some((w) => w.startsWith('scuff'))).toBe(false);
  });
  it('lays new veneer on that face alone, and starts its ladder where new veneer bears it', () =>
    expect(words(lifting({ ...side, look: 'natural-clear', choice: 're-veneer' }), 'carcass')).toEqual(
      expect.arrayContaining([
        'peel: carcass/left',
        're-veneer: carcass/left',
        'clamp: carcass/left',
        'sand P150: carcass/left',
      ]),
    ));
  it('works all of a zone where it is not said which face lifts, or where it has but one', () => {
    const anywhere = words(lifting({ ...side, faceId: null, look: 'painted', choice: 'peel' }), 'carcass');
    expect(anywhere[0]).toBe('peel');
    const board = lifting({ form: 'board', faceId: 'nowhere', zoneId: 'fronts', look: 'painted', choice: 'peel' });
    expect(words(board, 'fronts')[0]).toBe('peel');
  });

  const cases: Lift[] = formTable.flatMap(({ id: form, zones }) =>
    (['top', 'carcass', 'fronts'] as const)
      .filter((z) => zones.includes(z))
      .flatMap((zoneId) =>
        (
          [
            ['painted', 'peel'],
            ['natural-clear', 're-veneer'],
          ] as const
        ).map(([look, choice]) => ({ form, zoneId, look, choice, faceId: '' })),
      ),
  );
  it.each(cases)('leaves every face of $form ready for its coats: $zoneId $look', (lift) => {
    const first = worked(lifting({ ...lift, faceId: null }));
    for (const face of first.zones.find((z) => z.id === lift.zoneId)?.faces.slice(0, 3) ?? []) {
      const { steps, zones, run } = worked(lifting({ ...lift, faceId: face.id }));
      const own = steps.filter((s) => s.zoneId === lift.zoneId);
      const peeled = own.find((s) => s.kind === 'peel')!;
      const [faces, all] = [facesOfStep(peeled, zones), zones.find((z) => z.id === lift.zoneId)!];
      expect(faces.map((f) => f.id)).toEqual(peeled.faceIds === null ? all.faces.map((f) => f.id) : [face.id]);
      // Nothing is worked that is not ready, and no veneer but that of the face has gone.
      const ofZone = run.filter((x) => x.step.zoneId === lift.zoneId);
      expect(ofZone.flatMap((x) => x.before.flatMap((s) => unmetNeeds(x.step, s)))).toEqual([]);
      const last = ofZone.findLast((x) => x.step.faceIds === null)!;
      const gone = last.faces.filter((_, i) => last.after[i]!.material !== 'veneer').map((f) => f.id);
      expect(gone).toEqual(lift.choice === 'peel' ? faces.map((f) => f.id) : []);
      expect(new Set(last.after.map((s) => s.layers.at(-1)?.productId)).size).toBe(1);
    }
  });
});
