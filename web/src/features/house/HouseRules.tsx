import { type HouseRule, houseOf, houseRuleTable, methodNames } from '@cosmesis/core/finishing';
import type { SchoolFigures } from '@cosmesis/core/reckoning';
import { dayName, duration, good, money, type Result, readNumber, refused } from '@cosmesis/core/units';
import {
  type Carrier,
  carriers,
  type HouseRuleId,
  hasPlan,
  methods,
  type Piece,
  type Settings,
  type ToolId,
  toolIds,
} from '@cosmesis/core/workshop';
import Accordion from '@mui/material/Accordion';
import AccordionDetails from '@mui/material/AccordionDetails';
import AccordionSummary from '@mui/material/AccordionSummary';
import Stack from '@mui/material/Stack';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { theStore } from '../../store/theStore';
import { editPiece } from '../../store/useEditPiece';
import { useSchools } from '../../store/useReckoning';
import { useParts, useSettings } from '../../store/useWorkshop';
import { Keys } from '../../ui/Keys';
import { Fields } from '../../ui/layout';
import { MeasureField } from '../../ui/MeasureField';
import { ScrollRegion } from '../../ui/ScrollRegion';
import { Select } from '../../ui/Select';

/** Rules as they are met at the bench. */
const chapters: readonly { name: string; rules: readonly HouseRuleId[] }[] = [
  { name: 'Cleaning and taking off', rules: ['hardware-doors', 'clean-or-scuff', 'strip-solid'] },
  {
    name: 'Repairs and sanding',
    rules: ['filler-edges', 'repairs-in-ladder', 'lifting-veneer', 'drilling', 'character', 'ladder', 'scuff-grit'],
  },
  { name: 'Colour on wood', rules: ['conditioner', 'darken', 'stain-wipe', 'stain-wait'] },
  { name: 'Order and masking', rules: ['interior-first', 'top-or-base-first', 'drawers', 'edge-seal', 'tape-pull'] },
  { name: 'Under paint', rules: ['primer', 'primer-coats', 'blocking-coat', 'adhesion-coat'] },
  {
    name: 'Coats',
    rules: [
      'between-coats',
      'clear-over-paint',
      'wax-on-paint',
      'top-clear',
      'clear-by',
      'flat-clear',
      'runs',
      'tools-reuse',
    ],
  },
  { name: 'Seats and the price', rules: ['old-upholstery', 'labour'] },
];

const ruleOf = (id: HouseRuleId): HouseRule => (houseRuleTable as readonly HouseRule[]).find((r) => r.id === id)!;

/** A difference with its sign, or nothing where there is none. */
const signed = (difference: number, words: (x: number) => string): string =>
  difference === 0 ? 'the same' : `${difference > 0 ? '+' : '−'}${words(Math.abs(difference))}`;

function dateChange(figures: SchoolFigures, current: SchoolFigures | undefined): string {
  if (figures.lightUseAtMin === null || !current || current.lightUseAtMin === null) return '';
  const days = Math.round((figures.lightUseAtMin - current.lightUseAtMin) / 1440);
  return days === 0 ? 'same day' : `${days > 0 ? '+' : '−'}${Math.abs(days)} ${Math.abs(days) === 1 ? 'day' : 'days'}`;
}

function Comparison({ rule, piece }: { rule: HouseRule; piece: Piece }) {
  const settings = useSettings();
  const result = useSchools(piece, rule.id, true);
  if (!result) return <Typography variant="body2">Working it out…</Typography>;
  if (!result.ok) return <Typography>{result.issues[0]?.message}</Typography>;
  const current = result.value.find((f) => f.current);
  return (
    <ScrollRegion label={`What each school of "${rule.question}" changes on ${piece.name}`}>
      <Table>
        <TableHead>
          <TableRow>
            <TableCell>{piece.name}</TableCell>
            <TableCell align="right">Hands-on</TableCell>
            <TableCell align="right">Cans</TableCell>
            <TableCell align="right">Labour</TableCell>
            <TableCell align="right">Light use, by itself</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {result.value.map((f) => (
            <TableRow key={f.schoolId}>
              <TableCell>
                {f.current ? (
                  <b>{rule.schools.find((s) => s.id === f.schoolId)?.name}, now</b>
                ) : (
                  rule.schools.find((s) => s.id === f.schoolId)?.name
                )}
              </TableCell>
              <TableCell align="right">
                {f.current ? duration(f.handsOnMin) : signed(f.handsOnMin - (current?.handsOnMin ?? 0), duration)}
              </TableCell>
              <TableCell align="right">
                {f.current
                  ? money(f.price, settings.currency)
                  : signed(Math.round((f.price - (current?.price ?? 0)) * 100) / 100, (x) =>
                      money(x, settings.currency),
                    )}
              </TableCell>
              <TableCell align="right">
                {f.current
                  ? money(f.labourPrice, settings.currency)
                  : signed(Math.round((f.labourPrice - (current?.labourPrice ?? 0)) * 100) / 100, (x) =>
                      money(x, settings.currency),
                    )}
              </TableCell>
              <TableCell align="right">
                {f.current && f.lightUseAtMin !== null
                  ? dayName(f.lightUseAtMin, settings.timeZone)
                  : dateChange(f, current)}
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </ScrollRegion>
  );
}

const asWorkshop = 'as-workshop';

function choose(rule: HouseRule, school: string, piece: Piece | undefined): void {
  if (piece) {
    editPiece(piece.id, rule.question, (draft) => {
      if (school === asWorkshop) delete draft.houseRules[rule.id];
      else draft.houseRules[rule.id] = school;
    });
    return;
  }
  theStore().transact(rule.question, (draft) => {
    draft.settings.houseRules[rule.id] = school;
  });
}

function Rule({ rule, piece, shownOn }: { rule: HouseRule; piece: Piece | undefined; shownOn: Piece | undefined }) {
  const settings = useSettings();
  const ofWorkshop = houseOf(settings, { houseRules: {} })[rule.id];
  const own = piece?.houseRules[rule.id];
  const choices = rule.schools.map((s) => ({ value: s.id, name: s.id === rule.usual ? `${s.name} (usual)` : s.name }));
  return (
    <Stack style={{ gap: 6, padding: '10px 0', borderTop: '1px solid var(--hair)' }}>
      <Keys
        legend={rule.question}
        value={piece ? (own ?? asWorkshop) : ofWorkshop}
        choices={piece ? [{ value: asWorkshop, name: 'as the workshop' }, ...choices] : choices}
        onPick={(school) => choose(rule, school, piece)}
      />
      <Typography variant="body2">{rule.why}</Typography>
      {shownOn && (
        <Accordion>
          <AccordionSummary>What it changes</AccordionSummary>
          <AccordionDetails>
            <Comparison rule={rule} piece={shownOn} />
          </AccordionDetails>
        </Accordion>
      )}
    </Stack>
  );
}

const toolNames: Readonly<Record<ToolId, string>> = {
  'power-sander': 'power sander',
  scraper: 'scraper',
  router: 'router',
  clamps: 'clamps or press',
  upholstery: 'upholstery tools',
  'spray-space': 'a space to spray in',
  'heated-space': 'a warm room',
  ventilation: 'real through-draught',
  'dust-mask': 'dust mask, P2 or N95',
  'vapour-mask': 'cartridge mask',
  gloves: 'gloves',
  'solvent-extraction': 'a spray space whose extraction is made for solvent',
  'eye-protection': 'eye protection',
};
const carrierNames: Readonly<Record<Carrier, string>> = {
  water: 'waterborne',
  oil: 'oil',
  alcohol: 'shellac',
  lacquer: 'lacquer',
  none: 'other',
};

/** Several of many, as a row of keys that stay pressed. */
function Ticks<T extends string>({
  legend,
  help,
  all,
  names,
  chosen,
  onToggle,
}: {
  legend: string;
  help: string;
  all: readonly T[];
  names: Readonly<Record<T, string>>;
  chosen: readonly T[];
  onToggle: (value: T, on: boolean) => void;
}) {
  return (
    <Keys
      legend={legend}
      help={help}
      value={chosen}
      choices={all.map((value) => ({ value, name: names[value] }))}
      onPick={(value) => onToggle(value, !chosen.includes(value))}
    />
  );
}

/** What the workshop has and allows: nothing else is proposed. */
function Tools() {
  const settings = useSettings();
  const change = (label: string, to: (settings: Settings) => void) =>
    theStore().transact(label, (draft) => {
      to(draft.settings);
    });
  const without = <T extends string>(all: readonly T[], chosen: readonly T[], value: T, on: boolean): T[] =>
    all.filter((v) => (v === value ? on : chosen.includes(v)));
  return (
    <>
      <Ticks
        legend="What this workshop has and allows"
        help="A plan proposes nothing that cannot be put on here. At least one stays."
        all={methods}
        names={methodNames}
        chosen={settings.methods}
        onToggle={(m, on) => {
          const next = without(methods, settings.methods, m, on);
          if (next.length > 0)
            change('What can be put on', (s) => {
              s.methods = next;
            });
        }}
      />
      <Ticks
        legend="Tools and spaces"
        help="What is missing is planned round: by hand, by stripper, unsprayed."
        all={toolIds}
        names={toolNames}
        chosen={settings.tools}
        onToggle={(t, on) =>
          change('Tools and spaces', (s) => {
            s.tools = without(toolIds, settings.tools, t, on);
          })
        }
      />
      <Ticks
        legend="What may be in the gun"
        help="Some keep theirs for waterborne only, for the cleaning."
        all={carriers}
        names={carrierNames}
        chosen={settings.sprayCarriers}
        onToggle={(c, on) =>
          change('What may be in the gun', (s) => {
            s.sprayCarriers = without(carriers, settings.sprayCarriers, c, on);
          })
        }
      />
    </>
  );
}

/** What the hours cost, by the hour or as a share of the sale price. */
function Labour() {
  const settings = useSettings();
  const set = (label: string, change: Partial<typeof settings.labour>) =>
    theStore().transact(
      label,
      (draft) => {
        Object.assign(draft.settings.labour, change);
      },
      `labour/${label}`,
    );
  const amount = (text: string, most: number): Result<number> => {
    const read = readNumber(text.replace('%', ''));
    if (!read.ok) return read;
    return read.value >= 0 && read.value <= most
      ? good(read.value)
      : refused({ code: 'amount_unreadable', path: '', message: `Write an amount between 0 and ${most}.` });
  };
  return (
    <Fields style={{ maxWidth: 520 }}>
      <MeasureField
        label={`An hour of work, ${settings.currency}`}
        draftKey="labour/rate"
        shown={String(settings.labour.ratePerHour)}
        parse={(text) => amount(text, 1000)}
        onValue={(ratePerHour) => set('Price of an hour', { ratePerHour })}
      />
      <MeasureField
        label="Share of the sale price, %"
        draftKey="labour/share"
        shown={String(Math.round(settings.labour.shareOfSaleFrac * 100))}
        parse={(text) => amount(text, 100)}
        onValue={(percent) => set('Share of the sale price', { shareOfSaleFrac: percent / 100 })}
      />
    </Fields>
  );
}

/** The schools a workshop, or one piece, follows; and what each would change. */
export default function HouseRules() {
  const { pieces } = useParts('pieces');
  const all = Object.values(pieces).filter(hasPlan);
  const [forId, setForId] = useState('');
  const piece = pieces[forId];
  const shownOn =
    piece ??
    [...all].sort(
      (a, b) => Object.keys(b.looks).length - Object.keys(a.looks).length || b.log.length - a.log.length,
    )[0];
  return (
    <Stack style={{ gap: 26, maxWidth: 940 }}>
      <Typography>
        Where good practitioners disagree, your workshop picks its way, and every plan follows. The label of a product
        wins over any of these.
      </Typography>
      <div style={{ maxWidth: 360 }}>
        <Select
          label="Rules of"
          value={piece ? forId : ''}
          options={[{ value: '', name: 'the whole workshop' }, ...all.map((p) => ({ value: p.id, name: p.name }))]}
          onPick={setForId}
        />
      </div>
      {!piece && <Tools />}
      {chapters.map((chapter) => (
        <section key={chapter.name} aria-label={chapter.name}>
          <Typography variant="h2">{chapter.name}</Typography>
          {!piece && chapter.rules.includes('labour') && <Labour />}
          {chapter.rules.map((id) => (
            <Rule key={`${forId}/${id}`} rule={ruleOf(id)} piece={piece} shownOn={shownOn} />
          ))}
        </section>
      ))}
      <Typography variant="body2">Common practice, no source: which school is right is yours to say.</Typography>
    </Stack>
  );
}
