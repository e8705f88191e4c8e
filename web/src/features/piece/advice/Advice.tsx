import { zoneNames } from '@cosmesis/core/piece';
import type { Alternative, Question, TreatmentFigures } from '@cosmesis/core/reckoning';
import { minuteOf } from '@cosmesis/core/units';
import type { Piece } from '@cosmesis/core/workshop';
import { withDecision } from '@cosmesis/core/workshop';
import { useState } from 'react';
import { Link } from 'react-router';
import { nowIso, theStore } from '../../../store/theStore';
import { useEditPiece } from '../../../store/useEditPiece';
import { useTreatments } from '../../../store/useReckoning';
import { useSettings } from '../../../store/useWorkshop';
import { dayName, duration, money } from '../../../ui/formatTime';
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
    <dl className="alt-figures">
      <div>
        <dt>hands-on</dt>
        <dd>{apart(figures.handsOnMin, other?.handsOnMin, duration)}</dd>
      </div>
      <div>
        <dt>sittings</dt>
        <dd>{apart(figures.sittings, other?.sittings, String)}</dd>
      </div>
      <div>
        <dt>material</dt>
        <dd>{money(figures.price, currency)}</dd>
      </div>
      <div>
        <dt>light use</dt>
        <dd>{figures.lightUseAtMin === null ? 'held' : dayName(figures.lightUseAtMin, timeZone)}</dd>
      </div>
      <div>
        <dt>findings left</dt>
        <dd>{figures.findings}</dd>
      </div>
    </dl>
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
    <section className="ask" aria-label={title}>
      <h2>{title}</h2>
      <p>
        <b>
          Recommended: {question.alternatives.find((a) => a.choice === question.recommended.choice)?.name.toLowerCase()}
          .
        </b>{' '}
        {question.recommended.why}
      </p>
      <ul className="alternatives">
        {question.alternatives.map((a) => {
          const chosen = a.choice === question.current;
          const saves = savesOf(a, current);
          return (
            <li key={a.choice} className={chosen ? 'chosen' : ''}>
              <h3>
                {a.name}
                {chosen && <span className="quiet"> {question.decided ? 'decided' : 'in the plan'}</span>}
              </h3>
              <p>
                <span className="sign for">For</span> {a.speaksFor}
              </p>
              <p>
                <span className="sign against">Against</span> {a.speaksAgainst}
              </p>
              {a.barredBecause ? (
                <p className="quiet">Not here: {a.barredBecause}</p>
              ) : (
                <>
                  {saves !== null && (
                    <p>
                      <b>{saves}</b>
                    </p>
                  )}
                  <Figures of={a} than={chosen ? undefined : current} currency={currency} timeZone={timeZone} />
                  {!(chosen && question.decided) && (
                    <button
                      type="button"
                      className={chosen ? 'line' : 'go'}
                      aria-label={`Decide on: ${a.name}, ${title}`}
                      onClick={() => decide(a)}
                    >
                      {chosen ? 'Decide on it' : 'Take this'}
                    </button>
                  )}
                </>
              )}
            </li>
          );
        })}
      </ul>
      <label className="text-field">
        <span>Why, for the record</span>
        <input value={why} onChange={(e) => setWhy(e.target.value)} placeholder="kept with the decision" />
      </label>
      {question.decided && (
        <p className="row">
          <span>
            Decided {dayName(minuteOf(question.decided.at), timeZone)}
            {question.decided.why && `: ${question.decided.why}`}
          </span>
          {/* A look is changed by another look. */}
          {question.about !== 'keep' && (
            <button type="button" className="plain" aria-label={`Take the decision back: ${title}`} onClick={takeBack}>
              Take it back
            </button>
          )}
        </p>
      )}
    </section>
  );
}

/** What could be done about each old finish and each damage, what could come off, side by side, and what was decided. */
export default function Advice() {
  const { piece, result } = usePieceContext();
  const questions = useTreatments(piece);
  if (!result?.ok || result.value.steps.length === 0) return <NotYet result={result} piece={piece} />;
  if (questions === undefined) return <p className="quiet">Working the alternatives out…</p>;
  if (!questions.ok) return <p className="notice">{questions.issues[0]?.message}</p>;
  if (questions.value.length === 0)
    return (
      <div className="stack">
        <h2>Nothing to decide</h2>
        <p>
          No old finish and no damage is noted on a zone that is worked.{' '}
          <Link to={toPiece(piece.id, 'survey')}>To the survey</Link>
        </p>
      </div>
    );
  return (
    <div className="stack" style={{ gap: 34 }}>
      <p className="quiet">
        Every alternative is planned, priced and scheduled with the rest of the piece. Figures are those of the whole
        piece.
      </p>
      {questions.value.map((q) => (
        <Ask key={q.key} piece={piece} question={q} />
      ))}
    </div>
  );
}
