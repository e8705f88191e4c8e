import { labWords, layersOf, mixedWords } from '../colour';
import { groundOfZone, stickBands } from '../matching';
import { speciesById, zoneNames } from '../piece';
import type { ColourLayer, Product, SampleStick } from '../workshop';
import type { Block, Paper } from './Paper';
import { type PaperInput, wordsFor } from './PaperInput';

/** One layer as it is laid: parts, coats, how long it lies, and what it dries before the next. */
function layerLine(layer: ColourLayer, { products, settings }: PaperInput, n: number): string {
  const { hours } = wordsFor({ settings });
  const main: Product | undefined = products[layer.parts[0]!.productId];
  const what = mixedWords(layer, (id) => products[id]?.name ?? 'a product that is gone');
  const dwell = layer.dwellMin === null ? '' : `; wiped off after ${Math.round(layer.dwellMin)} min`;
  const dry = main ? `; dries ${hours(Math.round(main.times.recoatFromMin.high))} before the next` : '';
  return `${n}. ${what}${dwell}${dry}`;
}

function stickBlocks(stick: SampleStick, input: PaperInput): Block[] {
  const { piece, products } = input;
  const ground = groundOfZone(piece, stick.zoneId);
  const layers = layersOf(stick.layers, products);
  const bands = layers ? stickBands(ground, layers, input.settings.colours) : [];
  const grit = stick.layers.find((l) => l.grit !== null)?.grit;
  return [
    { kind: 'heading', text: stick.name },
    {
      kind: 'text',
      text: `${zoneNames[stick.zoneId]} of ${piece.name}. A stick of ${speciesById(stick.speciesId).name.toLowerCase()}, sanded as the piece${grit ? ` to P${grit}` : ''}; each layer is left a little shorter than the one before.`,
    },
    {
      kind: 'sticks',
      rows: [{ name: 'As foretold', bands: bands.map((b) => ({ colour: b.hex, name: b.words, done: false })) }],
    },
    { kind: 'lines', lines: stick.layers.map((l, i) => layerLine(l, input, i + 1)) },
    {
      kind: 'table',
      head: [{ name: 'Band' }, { name: 'Foretold' }, { name: 'Read: L*, a*, b*' }],
      rows: bands.map((b) => {
        const read = stick.readings.findLast((r) => r.after === b.after && !r.wet);
        return [
          `${b.after === 0 ? '' : `${b.after}. `}${b.name}`,
          `${b.words}, ${labWords(b.lab)}`,
          read ? labWords(read.lab) : '',
        ];
      }),
    },
  ];
}

/** The sticks of a piece, to be made at the bench: which wood, what goes on in which order, and room for what is read. */
export function stickPlan(input: PaperInput): Omit<Paper, 'kind' | 'foot'> {
  const sticks = input.piece.sticks ?? [];
  return {
    title: `${input.piece.name}: sample sticks`,
    under: wordsFor(input).date(input.nowMin),
    blocks:
      sticks.length === 0
        ? [
            {
              kind: 'text',
              text: 'No stick is planned yet: match a colour under Colour, and make a stick of the way that suits.',
            },
          ]
        : [
            ...sticks.flatMap((s) => stickBlocks(s, input)),
            {
              kind: 'small',
              text: 'Colours on paper and screen are a guide: judge the stick itself, dry, under its clear, in daylight.',
            },
          ],
  };
}
