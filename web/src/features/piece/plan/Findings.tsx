import { applyFix, type Finding, type Fix, houseRuleTable, severityWords } from '@cosmesis/core/finishing';
import { zoneNames } from '@cosmesis/core/piece';
import type { FixPreview, Reckoning } from '@cosmesis/core/reckoning';
import type { Result } from '@cosmesis/core/units';
import { dayName, duration, money } from '@cosmesis/core/units';
import type { Piece } from '@cosmesis/core/workshop';
import Accordion from '@mui/material/Accordion';
import AccordionDetails from '@mui/material/AccordionDetails';
import AccordionSummary from '@mui/material/AccordionSummary';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Chip from '@mui/material/Chip';
import Stack from '@mui/material/Stack';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link } from 'react-router';
import { newId, nowIso, theStore } from '../../../store/theStore';
import { useEditPiece } from '../../../store/useEditPiece';
import { useNowMin } from '../../../store/useNowMin';
import { useSettings } from '../../../store/useWorkshop';
import { toPiece } from '../../../ui/links';
import { Select } from '../../../ui/Select';
import { say } from '../../../ui/say';
import { tagWords } from '../../../ui/Working';
import { callCore } from '../../../workers/callCore';

function Preview({ preview }: { preview: FixPreview }) {
  const settings = useSettings();
  const { before, after, resolves, raises } = preview;
  const day = (minute: number | null) => (minute === null ? 'held' : dayName(minute, settings.timeZone));
  const rows = [
    ['hands-on', duration(before.handsOnMin), duration(after.handsOnMin)],
    ['cans still to buy', money(before.price, settings.currency), money(after.price, settings.currency)],
    ['light use, by itself,', day(before.lightUseAtMin), day(after.lightUseAtMin)],
  ] as const;
  return (
    <div role="status">
      {rows.map(([what, was, is]) => (
        <Typography key={what}>
          {what}{' '}
          {was === is ? (
            'the same'
          ) : (
            <b className="n">
              {was} → {is}
            </b>
          )}
        </Typography>
      ))}
      {resolves.length > 1 && <Typography>It resolves {resolves.length} findings.</Typography>}
      {raises.map((sentence) => (
        <Typography key={sentence}>It raises: {sentence}</Typography>
      ))}
    </div>
  );
}

/** One way out: what it would change, and the press that does it. */
function FixRow({ piece, fix }: { piece: Piece; fix: Fix }) {
  const edit = useEditPiece(piece.id);
  const nowMin = useNowMin();
  const [preview, setPreview] = useState<Result<FixPreview> | null>(null);
  const look = async () =>
    setPreview(await callCore('preview', [piece.id, fix, nowMin], { urgent: true, needs: [piece.id] }));
  const apply = () => {
    edit(fix.name, (draft) => applyFix(draft, fix, newId, nowIso()));
    say({ text: `${fix.name}.`, action: { name: 'Undo', run: () => theStore().undo() } });
  };
  return (
    <Stack style={{ gap: 6 }}>
      <Stack component="span" direction="row">
        <Button variant="outlined" onClick={apply}>
          {fix.name}
        </Button>
        <Button aria-label={`What it changes: ${fix.name}`} onClick={look}>
          What it changes
        </Button>
      </Stack>
      {preview &&
        (preview.ok ? <Preview preview={preview.value} /> : <Typography>{preview.issues[0]?.message}</Typography>)}
    </Stack>
  );
}

/** The same way out for every zone that has the finding, as one press and one change to undo. */
function fixForAll(findings: readonly Finding[]): Fix | null {
  const open = findings.filter((f) => f.overruledBecause === null && f.fixes.length > 0);
  const [first] = open;
  if (!first || open.length < 2) return null;
  const zones = open.flatMap((f) => (f.zoneId ? [zoneNames[f.zoneId].toLowerCase()] : ['whole piece']));
  return { name: `On all ${open.length}: ${zones.join(', ')}`, edits: open.flatMap((f) => f.fixes[0]!.edits) };
}

/** Setting a finding aside with a reason that is kept; what is locked can only be satisfied. */
function Overrule({ piece, finding }: { piece: Piece; finding: Finding }) {
  const edit = useEditPiece(piece.id);
  const [why, setWhy] = useState('');
  if (finding.severity === 'stop-locked') return null;
  if (finding.overruledBecause !== null)
    return (
      <Stack component="span" direction="row">
        <span>Overruled: {finding.overruledBecause}</span>
        <Button
          onClick={() =>
            edit('Let a finding stand again', (draft) => {
              draft.overrules = draft.overrules.filter((o) => o.findingId !== finding.id);
            })
          }
        >
          Let it stand again
        </Button>
      </Stack>
    );
  const overrule = () => {
    if (why.trim() === '') {
      say({ text: 'Write why it does not hold here: the reason is kept with the plan.' });
      return;
    }
    edit('Overrule a finding', (draft) => {
      draft.overrules.push({ findingId: finding.id, why: why.trim().slice(0, 4000), at: nowIso() });
    });
  };
  return (
    <Accordion>
      <AccordionSummary>It does not hold here</AccordionSummary>
      <AccordionDetails>
        <Stack style={{ gap: 8, paddingTop: 8 }}>
          <TextField label="Why it does not hold here" value={why} onChange={(e) => setWhy(e.target.value)} />
          <Button variant="outlined" onClick={overrule}>
            Overrule with this reason
          </Button>
        </Stack>
      </AccordionDetails>
    </Accordion>
  );
}

/** Findings of one rule are one thing to put right: the first speaks, the other zones are named. */
function OneFinding({
  piece,
  findings,
  today,
  onSelect,
}: {
  piece: Piece;
  findings: readonly Finding[];
  today: boolean;
  onSelect: (id: string) => void;
}) {
  const [first, ...others] = findings;
  if (!first) return null;
  const mild = first.severity === 'warn' || first.severity === 'advice';
  const elsewhere = others.flatMap((f) => (f.zoneId ? [zoneNames[f.zoneId].toLowerCase()] : []));
  const rule = houseRuleTable.find((r) => r.id === first.house);
  const all = fixForAll(findings);
  return (
    <Alert
      component="article"
      role="article"
      severity={mild ? 'warning' : 'error'}
      sx={first.overruledBecause !== null ? { borderLeftStyle: 'dashed', background: 'none' } : {}}
      aria-label={`${severityWords[first.severity]}: ${first.sentence}`}
    >
      <Stack spacing={0.5}>
        <Stack component="span" direction="row" style={{ gap: 10 }}>
          <Typography component="span" variant="body2">
            {severityWords[first.severity]}
          </Typography>
          {today && <Chip size="small" color="primary" label="today" />}
        </Stack>
        <b>{first.sentence}</b>
        {elsewhere.length > 0 && <span>The same on: {elsewhere.join(', ')}.</span>}
        {first.fixes.length === 0 && <span>What helps: {first.remedies.map((r) => r.toLowerCase()).join('; ')}.</span>}
        {first.overruledBecause === null && first.fixes.map((fix) => <FixRow key={fix.name} piece={piece} fix={fix} />)}
        {all && <FixRow piece={piece} fix={all} />}
        <Accordion>
          <AccordionSummary>Why</AccordionSummary>
          <AccordionDetails>
            {first.why}{' '}
            <Typography component="span" variant="body2">
              ({tagWords[first.tag]})
            </Typography>
            {first.working && <Typography className="n">{first.working}</Typography>}
            {rule && <Typography variant="body2">The house rule “{rule.question}” bears on it.</Typography>}
          </AccordionDetails>
        </Accordion>
        <Overrule piece={piece} finding={first} />
        <Stack component="span" direction="row">
          {first.ruleId === 'SAF-01' && <Link to={toPiece(piece.id, 'survey#lead')}>To the lead test</Link>}
          {(first.ruleId === 'APP-07' || first.ruleId === 'APP-14') && <Link to="/buy">To the buy list</Link>}
          <Button onClick={() => onSelect(first.stepId)}>Show the step</Button>
        </Stack>
      </Stack>
    </Alert>
  );
}

const severityOrder = ['stop-locked', 'stop', 'warn', 'advice'] as const;

/** What the schools of the house keep quiet, said where it would have been. */
function Silenced({ reckoning, zone }: { reckoning: Reckoning; zone: string }) {
  const quiet = reckoning.silenced.filter((s) => zone === 'all' || s.zoneId === zone);
  if (quiet.length === 0) return null;
  return (
    <Accordion>
      <AccordionSummary>
        <b>{quiet.length} not said, by your house rules</b>
      </AccordionSummary>
      <AccordionDetails>
        <Stack component="ul" className="bare">
          {quiet.map((s) => {
            const rule = houseRuleTable.find((r) => r.id === s.house);
            return (
              <li key={s.ruleId}>
                {s.sentence}{' '}
                <Typography component="span" variant="body2">
                  Not said, by the house rule “{rule?.question}”.
                </Typography>{' '}
                <Link to="/settings/house">House rules</Link>
              </li>
            );
          })}
        </Stack>
      </AccordionDetails>
    </Accordion>
  );
}

/** How many findings of which kind, in words, for the eye and for a screen reader. */
const things = (n: number, does: string, do_: string) => (n === 1 ? `1 thing ${does}` : `${n} things ${do_}`);
const countWords = {
  'stop-locked': (n: number) => `${things(n, 'stops', 'stop')} the work and cannot be overruled`,
  stop: (n: number) => `${things(n, 'stops', 'stop')} the work`,
  warn: (n: number) => (n === 1 ? '1 warning' : `${n} warnings`),
  advice: (n: number) => `${n} of advice`,
} as const;

function inWords(findings: readonly Finding[]): string {
  const counted = severityOrder
    .map((severity) => [severity, findings.filter((f) => f.severity === severity).length] as const)
    .filter(([, n]) => n > 0)
    .map(([severity, n]) => countWords[severity](n));
  return counted.length > 0 ? counted.join(', ') : 'No rule objects to this plan as it stands.';
}

/** What would ruin the plan: what concerns today first, then the worst first; advice waits behind one press. */
export function Findings({
  reckoning,
  piece,
  onSelect,
}: {
  reckoning: Reckoning;
  piece: Piece;
  onSelect: (id: string) => void;
}) {
  const settings = useSettings();
  const nowMin = useNowMin();
  const [zone, setZone] = useState<string>('all');
  const starts = new Map(reckoning.steps.map((s) => [s.step.id, s.startMin]));
  const day = dayName(nowMin, settings.timeZone);
  const isToday = (f: Finding) => {
    const start = starts.get(f.stepId);
    return start !== undefined && (start <= nowMin || dayName(start, settings.timeZone) === day);
  };
  const zones = [...new Set(reckoning.findings.flatMap((f) => (f.zoneId ? [f.zoneId] : [])))];
  const chosen = zones.some((z) => z === zone) ? zone : 'all';
  const shown = reckoning.findings
    .filter((f) => chosen === 'all' || f.zoneId === chosen)
    .sort(
      (a, b) =>
        Number(isToday(b)) - Number(isToday(a)) ||
        severityOrder.indexOf(a.severity) - severityOrder.indexOf(b.severity) ||
        (starts.get(a.stepId) ?? 0) - (starts.get(b.stepId) ?? 0),
    );
  const grave = shown.filter((f) => f.severity !== 'advice' && f.overruledBecause === null);
  const mild = shown.filter((f) => !grave.includes(f));
  const byRule = (all: readonly Finding[]) =>
    [...new Set(all.map((f) => f.ruleId))].map((id) => all.filter((f) => f.ruleId === id));
  const list = (all: readonly Finding[]) =>
    byRule(all).map((own) => (
      <OneFinding
        key={own[0]!.id}
        piece={piece}
        findings={own}
        today={own.some((f) => isToday(f) && f.severity !== 'advice')}
        onSelect={onSelect}
      />
    ));
  return (
    <Stack component="section" aria-label="Findings">
      <Typography role="status" variant={grave.length > 0 ? 'body1' : 'body2'}>
        {inWords(grave)}
      </Typography>
      {zones.length > 1 && (
        <Select
          label="Findings on"
          value={chosen}
          onPick={setZone}
          options={[
            { value: 'all', name: 'every zone' },
            ...zones.map((z) => ({ value: z, name: zoneNames[z].toLowerCase() })),
          ]}
        />
      )}
      {list(grave)}
      {mild.length > 0 && (
        <Accordion>
          <AccordionSummary>
            <b>
              {byRule(mild).length} {byRule(mild).length === 1 ? 'thing' : 'things'} of advice or overruled
            </b>
          </AccordionSummary>
          <AccordionDetails>{list(mild)}</AccordionDetails>
        </Accordion>
      )}
      <Silenced reckoning={reckoning} zone={chosen} />
    </Stack>
  );
}
