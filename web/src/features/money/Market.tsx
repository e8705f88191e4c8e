import { type Badness, badnessTable, lookNames, upperFirst } from '@cosmesis/core/finishing';
import { type Deal, marketName, marketPiece, type SeenAtMarket, type Worth } from '@cosmesis/core/money';
import { finishNames, formById, formTable, speciesTable } from '@cosmesis/core/piece';
import { aboutTime, exactMoney, formatLength, inMinor, minorDigits, parseLength } from '@cosmesis/core/units';
import {
  type FormId,
  type LookKind,
  lookKinds,
  noMoney,
  type OldFinishKind,
  oldFinishKinds,
} from '@cosmesis/core/workshop';
import Button from '@mui/material/Button';
import Skeleton from '@mui/material/Skeleton';
import Stack from '@mui/material/Stack';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { newId, nowIso, theStore } from '../../store/theStore';
import { useSettings } from '../../store/useWorkshop';
import { useWorth } from '../../store/useWorth';
import { HeadRow } from '../../ui/HeadRow';
import { Keys } from '../../ui/Keys';
import { Big, Fields, Halves } from '../../ui/layout';
import { toPiece } from '../../ui/links';
import { MeasureField } from '../../ui/MeasureField';
import { NumberField } from '../../ui/NumberField';
import { ScrollRegion } from '../../ui/ScrollRegion';
import { Select } from '../../ui/Select';

/** What a piece at a market can become; the rest is for a survey. */
const looksOffered = lookKinds.filter((l) =>
  ['painted', 'natural-clear', 'stained-clear', 'refreshed', 'waxed'].includes(l),
);
const mostMoney = 1_000_000;

type Known = Partial<Pick<SeenAtMarket, 'heightM' | 'widthM' | 'depthM'>>;

const rounded = (minutes: number): string => aboutTime(Math.round(minutes));

/** Money at a market is spoken of in whole pounds: minor units are rounded down. */
function whole(minor: number, currency: string): string {
  if (minor < 0) return 'nothing';
  const unit = 10 ** minorDigits(currency);
  return exactMoney(Math.floor(minor / unit) * unit, currency).replace(/\.0+$/, '');
}

function days({ alone, beside }: Worth['days']): string {
  if (alone === null) return 'cannot be planned';
  if (beside === null || beside <= alone) return `${alone} days`;
  return `${alone} days by itself, ${beside} beside what is under way`;
}

function Answer({ seen, deal, onTake }: { seen: SeenAtMarket; deal: Deal; onTake: () => void }) {
  const { currency } = useSettings();
  const told = useWorth(seen, deal);
  if (!told) return <Skeleton role="img" variant="rectangular" height={220} aria-label="It is being worked out" />;
  if (!told.ok) return <Typography>{told.issues[0]?.message}</Typography>;
  const { asSeen, worst, worstSays } = told.value;
  const rows: [string, (w: Worth) => string][] = [
    ['Hands-on', (w) => `${rounded(w.handsOnMin.low)} to ${rounded(w.handsOnMin.high)}`],
    ['Materials', (w) => `${whole(w.materialsMinor.low, currency)} to ${whole(w.materialsMinor.high, currency)}`],
    ['Until light use', (w) => days(w.days)],
    ['Most to pay', (w) => `${whole(w.mostToPayMinor.low, currency)} to ${whole(w.mostToPayMinor.high, currency)}`],
  ];
  const { likely } = asSeen.mostToPayMinor;
  return (
    <Stack component="section" aria-label="What it is worth" spacing={2}>
      <div>
        {deal.sale > 0 ? (
          likely > 0 ? (
            <>
              Pay at most <Big>{whole(likely, currency)}</Big>
            </>
          ) : (
            <Big>Leave it</Big>
          )
        ) : (
          'Say what it should sell for.'
        )}
        {deal.sale > 0 && (
          <Typography>
            {likely > 0
              ? `for ${whole(inMinor(deal.wagePerHour, currency), currency)} an hour. If it turns out worse: ${worst.mostToPayMinor.likely > 0 ? whole(worst.mostToPayMinor.likely, currency) : 'nothing'}.`
              : `Even for nothing it does not pay ${whole(inMinor(deal.wagePerHour, currency), currency)} an hour.`}
          </Typography>
        )}
      </div>
      <ScrollRegion label="As it looks, and at worst">
        <Table>
          <HeadRow of={['', 'As it looks', 'At worst']} />
          <TableBody>
            {rows
              .filter(([name]) => deal.sale > 0 || name !== 'Most to pay')
              .map(([name, of]) => (
                <TableRow key={name}>
                  <TableCell>{name}</TableCell>
                  <TableCell>{of(asSeen)}</TableCell>
                  <TableCell>{of(worst)}</TableCell>
                </TableRow>
              ))}
          </TableBody>
        </Table>
      </ScrollRegion>
      <Typography variant="body2">
        At worst: {worstSays}. Old coats are taken to be free of lead: test them before anything abrasive. Times are of
        this workshop as far as its log teaches them.
      </Typography>
      <div>
        <Button variant="contained" onClick={onTake}>
          I bought it
        </Button>
      </div>
    </Stack>
  );
}

/** At the market with a phone: what a piece would take, and the most to pay for it. */
export default function Market() {
  const settings = useSettings();
  const { currency, unitSystem } = settings;
  const navigate = useNavigate();
  const [form, setForm] = useState<FormId>('chest-of-drawers');
  const [measures, setMeasures] = useState<Known>({});
  const [speciesId, setSpecies] = useState('unknown');
  const [veneer, setVeneer] = useState(false);
  const [oldFinish, setOldFinish] = useState<OldFinishKind>('unknown');
  const [badness, setBadness] = useState<Badness>('worn');
  const [look, setLook] = useState<LookKind>('painted');
  const [sale, setSale] = useState(0);
  const [otherCosts, setOther] = useState(0);
  const [wagePerHour, setWage] = useState(settings.labour.ratePerHour);
  const { heightM, widthM, depthM } = measures;
  const seen =
    heightM && widthM && depthM ? { form, heightM, widthM, depthM, speciesId, veneer, oldFinish, badness, look } : null;
  const measure = (label: string, key: keyof Known) => (
    <MeasureField
      label={label}
      draftKey={`market/${key}`}
      shown={measures[key] ? formatLength(measures[key], unitSystem) : ''}
      parse={(text) => parseLength(text, unitSystem)}
      onValue={(m) => setMeasures((before) => ({ ...before, [key]: m }))}
    />
  );
  const amount = (label: string, value: number, set: (v: number) => void) => (
    <NumberField
      label={`${label}, ${currency}`}
      draftKey={`market/${label}`}
      value={value === 0 ? null : value}
      least={0}
      most={mostMoney}
      onValue={set}
      onEmpty={() => set(0)}
    />
  );
  const take = () => {
    if (!seen) return;
    const id = newId();
    const piece = marketPiece(seen, settings, id, marketName(formById(form).name, speciesId), nowIso());
    theStore().transact('Bought at the market', (draft) => {
      draft.pieces[id] = { ...piece, money: { ...noMoney, boughtAt: nowIso() } };
    });
    void navigate(toPiece(id, 'survey'));
  };
  return (
    <Stack spacing={2.5}>
      <Typography variant="h1">Worth buying?</Typography>
      <Halves>
        <Stack spacing={2}>
          <Fields>
            <Select
              label="Form"
              value={form}
              onPick={(id) => setForm(id as FormId)}
              options={formTable.map((f) => ({ value: f.id, name: f.name }))}
            />
            {measure('Height', 'heightM')}
            {measure('Width', 'widthM')}
            {measure('Depth', 'depthM')}
            <Select
              label="Wood"
              value={speciesId}
              onPick={setSpecies}
              options={speciesTable.map((s) => ({ value: s.id, name: s.name }))}
            />
            <Select
              label="Old finish"
              value={oldFinish}
              onPick={(id) => setOldFinish(id as OldFinishKind)}
              options={oldFinishKinds.map((k) => ({ value: k, name: finishNames[k] }))}
            />
          </Fields>
          <Keys<'solid' | 'veneer'>
            legend="Made of"
            value={veneer ? 'veneer' : 'solid'}
            onPick={(v) => setVeneer(v === 'veneer')}
            choices={[
              { value: 'solid', name: 'Solid wood' },
              { value: 'veneer', name: 'Veneer' },
            ]}
          />
          <Keys<Badness>
            legend="How bad is it?"
            value={badness}
            onPick={setBadness}
            choices={badnessTable.map((b) => ({ value: b.id, name: b.name }))}
          />
          <Keys<LookKind>
            legend="What it should become"
            value={look}
            onPick={setLook}
            choices={looksOffered.map((l) => ({ value: l, name: upperFirst(lookNames[l]) }))}
          />
          <Fields>
            {amount('It should sell for', sale, setSale)}
            {amount('Fetching and selling it', otherCosts, setOther)}
            {amount('Wage wanted for an hour', wagePerHour, setWage)}
          </Fields>
        </Stack>
        {seen ? (
          <Answer seen={seen} deal={{ sale, otherCosts, wagePerHour }} onTake={take} />
        ) : (
          <Typography>Height, width and depth, roughly: then it is worked out here.</Typography>
        )}
      </Halves>
    </Stack>
  );
}
