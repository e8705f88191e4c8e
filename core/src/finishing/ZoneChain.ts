import type { Carrier, Hazard, Method, Piece, Product, ProductKind, Step, StepKindId, ZoneId } from '../workshop';
import { fromShelf, type Wish } from './fromShelf';
import { newStep } from './newStep';
import type { Phase } from './phases';
import { belongsBehind } from './sittings';
import { stepKind } from './stepKinds';

/** A step with the stage it belongs to. */
export interface Draft {
  phase: Phase;
  step: Step;
  /** Beside which zone it stands within its stage, where that is not its own; steps of the whole piece stand before all. */
  beside?: { zoneId: ZoneId; at: 'before' | 'after' };
}

/** What a step adds to its kind; everything left out is nothing. */
export type StepDetails = Partial<Omit<Step, 'id' | 'zoneId' | 'kind'>> & {
  reason: string;
  /** Runs beside the work: it waits for nothing, and nothing waits for it but what names it. */
  aside?: boolean;
};

/** What is left over and may catch fire: seen to before anything else is taken up. */
export const leftovers: readonly { hazard: Hazard; what: string; reason: string }[] = [
  {
    hazard: 'self-heating-rags',
    what: 'oily rags',
    reason: 'Flat outdoors to dry, or in a lidded metal can with water: oily rags in a heap catch fire.',
  },
  {
    hazard: 'cures-hot',
    what: 'mixed filler left over',
    reason: 'Mixed filler that is left over heats itself as it sets: outdoors until it is cold, then to the bin.',
  },
  {
    hazard: 'burns-cotton',
    what: 'scraps with super glue on them',
    reason: 'Super glue on cotton, wool or leather scraps heats and smokes: no rags near it, and the scraps outdoors.',
  },
];

/** What was picked for one kind of step of a zone. */
export interface Pick {
  productId: string | null;
  product: Product | null;
  method: Method | null;
  coats: number;
  /** Thinner to a litre of product, coat by coat, L/L; what is left out is as its sheet has it. */
  thinned: readonly (number | null)[];
  /** So many of its last coats are owed. */
  owed: number;
}

/** As many faces are named where a step works some only. */
const mostNamed = 3;

/** Number of the first step of a kind that makes good what was found on the way. */
const lateFrom = 61;

/** Grows the steps of one zone, or of the whole piece, in the order in which they are worked. */
export class ZoneChain {
  readonly drafts: Draft[] = [];
  private readonly beside = new Set<Step>();
  private counts = new Map<StepKindId, number>();
  private readonly lateCounts = new Map<StepKindId, number>();
  /** The faces that are worked now; null: all of the zone. */
  private scope: { faceIds: readonly string[]; names: readonly string[] } | null = null;

  constructor(
    readonly zoneId: ZoneId | null,
    private readonly choices: Piece['choices'],
    private readonly products: Readonly<Record<string, Product>>,
    /** Ways of putting things on that the workshop has and allows. */
    private readonly allowed: readonly Method[],
    /** What may be in the gun. */
    private readonly inTheGun: readonly Carrier[],
    /** Steps of a kind that earlier rounds counted. */
    private readonly counted: ReadonlyMap<string, number> = new Map(),
    /** What may not be put on this zone at all. */
    private readonly barred: (product: Product) => boolean = () => false,
    /** Extraction made for solvent mist is there. */
    private readonly solventGun = false,
    /** The piece has been in use since it was handed over: what is owed can be laid. */
    readonly handedOver = false,
  ) {}

  /** The last step so far. */
  get last(): Step | undefined {
    return this.drafts.findLast((d) => !this.beside.has(d.step))?.step;
  }

  /**
   * Product, method and coats for a kind of step: the user's choice first, then what meets the wish, then what is usual, then
   * anything on the shelf that does the job. What the workshop cannot put on is passed over; a method the label does not name gives way to one
   * that it does.
   */
  pick(kind: StepKindId, jobs: readonly ProductKind[], coats: number | null = null, wish?: Wish, by?: Method): Pick {
    const choice = this.choices[`${this.zoneId}/${kind}`];
    const can = (p: Product) => jobs.includes(p.kind) && this.waysOf(p).length > 0;
    // What the user chose is taken as it is; the rules say what is wrong with it.
    const chosen = choice?.productId ? this.products[choice.productId] : undefined;
    const proposed = (p: Product) => can(p) && !this.barred(p);
    const product = chosen && can(chosen) ? chosen : (fromShelf(this.products, jobs, wish, proposed) ?? null);
    const methods = product ? this.waysOf(product) : [];
    const wanted = [choice?.method, by].find((m) => m && methods.includes(m));
    const method = wanted ?? methods[0] ?? null;
    const number = choice?.coats ?? coats ?? product?.coats ?? 1;
    return {
      productId: product?.id ?? null,
      product,
      method,
      coats: number,
      thinned: choice?.thinned ?? [],
      owed: Math.min(choice?.owed ?? 0, number - 1),
    };
  }

  /** Ways of its label that this workshop has and allows. */
  private waysOf(p: Product): Method[] {
    return p.methods.filter((m) => this.allowed.includes(m) && (m !== 'hvlp' || this.mayBeSprayed(p)));
  }

  /** Solvent lacquer by gun wants more than an open window: an extraction made for it. */
  private mayBeSprayed(p: Product): boolean {
    return this.inTheGun.includes(p.carrier) && (p.carrier !== 'lacquer' || this.solventGun);
  }

  /** Adds a step after the last one of this zone. */
  add(at: Phase, kind: StepKindId, details: StepDetails): Step {
    const first = this.counts === this.lateCounts ? lateFrom : 1;
    const ordinal = (this.counts.get(kind) ?? first - 1) + 1;
    this.counts.set(kind, ordinal);
    const { aside = false } = details;
    const only =
      this.scope && !aside && this.scope.names.length <= mostNamed ? `${this.scope.names.join(', ')} only. ` : '';
    const productId = details.productId ?? null;
    // Steps of a zone follow each other on its faces; those of the whole piece lie on none.
    const before = aside || this.zoneId !== null ? undefined : this.last;
    const step = newStep({
      id: `${this.zoneId ?? 'piece'}/${kind}/${(this.counted.get(kind) ?? 0) + ordinal}`,
      zoneId: this.zoneId,
      kind,
      reason: `${only}${details.reason}`,
      ordinal: details.ordinal ?? ordinal,
      of: details.of,
      productId,
      method: details.method,
      grit: details.grit,
      byHand: details.byHand,
      part: details.part,
      count: details.count,
      lineM: details.lineM,
      fixedWaitMin: details.fixedWaitMin,
      test: details.test,
      faceIds: this.scope === null || aside ? null : [...this.scope.faceIds],
      areaFrac: details.areaFrac,
      thinFrac: details.thinFrac,
      mixed: details.mixed,
      fillL: details.fillL,
      fills: details.fills,
      after: [...(before ? [before.id] : []), ...(details.after ?? [])],
    });
    this.drafts.push({ phase: at, step });
    if (aside) this.beside.add(step);
    const hazards = productId === null ? [] : (this.products[productId]?.hazards ?? []);
    const left = leftovers.find((l) => hazards.includes(l.hazard));
    if (left) this.add(at, 'dispose', { reason: left.reason });
    return step;
  }

  /** Adds steps that work some faces of the zone only. */
  on(faceIds: readonly string[], names: readonly string[], add: () => void): void {
    this.scope = { faceIds, names };
    add();
    this.scope = null;
  }

  /** Adds steps before those of a later stage. */
  before(at: Phase, add: () => void): void {
    const later = this.drafts.filter((d) => d.phase >= at);
    const earlier = this.drafts.filter((d) => d.phase < at);
    this.drafts.splice(0, this.drafts.length, ...earlier);
    add();
    this.drafts.push(...later);
  }

  /** A product by its id; undefined: it is not known. */
  productById(id: string): Product | undefined {
    return this.products[id];
  }

  /** The way a product of the shelf is put on by hand in this workshop: the brush where its label names it. */
  wayOf(productId: string): Method | null {
    const product = this.products[productId];
    const methods = product ? this.waysOf(product) : [];
    return methods.find((m) => m === 'brush') ?? methods[0] ?? null;
  }

  /**
   * Adds steps behind those that are done, before all that is still to come. Their numbers begin beyond those of the others, so
   * that they stay when the plan before or behind them changes.
   * @param atOnce before an old film comes off, too; otherwise that comes first
   */
  behind(done: ReadonlySet<string>, atOnce: boolean, add: (at: Phase, later: readonly Step[]) => void): void {
    let at = this.drafts.findLastIndex((d) => done.has(d.step.id) && !this.beside.has(d.step)) + 1;
    if (!atOnce) at = Math.max(at, this.drafts.findLastIndex((d) => stepKind(d.step.kind).group === 'take off') + 1);
    // What belongs right behind a step is not parted from it.
    while (at < this.drafts.length && belongsBehind(this.drafts[at]!.step.kind)) at += 1;
    const later = this.drafts.splice(at);
    const own = this.counts;
    this.counts = this.lateCounts;
    add(
      this.drafts.at(-1)?.phase ?? later[0]?.phase ?? 0,
      later.map((d) => d.step),
    );
    this.counts = own;
    this.drafts.push(...later);
  }

  /** Adds an abrasive step and the dust removal that has to follow it. */
  addAbrasive(
    at: Phase,
    kind:
      | 'sand'
      | 'shape'
      | 'sand-fills'
      | 'brush-pores'
      | 'scuff'
      | 'denib'
      | 'level'
      | 'feather'
      | 'rub-out'
      | 'strip-abrasive',
    details: StepDetails,
  ): void {
    this.add(at, kind, details);
    this.add(at, 'de-dust', { reason: 'Dust left on the surface stands in the next coat.' });
    const lays = (d: Draft) =>
      d.step.productId !== null && (stepKind(d.step.kind).film || stepKind(d.step.kind).inWood);
    const laid = this.drafts.findLast(lays)?.step.productId;
    // The coat that follows may not come before the next morning: the dust is seen to at once.
    const oily = laid && this.products[laid]?.hazards.includes('self-heating-rags');
    if (oily)
      this.add(at, 'dispose', { reason: 'Dust of an oil film heats itself as its rags do: into the can with water.' });
  }
}
