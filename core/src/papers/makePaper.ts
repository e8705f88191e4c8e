import { cardsOf } from '../cards';
import {
  additionTable,
  cautionDefers,
  damageRow,
  doWhat,
  lookNames,
  lookOf,
  lowerFirst,
  methodNames,
  severityWords,
  stepNameOf,
  upperFirst,
} from '../finishing';
import {
  buildFaces,
  conditionNames,
  depthNames,
  type Face,
  facesInView,
  finishNames,
  materialOf,
  ownershipNames,
  shapeToDraw,
  speciesById,
  surfaceOfZone,
  zoneNames,
  zoneOfFace,
} from '../piece';
import { bandsOf, hasTime, noTimeWords, rangeOf, type Sitting, sittingsOf, sittingWords } from '../reckoning';
import { careCard, qrCode, recordCode, usedRows } from '../takeaway';
import { duration, exactMoney, formatLength, formatTemperature, minorDigits, minuteOf, money } from '../units';
import type { FinishCard, LogEntry, Photo, ZoneId } from '../workshop';
import { doneOn, notDone } from './doneInWords';
import { drawingSvg } from './drawingSvg';
import type { Block, Paper, PaperBand, PaperKind } from './Paper';
import { makerOf, type PaperInput, wordsFor } from './PaperInput';
import { priceParts } from './priceParts';
import { stickPlan } from './stickPlan';

const heading = (text: string): Block => ({ kind: 'heading', text });
const text = (words: string): Block => ({ kind: 'text', text: words });
const lines = (own: readonly string[]): Block => ({ kind: 'lines', lines: own });
/** A part with its heading; nothing where it would be empty. */
const under = (title: string, own: readonly string[]): Block[] => (own.length > 0 ? [heading(title), lines(own)] : []);

/** Zones on which something is done, in the order of the plan. */
function workedZones({ reckoning }: PaperInput): ZoneId[] {
  const zones = reckoning.zones.map((z) => z.id);
  return zones.filter((z) => reckoning.steps.some((s) => s.step.zoneId === z));
}

/** Litres of a sitting: as logged where they are, as planned where not. */
function amountOf(sitting: Sitting, input: PaperInput): string {
  const { about, volume } = wordsFor(input);
  const logged = sitting.steps.flatMap((s) => s.actualL ?? []);
  if (logged.length === 0) return sitting.litres.map((l) => about(rangeOf(l))).join(', ');
  return `${volume(logged.reduce((sum, l) => sum + l, 0))} used`;
}

function sticks(input: PaperInput): Block {
  return {
    kind: 'sticks',
    rows: workedZones(input).map((zone) => ({
      name: zoneNames[zone],
      bands: bandsOf(
        input.reckoning.steps.filter((s) => s.step.zoneId === zone),
        undefined,
        () => null,
      ).map((b): PaperBand => ({ colour: b.colour, name: b.name, done: b.state === 'done' })),
    })),
  };
}

/** The sheet for the bench: cautions first, then every sitting with room for a tick. */
function bench(input: PaperInput): Omit<Paper, 'kind' | 'foot'> {
  const { piece, reckoning, products } = input;
  const { date, moment, hours } = wordsFor(input);
  const { steps, findings, totals } = reckoning;
  const standing = findings.filter((f) => f.overruledBecause === null && f.severity !== 'advice');
  const overruled = findings.filter((f) => f.overruledBecause !== null);
  const cautions = [...new Set(steps.flatMap((s) => s.cautions))];
  const light = totals.lightUseAtMin === null ? '' : ` · light use ${date(totals.lightUseAtMin)}`;
  return {
    title: `${piece.name}: bench sheet`,
    under: `${date(input.nowMin)} · ${hours(totals.handsOnMin)} hands-on${light}`,
    blocks: [
      ...(cautions.length > 0
        ? [
            heading('Before you start'),
            { kind: 'cautions', lines: cautions } as const,
            { kind: 'small', text: cautionDefers } as const,
          ]
        : []),
      ...under('What stands against it', [
        ...standing.map((f) => `${severityWords[f.severity]}: ${f.sentence}`),
        ...overruled.map((f) => `Overruled: ${f.sentence} Reason: ${f.overruledBecause}`),
      ]),
      sticks(input),
      heading('Sittings'),
      {
        kind: 'ticks',
        rows: sittingsOf(steps).map((s) => {
          const with_ = s.litres.map(({ productId }) => products[productId]?.name ?? productId);
          const ways = [...new Set(s.steps.flatMap((x) => (x.step.method ? methodNames[x.step.method] : [])))];
          return {
            done: s.status === 'done',
            what: `${[sittingWords(s, doWhat), ...with_, ...ways].join(' · ')}, ${hours(s.handsOnMin)}`,
            cautions: s.status === 'done' ? [] : s.cautions,
            notes: s.steps.flatMap((x) => piece.stepNotes[x.step.id] || []),
            when: hasTime(s) ? moment(s.startMin) : noTimeWords(s),
            amount: amountOf(s, input),
          };
        }),
      },
    ],
  };
}

/** The colour of each zone as it is now, for the drawing. */
function colourNow({ piece, reckoning }: PaperInput): (face: Face) => string {
  const now = new Map(
    reckoning.zones.map((z) => {
      const done = reckoning.steps.filter((s) => s.step.zoneId === z.id && s.status === 'done').at(-1);
      return [z.id as string, done?.bandColour ?? z.colour];
    }),
  );
  return (face) => now.get(zoneOfFace(piece, face)) ?? '#f4f2ea';
}

/** No more photographs than these go on one paper: the rest is in the workshop's ZIP. */
const mostPictures = 12;

/** Photographs with what they show and when they were taken, the first first; nothing where there are none. */
function pictures(title: string, input: PaperInput, wanted: (photo: Photo) => boolean): Block[] {
  const { piece } = input;
  const { moment } = wordsFor(input);
  const own = (piece.photos ?? []).filter(wanted).sort((a, b) => minuteOf(a.at) - minuteOf(b.at));
  if (own.length === 0) return [];
  const of = (photo: Photo): string => {
    if (photo.of.kind === 'piece') return piece.name;
    if (photo.of.kind === 'step') return stepNameOf(photo.of.stepId);
    if (photo.of.kind === 'face') return 'Detail';
    if (photo.of.kind === 'stick') return 'Sample stick';
    const { damageId } = photo.of;
    const number = piece.damage.findIndex((d) => d.id === damageId);
    return number < 0 ? 'Damage' : `Damage ${number + 1}: ${damageRow(piece.damage[number]!.kind).name}`;
  };
  const more = own.length - mostPictures;
  return [
    heading(title),
    {
      kind: 'pictures',
      rows: own.slice(0, mostPictures).map((p) => ({
        photoId: p.id,
        words: [`${of(p)}, ${moment(minuteOf(p.at))}`, p.note].filter(Boolean).join('. '),
        widthPx: p.widthPx,
        heightPx: p.heightPx,
      })),
    },
    ...(more > 0 ? [{ kind: 'small', text: `${more} more are kept with the workshop.` } as const] : []),
  ];
}

/** What a piece is and what is wrong with it, its damage numbered on the drawing. */
function survey(input: PaperInput): Omit<Paper, 'kind' | 'foot'> {
  const { piece, settings, reckoning } = input;
  const { date } = wordsFor(input);
  const length = (m: number | null) => (m === null ? 'not measured' : formatLength(m, settings.unitSystem));
  const faces = buildFaces(shapeToDraw(piece));
  const seen = new Set(facesInView(faces, 'right').map((f) => f.id));
  const places = piece.damage.flatMap((d, i) =>
    d.faceId !== null && d.at !== null && seen.has(d.faceId)
      ? [{ faceId: d.faceId, at: d.at, mark: String(i + 1) }]
      : [],
  );
  const kept = piece.kept.flatMap((k) => (k.note ? [k.note] : []));
  return {
    title: `${piece.name}: survey`,
    under: `${date(input.nowMin)} · ${length(piece.widthM)} wide, ${length(piece.heightM)} high, ${length(piece.depthM)} deep`,
    blocks: [
      {
        kind: 'drawing',
        svg: drawingSvg(faces, colourNow(input), places),
        words: `${piece.name}, drawn to measure${places.length > 0 ? '; numbers are the damage below' : ''}.`,
      },
      heading('What it is'),
      {
        kind: 'table',
        head: [{ name: 'Part' }, { name: 'Made of' }, { name: 'Old finish' }, { name: 'Look wanted' }],
        rows: reckoning.zones.map(({ id }) => {
          const { material, oldFinish } = surfaceOfZone(piece, id);
          const of = materialOf(material.kind);
          const wood = of.wood && material.speciesId !== null ? `${speciesById(material.speciesId).name}, ` : '';
          const old = oldFinish.kind === 'none' ? '' : `, ${conditionNames[oldFinish.condition]}`;
          return [
            zoneNames[id],
            `${wood}${of.name.toLowerCase()}`,
            `${finishNames[oldFinish.kind]}${old}`,
            lookNames[lookOf(piece, id)],
          ];
        }),
      },
      ...(piece.damage.length > 0
        ? [
            heading('Damage'),
            {
              kind: 'table',
              head: [{ name: 'No.' }, { name: 'What' }, { name: 'Where' }, { name: 'Places' }, { name: 'How deep' }],
              rows: piece.damage.map((d, i) => [
                String(i + 1),
                damageRow(d.kind).name,
                `${zoneNames[d.zoneId]}${d.faceId !== null && !seen.has(d.faceId) ? ', not seen in the drawing' : ''}`,
                `${d.count}${d.extentM === null ? '' : `, up to ${length(d.extentM)}`}`,
                depthNames[d.depth],
              ]),
            } as const,
          ]
        : []),
      ...under('Left as it is', kept),
      ...pictures('Photographs', input, (p) => p.of.kind !== 'step'),
      ...(piece.note ? [heading('Note'), text(piece.note)] : []),
    ],
  };
}

/** The colour and product that lie uppermost when all is done; zones that end alike together. */
function looksOf(input: PaperInput): Block {
  const { piece, reckoning, products } = input;
  const byLook = new Map<string, { colour: string; words: string; zones: string[] }>();
  for (const zone of workedZones(input)) {
    const own = reckoning.steps.filter((s) => s.step.zoneId === zone);
    const top = own.filter((s) => s.step.productId !== null).at(-1)?.step.productId;
    const name = top ? products[top]?.name : undefined;
    const look = upperFirst(lookNames[lookOf(piece, zone)]);
    const colour = own.at(-1)!.bandColour;
    const words = name ? `${look}; uppermost lies ${name}` : look;
    const alike_ = byLook.get(colour + words);
    if (alike_) alike_.zones.push(zoneNames[zone]);
    else byLook.set(colour + words, { colour, words, zones: [zoneNames[zone]] });
  }
  return {
    kind: 'colours',
    rows: [...byLook.values()].map(({ zones, colour, words }) => ({ name: zones.join(', '), colour, words })),
  };
}

/** When it is ready, in words: a range with its chance where the workshop was rehearsed. */
function readyWords({ ready, reckoning, ...input }: PaperInput): string {
  const { date } = wordsFor(input);
  const { lightUseAtMin, curedAtMin } = reckoning.totals;
  const cured = curedAtMin === null ? '' : ` It is fully hard about ${date(curedAtMin)}.`;
  if (ready && Number.isFinite(ready.p90Min))
    return date(ready.p10Min) === date(ready.p90Min)
      ? `About ${date(ready.p10Min)}: eight times in ten on that day.${cured}`
      : `Between ${date(ready.p10Min)} and ${date(ready.p90Min)}: eight times in ten within these days.${cured}`;
  return lightUseAtMin === null
    ? 'It cannot be said yet: something has to be settled first.'
    : `About ${date(lightUseAtMin)}, if the hands are free for it.${cured}`;
}

/** What holds the work until it is settled. */
const heldWords = ({ reckoning }: PaperInput): string[] => [
  ...new Set(reckoning.steps.flatMap((s) => (s.held ? [`Not begun before it is settled: ${s.held.words}.`] : []))),
];

/** The price with its parts, which add up to it; and how far it may go. */
function priced(input: PaperInput): Block[] {
  const { currency } = input.settings;
  const { parts, sumMinor, fromMinor, untilMinor, agreed } = priceParts(input);
  const exact = (minor: number) => exactMoney(minor, currency);
  const about = (minor: number) => money(minor / 10 ** minorDigits(currency), currency);
  const worked = agreed || parts.some((p) => p.name === 'Work');
  return [
    {
      kind: 'table',
      head: [{ name: 'For' }, { name: currency, figures: true }],
      rows: [...parts.map((p) => [p.name, exact(p.minor)]), [agreed ? 'Price agreed' : 'Together', exact(sumMinor)]],
      sum: true,
    },
    ...(agreed ? [] : [text(`It may come to ${about(fromMinor)} to ${about(untilMinor)}; more only after asking.`)]),
    ...(worked ? [] : [text('Materials only: the work is not in this price.')]),
  ];
}

/** Rows of parts and what is done on them; parts with the same work in one row. */
function alike(parts: readonly (readonly [name: string, work: readonly string[]])[]): string[][] {
  const byWork = new Map<string, string[]>();
  for (const [name, work] of parts) {
    const words = `${upperFirst(work.join('; '))}.`;
    if (work.length > 0) byWork.set(words, [...(byWork.get(words) ?? []), name]);
  }
  return [...byWork].map(([words, names]) => [names.join(', '), words]);
}

/** What is offered to a client: what is done and not, the looks, the price with its parts, when, and on what terms. */
function offer(input: PaperInput): Omit<Paper, 'kind' | 'foot'> {
  const { piece, reckoning, products, settings } = input;
  const { date } = wordsFor(input);
  const whole = doneOn(null, reckoning.steps, products);
  return {
    title: `Offer: ${piece.name}`,
    under: date(input.nowMin),
    blocks: [
      ...(settings.papers?.maker ? [text(settings.papers.maker)] : []),
      heading('What will be done'),
      {
        kind: 'table',
        head: [{ name: 'Part' }, { name: 'Work, in its order' }],
        rows: [
          ...alike(workedZones(input).map((zone) => [zoneNames[zone], doneOn(zone, reckoning.steps, products)])),
          ...alike(whole.length > 0 ? [['Whole piece', whole]] : []),
        ],
      },
      heading('How it will look'),
      looksOf(input),
      { kind: 'small', text: 'Printed colours are near, not exact: the sample on the wood itself is what counts.' },
      ...under(
        'What will not be done',
        notDone(
          piece,
          reckoning.zones.map((z) => z.id),
        ),
      ),
      ...under('What you supply', piece.commission.supplied ? [piece.commission.supplied] : []),
      ...under('What you chose', piece.commission.chosen ? [piece.commission.chosen] : []),
      ...under(
        'What you approve before it goes on',
        reckoning.steps.some((s) => s.step.kind === 'approve')
          ? ['The sample stick: same wood, same products, with the last coat on.']
          : [],
      ),
      heading('Price'),
      ...priced(input),
      heading('When it is ready'),
      text(readyWords(input)),
      ...(heldWords(input).length > 0 ? [lines(heldWords(input))] : []),
      ...(settings.papers?.terms ? [heading('Terms'), text(settings.papers.terms)] : []),
      { kind: 'sign', lines: ['Agreed, name and date', makerOf(settings).split('\n')[0]!] },
    ],
  };
}

/** What a client approves with their name: the looks, what they chose, and what was approved before. */
function approval(input: PaperInput): Omit<Paper, 'kind' | 'foot'> {
  const { piece } = input;
  const { date } = wordsFor(input);
  return {
    title: `Approval: ${piece.name}`,
    under: date(input.nowMin),
    blocks: [
      heading('The finish'),
      looksOf(input),
      sticks(input),
      text('Approved is the sample stick that lies with this sheet, not the colours printed on it.'),
      ...under('What was chosen', piece.commission.chosen ? [piece.commission.chosen] : []),
      ...under(
        'Approved before',
        piece.commission.approvals.map((a) => `${date(minuteOf(a.at))}: ${a.what}`),
      ),
      { kind: 'sign', lines: ['Approved as shown, name and date', 'Approved with these changes:', ''] },
    ],
  };
}

/** One step as it was really done, as it stands in a table. */
interface DoneRow {
  atMin: number;
  /** Line by line. */
  words: readonly (string | null)[];
  litres: number | null;
  asPlanned: boolean;
  batch: string | null;
  waitedMin: number | null;
  air: LogEntry['air'];
}

/** Steps as they were really done. */
function doneTable(rows: readonly DoneRow[], settings: PaperInput['settings']): Block {
  const { moment, volume } = wordsFor({ settings });
  return {
    kind: 'table',
    head: [
      { name: 'Done' },
      { name: 'Step' },
      { name: 'Used', figures: true },
      { name: 'Batch' },
      { name: 'Waited', figures: true },
      { name: 'Air', figures: true },
    ],
    rows: rows.map((r) => [
      moment(r.atMin),
      r.words.filter(Boolean).join('\n'),
      r.litres === null ? '' : `${volume(r.litres)}${r.asPlanned ? '\nas planned' : ''}`,
      r.batch ?? '',
      r.waitedMin === null ? '' : duration(r.waitedMin),
      r.air ? `${formatTemperature(r.air.airTempC, settings.unitSystem)}, ${Math.round(r.air.relHumFrac * 100)} %` : '',
    ]),
  };
}

/** Every step of a piece as it was really done. */
const usedTable = ({ piece, products, settings }: PaperInput): Block =>
  doneTable(
    usedRows(piece, products).map((r) => ({
      ...r,
      words: [`${r.where}: ${lowerFirst(r.what)}`, r.product, r.note],
    })),
    settings,
  );

const nothingLogged = 'Nothing is logged yet: press Done when a sitting is done.';

/** What was really used, step by step: what the same finish is made from again. */
function used(input: PaperInput): Omit<Paper, 'kind' | 'foot'> {
  const done = input.piece.log.some((e) => e.doneAt !== null);
  return {
    title: `${input.piece.name}: what was used`,
    under: wordsFor(input).date(input.nowMin),
    blocks: done ? [usedTable(input)] : [text(nothingLogged)],
  };
}

/** What a buyer is told of the condition a piece was found in, and of all that was done to it. */
function record(input: PaperInput): Omit<Paper, 'kind' | 'foot'> {
  const { piece, reckoning, products } = input;
  const found = survey(input);
  const doneSteps = reckoning.steps.filter((s) => s.status === 'done');
  const zones = workedZones(input).filter((z) => doneSteps.some((s) => s.step.zoneId === z));
  const made = [
    piece.decade === null ? [] : [`Made in the ${piece.decade}s, as far as is known.`],
    piece.lead.result === 'unknown'
      ? ['Old coats were not tested for lead.']
      : [`Test for lead: ${piece.lead.result}.`],
    [`It was ${ownershipNames[piece.ownership].toLowerCase()}.`],
  ].flat();
  return {
    title: `${piece.name}: condition and treatment`,
    under: found.under,
    blocks: [
      heading('As it was found'),
      ...found.blocks.filter((b) => b.kind !== 'heading' || b.text !== 'What it is'),
      lines(made),
      heading('What was done'),
      ...(zones.length > 0
        ? [
            {
              kind: 'table',
              head: [{ name: 'Part' }, { name: 'Treatment' }],
              rows: alike(zones.map((z) => [zoneNames[z], doneOn(z, doneSteps, products)])),
            } as const,
          ]
        : [text(nothingLogged)]),
      ...under(
        'What was not done',
        notDone(
          piece,
          reckoning.zones.map((z) => z.id),
        ),
      ),
      ...(doneSteps.length > 0 ? [heading('With what'), usedTable(input)] : []),
      ...pictures('Photographs of the work', input, (p) => p.of.kind === 'step'),
    ],
  };
}

/** Figures for a bill, and nothing but figures. */
function invoice(input: PaperInput): Omit<Paper, 'kind' | 'foot'> {
  const { piece, settings } = input;
  const { currency } = settings;
  const { parts, sumMinor: net } = priceParts(input);
  const exact = (minor: number) => exactMoney(minor, currency);
  const taxFrac = settings.papers?.taxFrac ?? null;
  const tax = taxFrac === null ? 0 : Math.round(net * taxFrac);
  const withTax =
    taxFrac === null
      ? []
      : [[`At the rate of ${Number((taxFrac * 100).toFixed(2))} % typed by the workshop`, exact(tax)]];
  return {
    title: `${piece.name}: figures for a bill`,
    under: wordsFor(input).date(input.nowMin),
    blocks: [
      ...(settings.papers?.maker ? [text(settings.papers.maker)] : []),
      {
        kind: 'table',
        head: [{ name: 'For' }, { name: currency, figures: true }],
        rows: [...parts.map((p) => [p.name, exact(p.minor)]), ...withTax, ['To pay', exact(net + tax)]],
        sum: true,
      },
      { kind: 'small', text: 'Figures only: whether and how they are taxed is for the workshop and its adviser.' },
    ],
  };
}

/** What goes with a piece: what is on it, from when it may be used, how it is looked after, and who made it. */
function care(input: PaperInput): Omit<Paper, 'kind' | 'foot'> {
  const { piece, reckoning, products, settings } = input;
  const { date } = wordsFor(input);
  const { lightUseAtMin, curedAtMin, surfaces, always } = careCard(reckoning, products);
  const fitted = reckoning.steps
    .filter((s) => s.step.kind === 'fit-restraint')
    .map((s) => (s.step.part === 'lid' ? 'The lid support' : 'The restraint to the wall'));
  return {
    title: `${piece.name}: how to look after it`,
    under: makerOf(settings).split('\n')[0]!,
    blocks: [
      text(
        [
          lightUseAtMin === null ? '' : `Use it lightly from ${date(lightUseAtMin)}.`,
          curedAtMin === null ? '' : `It is fully hard on ${date(curedAtMin)}.`,
        ].join(' '),
      ),
      ...surfaces.flatMap((s): Block[] => [
        heading(s.zones.map((z) => zoneNames[z]).join(', ')),
        { kind: 'small', text: s.top },
        text(s.care),
      ]),
      ...under(
        'Fastened',
        fitted.map((f) => `${f}: leave it in place, and fasten it again after a move.`),
      ),
      heading('Always'),
      lines(always),
      { kind: 'small', text: 'Common practice; what the label of a product says comes first.' },
      ...(settings.papers?.maker ? [text(settings.papers.maker)] : []),
    ],
  };
}

/** A QR code as a drawing, with its quiet border (ISO/IEC 18004: four modules). */
function codeSvg(words: string): string {
  const { size, dark } = qrCode(words);
  const quiet = 4;
  const all = size + 2 * quiet;
  let path = '';
  for (let y = 0; y < size; y += 1)
    for (let x = 0; x < size; x += 1) if (dark(x, y)) path += `M${x + quiet} ${y + quiet}h1v1h-1z`;
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${all} ${all}" width="${all}" height="${all}"><rect width="${all}" height="${all}" fill="#ffffff"/><path d="${path}" fill="#000000"/></svg>`;
}

/** One finish card: what is on a zone, as it was done, and the code that opens it again. */
export function cardBlocks(card: FinishCard, settings: PaperInput['settings']): Block[] {
  const species = card.ground.material.speciesId ? speciesById(card.ground.material.speciesId).name : undefined;
  const carries = additionTable.filter((a) => card.additions.includes(a.id)).map((a) => a.name);
  return [
    {
      kind: 'colours',
      rows: [{ name: upperFirst(lookNames[card.look]), colour: card.colour, words: 'on this paper only roughly' }],
    },
    lines([
      `On ${[species?.toLowerCase(), materialOf(card.ground.material.kind).name.toLowerCase()].filter(Boolean).join(', ')}; what was there: ${finishNames[card.ground.oldFinish.kind].toLowerCase()}.`,
      ...(card.toCome > 0 ? [`Not complete yet: ${card.toCome} steps are still to come.`] : []),
      ...(carries.length > 0 ? [`With ${carries.join(', ')}.`] : []),
    ]),
    doneTable(
      card.steps.map((s) => {
        const thinned = s.thinFrac ? `thinned ${Math.round(s.thinFrac * 100)} %` : '';
        const withWhat = [s.product?.name, s.method && methodNames[s.method], thinned].filter(Boolean).join(', ');
        return { ...s, atMin: minuteOf(s.doneAt), words: [s.what, withWhat, s.ratio, s.note], asPlanned: !s.measured };
      }),
      settings,
    ),
    { kind: 'code', svg: codeSvg(recordCode('card', card.id)), words: `Card ${card.id}` },
  ];
}

/** The finish cards of a piece: one for each zone that a finish was laid on. */
function card(input: PaperInput): Omit<Paper, 'kind' | 'foot'> {
  const cards = cardsOf(input.piece, input.reckoning, {
    products: input.products,
    settings: input.settings,
    mixes: input.mixes ?? {},
  });
  return {
    title: `${input.piece.name}: finish card`,
    under: wordsFor(input).date(input.nowMin),
    blocks:
      cards.length === 0
        ? [text('Nothing of the finish is logged yet: a card tells what was really done.')]
        : [
            ...cards.flatMap((c) => [heading(zoneNames[c.zoneId]), ...cardBlocks(c, input.settings)]),
            ...pictures('Photographs', input, (p) => p.of.kind === 'piece' || p.of.kind === 'step'),
          ],
  };
}

const made: Readonly<Record<PaperKind, (input: PaperInput) => Omit<Paper, 'kind' | 'foot'>>> = {
  bench,
  survey,
  offer,
  approval,
  used,
  record,
  invoice,
  care,
  card,
  sticks: stickPlan,
};

/** A paper of a piece. */
export const makePaper = (kind: PaperKind, input: PaperInput): Paper => ({
  kind,
  ...made[kind](input),
  foot: `${input.settings.name} · ${input.piece.name}`,
});
