import { zoneNames } from '@cosmesis/core/piece';
import type { Alternative, Question, TreatmentFigures } from '@cosmesis/core/reckoning';
import { dayName, duration, minuteOf, money } from '@cosmesis/core/units';
import type { Piece } from '@cosmesis/core/workshop';
import { withDecision } from '@cosmesis/core/workshop';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link } from 'react-router';
import { nowIso, theStore } from '../../../store/theStore';
import { useEditPiece } from '../../../store/useEditPiece';
import { useTreatments } from '../../../store/useReckoning';
import { useSettings } from '../../../store/useWorkshop';
import { toPiece } from '../../../ui/links';
import { say } from '../../../ui/say';
import { NotYet, usePieceContext } from '../PieceFrame';

const signed = (n: number, say: (n: number) => string): string =>
  n === 0 ? 'same' : `${n > 0 ? '+' : '−'}${say(Math.abs(n))}`;

/** A figure, and by how much it differs from that of what is in the plan. */
const apart = (own: number, other: number | undefined, say: (n: number) => string) => (
  <>
    {say(own)}
    {other !== undefined && <small> {signed(own - other, say)}</small>}
  </>
);

function Figures({
  of,
  than,
  currency,
  timeZone,
}: {
  of: Alternative;
  than: Alternative | undefined;
  currency: string;
  timeZone: string;
}) {
  const { figures } = of;
  if (!figures) return null;
  const other = than?.figures && than.figures !== figures ? than.figures : undefined;
  return (
    <Box
      component="dl"
      sx={{
        m: 0,
        display: 'grid',
        gap: '8px 18px',
        gridTemplateColumns: 'repeat(auto-fill, minmax(100px, 1fr))',
        '& dt': { color: 'var(--ink-2)', fontSize: 16 },
        '& dd': { m: 0, font: '600 18px var(--mono)', letterSpacing: '-0.03em', whiteSpace: 'nowrap' },
        '& small': { display: 'block', fontSize: 16, fontWeight: 400, color: 'var(--ink-2)' },
      }}
    >
      <div>
        <dt>hands-on</dt>
        <dd>{apart(figures.handsOnMin, other?.handsOnMin, duration)}</dd>
      </div>
      <div>
        <dt>sittings</dt>
        <dd>{apart(figures.sittings, other?.sittings, String)}</dd>
      </div>
      <div>
        <dt>cans to buy</dt>
        <dd>{money(figures.price, currency)}</dd>
      </div>
      <div>
        <dt>light use, by itself</dt>
        <dd>{figures.lightUseAtMin === null ? 'held' : dayName(figures.lightUseAtMin, timeZone)}</dd>
      </div>
      <div>
        <dt>findings left</dt>
        <dd>{figures.findings}</dd>
      </div>
    </Box>
  );
}

/** Minutes of a day. */
const dayMin = 24 * 60;

const counted = (n: number, one: string): string => `${n} ${n === 1 ? one : `${one}s`}`;

/** What of two alternatives differs in favour of the first, in words: "3 h of work, 9 sittings and 6 days". */
function lessOf(less: TreatmentFigures, more: TreatmentFigures): string {
  const days =
    less.lightUseAtMin !== null && more.lightUseAtMin !== null
      ? Math.round((more.lightUseAtMin - less.lightUseAtMin) / dayMin)
      : 0;
  const sittings = more.sittings - less.sittings;
  const handsMin = Math.round(more.handsOnMin - less.handsOnMin);
  const parts = [
    handsMin >= 5 ? `${duration(handsMin)} of work` : '',
    sittings > 0 ? counted(sittings, 'sitting') : '',
    days > 0 ? counted(days, 'day') : '',
  ].filter((x) => x !== '');
  const last = parts.pop() ?? '';
  return parts.length > 0 ? `${parts.join(', ')} and ${last}` : last;
}

/** What one alternative saves of what is in the plan, and what it takes for that, in a sentence; null: it saves nothing. */
function savesOf(of: Alternative, than: Alternative | undefined): string | null {
  const [own, other] = [of.figures, than?.figures];
  if (!own || !other || own === other) return null;
  const [saved, more] = [lessOf(own, other), lessOf(other, own)];
  return saved === '' ? null : `Saves ${saved}${more === '' ? '' : `; costs ${more}`}.`;
}

function Ask({ piece, question }: { piece: Piece; question: Question }) {
  const edit = useEditPiece(piece.id);
  const { currency, timeZone } = useSettings();
  const [why, setWhy] = useState(question.decided?.why ?? '');
  const current = question.alternatives.find((a) => a.choice === question.current);
  const about = question.about === 'member' ? 'Taking apart' : zoneNames[question.zoneId];
  const title = `${about}: ${question.subject.toLowerCase()}${question.count > 1 ? `, ${question.count} places` : ''}`;
  const decide = (a: Alternative) => {
    edit(`Decide: ${a.name.toLowerCase()}`, (draft) => {
      const decision = { choice: a.choice, at: nowIso(), why: why.trim().slice(0, 4000) };
      Object.assign(draft, withDecision(draft, question.key, decision));
    });
    say({
      text: `${title}, ${a.name.toLowerCase()}. The plan follows.`,
      action: { name: 'Undo', run: () => theStore().undo() },
    });
  };
  const takeBack = () =>
    edit('Take a decision back', (draft) => {
      delete draft.decisions[question.key];
    });
  return (
    <Box
      component="section"
      sx={{ display: 'grid', gap: '12px', pt: 2.25, borderTop: '4px solid var(--ink)' }}
      aria-label={title}
    >
      <Typography variant="h2">{title}</Typography>
      <Typography>
        <b>
          Recommended: {question.alternatives.find((a) => a.choice === question.recommended.choice)?.name.toLowerCase()}
          .
        </b>{' '}
        {question.recommended.why}
      </Typography>
      <Box
        component="ul"
        sx={{
          listStyle: 'none',
          m: 0,
          p: 0,
          display: 'grid',
          gap: '14px',
          gridTemplateColumns: 'repeat(auto-fit, minmax(230px, 1fr))',
          '& > li': {
            display: 'grid',
            gap: '10px',
            alignContent: 'start',
            background: 'var(--raised)',
            p: '14px 16px',
            borderLeft: '6px solid var(--hair)',
          },
          '& > .chosen': { borderLeftColor: 'var(--verdigris)' },
          '& .MuiButton-root': { justifySelf: 'start' },
        }}
      >
        {question.alternatives.map((a) => {
          const chosen = a.choice === question.current;
          const saves = savesOf(a, current);
          return (
            <li key={a.choice} className={chosen ? 'chosen' : ''}>
              <Typography variant="h3">
                {a.name}
                {chosen && (
                  <Typography component="span" variant="body2">
                    {' '}
                    {question.decided ? 'decided' : 'in the plan'}
                  </Typography>
                )}
              </Typography>
              <Typography>
                <Box
                  component="span"
                  sx={{ fontWeight: 700, '&::before': { content: '"▲ "', color: 'var(--verdigris)' } }}
                >
                  For
                </Box>{' '}
                {a.speaksFor}
              </Typography>
              <Typography>
                <Box component="span" sx={{ fontWeight: 700, '&::before': { content: '"▽ "', color: 'var(--amber)' } }}>
                  Against
                </Box>{' '}
                {a.speaksAgainst}
              </Typography>
              {a.barredBecause ? (
                <Typography variant="body2">Not here: {a.barredBecause}</Typography>
              ) : (
                <>
                  {saves !== null && (
                    <Typography>
                      <b>{saves}</b>
                    </Typography>
                  )}
                  <Figures of={a} than={chosen ? undefined : current} currency={currency} timeZone={timeZone} />
                  {!(chosen && question.decided) && (
                    <Button
                      variant={chosen ? 'outlined' : 'contained'}
                      aria-label={`Decide on: ${a.name}, ${title}`}
                      onClick={() => decide(a)}
                    >
                      {chosen ? 'Decide on it' : 'Take this'}
                    </Button>
                  )}
                </>
              )}
            </li>
          );
        })}
      </Box>
      <TextField
        label="Why, for the record"
        value={why}
        onChange={(e) => setWhy(e.target.value)}
        placeholder="kept with the decision"
      />
      {question.decided && (
        <Stack component="p" direction="row">
          <span>
            Decided {dayName(minuteOf(question.decided.at), timeZone)}
            {question.decided.why && `: ${question.decided.why}`}
          </span>
          {/* A look is changed by another look. */}
          {question.about !== 'keep' && (
            <Button aria-label={`Take the decision back: ${title}`} onClick={takeBack}>
              Take it back
            </Button>
          )}
        </Stack>
      )}
    </Box>
  );
}

/** What turned up last is asked first, then the rest as it stands. */
function lastFoundFirst(piece: Piece, questions: readonly Question[]): Question[] {
  const foundMs = new Map(piece.damage.map((d) => [`damage/${d.id}`, d.foundAt === null ? 0 : Date.parse(d.foundAt)]));
  return [...questions].sort((a, b) => (foundMs.get(b.key) ?? 0) - (foundMs.get(a.key) ?? 0));
}

/** What could be done about each old finish and each damage, what could come off, side by side, and what was decided. */
export default function Advice() {
  const { piece, result } = usePieceContext();
  const questions = useTreatments(piece);
  if (!result?.ok || result.value.steps.length === 0) return <NotYet result={result} piece={piece} />;
  if (questions === undefined) return <Typography variant="body2">Working the alternatives out…</Typography>;
  if (!questions.ok) return <Alert severity="warning">{questions.issues[0]?.message}</Alert>;
  if (questions.value.length === 0)
    return (
      <Stack>
        <Typography variant="h2">Nothing to decide</Typography>
        <Typography>
          No old finish and no damage is noted on a zone that is worked.{' '}
          <Link to={toPiece(piece.id, 'survey')}>To the survey</Link>
        </Typography>
      </Stack>
    );
  return (
    <Stack style={{ gap: 34 }}>
      <Typography variant="body2">
        Every alternative is planned, priced and scheduled with the rest of the piece. Figures are those of the whole
        piece.
      </Typography>
      {lastFoundFirst(piece, questions.value).map((q) => (
        <Ask key={q.key} piece={piece} question={q} />
      ))}
    </Stack>
  );
}
