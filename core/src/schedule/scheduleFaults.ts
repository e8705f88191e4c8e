import { barredBetween, closesAt, dustFreeAt, opensAt } from './lagTimes';
import type { Task, WorkshopProblem, WorkshopSchedule } from './WorkshopProblem';
import { stillFilledMin } from './WorkshopProblem';

/** Working minutes of a calendar between two minutes. */
function workingMin(
  calendar: WorkshopProblem['people'][number]['calendar'],
  fromMin: number,
  untilMin: number,
): number {
  let sum = 0;
  for (let at = fromMin; at < untilMin; ) {
    const shift = calendar.shiftAt(at);
    if (shift.startMin >= untilMin) break;
    sum += Math.min(untilMin, shift.endMin) - Math.max(at, shift.startMin);
    at = shift.endMin;
  }
  return sum;
}

/**
 * Everything a schedule breaks of what was asked, in words; none: it holds. Written from the constraints alone, so that it finds
 * what the scheduler overlooks.
 */
export function scheduleFaults(problem: WorkshopProblem, schedule: WorkshopSchedule): string[] {
  const faults: string[] = [];
  const byId = new Map(problem.tasks.map((t) => [t.id, t]));
  const at = new Map(schedule.placed.map((p) => [p.id, p]));
  const out = new Set(schedule.unplaced.map((u) => u.id));
  const lateMin = new Map(schedule.missed.map((m) => [m.id, m.lateMin]));
  const fault = (t: Task, what: string) => faults.push(`${t.id} ${what}`);
  if (at.size !== schedule.placed.length) faults.push('something is placed twice');
  for (const t of problem.tasks) {
    const p = at.get(t.id);
    if (!p) {
      if (!out.has(t.id)) fault(t, 'is neither placed nor left out');
      continue;
    }
    if (out.has(t.id)) fault(t, 'is placed and left out');
    if (t.fixed) {
      if (p.startMin !== t.fixed.startMin || p.endMin !== t.fixed.endMin) fault(t, 'has happened, and is moved');
      continue;
    }
    if (!Number.isInteger(p.startMin) || !Number.isInteger(p.endMin)) fault(t, 'lies between two minutes');
    if (p.startMin < problem.nowMin) fault(t, 'begins before now');
    if (t.notBefore && p.startMin < t.notBefore.minute) fault(t, 'begins too soon');
    for (const c of t.closed) if (p.startMin >= c.fromMin && p.startMin < c.untilMin) fault(t, 'begins in barred air');
    if (t.airBar?.(p.startMin + (lateMin.get(t.id) ?? 0))) fault(t, 'begins in air its label does not bear');
    if (
      t.pin &&
      (p.startMin !== t.pin.startMin || (t.handsMin > 0 && t.pin.personId !== null && t.pin.personId !== p.personId))
    )
      fault(t, 'does not begin when it was said to');
    const shared = p.sharesWith === null ? null : { at: at.get(p.sharesWith), task: byId.get(p.sharesWith) };
    if (shared) {
      const behindMin = shared.at ? p.startMin - shared.at.endMin : -1;
      const filled = shared.task?.fixed
        ? behindMin >= 0 && behindMin <= stillFilledMin
        : behindMin === 0 && shared.at?.personId === p.personId;
      if (!filled) fault(t, 'is not set up, nor right behind what it shares with');
      if (!t.setUp || shared.task?.setUp?.key !== t.setUp.key) fault(t, 'shares what is set up otherwise');
      if (lateMin.has(t.id)) fault(t, 'shares a tool that was laid down for what its window asks for');
      if (schedule.placed.some((o) => o.id !== t.id && o.sharesWith === p.sharesWith))
        fault(t, 'shares with the same as another');
    }
    const handsMin = t.handsMin + (lateMin.get(t.id) ?? 0) - (shared ? (t.setUp?.setUpMin ?? 0) : 0);
    if (handsMin === 0) {
      if (p.endMin !== p.startMin) fault(t, 'takes time without hands');
    } else {
      const person = problem.people.find((x) => x.id === p.personId);
      if (!person) fault(t, 'is done by nobody');
      else {
        const inHours = workingMin(person.calendar, p.startMin, p.endMin);
        const overtime = handsMin > person.calendar.longestShiftMin && p.endMin - p.startMin === handsMin;
        const whole = p.endMin - p.startMin === handsMin;
        if (inHours !== handsMin && !overtime) fault(t, 'is worked on out of hours');
        if (!whole && (!t.divisible || handsMin <= 60)) fault(t, 'is cut by a break');
      }
    }
    for (const lag of t.lags) {
      const before = at.get(lag.beforeId);
      if (!before) {
        if (byId.has(lag.beforeId)) fault(t, `is placed, and ${lag.beforeId} is not`);
        continue;
      }
      const barred = barredBetween(lag, before.endMin);
      const closes = closesAt(lag, before.endMin);
      if (p.startMin < opensAt(lag, before.endMin)) fault(t, `begins before ${lag.beforeId} lets it`);
      if (barred && p.startMin > barred.fromMin && p.startMin < barred.untilMin) fault(t, 'begins in a barred hour');
      if (closes !== null && p.startMin > closes && (lag.lateMin === null || !lateMin.has(t.id)))
        fault(t, `begins after the window of ${lag.beforeId}`);
    }
  }
  const worked = problem.tasks.flatMap((task) => {
    const p = at.get(task.id);
    return p ? [{ task, p }] : [];
  });
  for (const [i, a] of worked.entries())
    for (const b of worked.slice(i + 1)) {
      const overlap = a.p.startMin < b.p.endMin && b.p.startMin < a.p.endMin;
      if (overlap && a.p.personId !== null && a.p.personId === b.p.personId)
        fault(a.task, `and ${b.task.id} take the same hands`);
      for (const [film, dust] of [
        [a, b],
        [b, a],
      ] as const) {
        const [f, d] = [film.task.air, dust.task.air];
        if (!f || !d || f.space !== d.space || f.openMin === 0 || d.raises === null || d.raises === f.lays) continue;
        if (film.task.fixed && dust.task.fixed) continue;
        const spoils = dust.p.endMin > film.p.endMin && dust.p.startMin < dustFreeAt(f, film.p.endMin);
        if (spoils) fault(dust.task, `raises ${d.raises} over ${film.task.id}`);
      }
    }
  for (const [placeId, capacity] of Object.entries(problem.places)) {
    const stays = worked.flatMap(({ task, p }) =>
      task.places
        .filter((x) => x.id === placeId)
        .map((x) => ({
          task,
          fromMin: x.afterwards ? p.endMin : p.startMin,
          untilMin: x.until?.(p.endMin) ?? p.endMin + x.afterMin,
        })),
    );
    for (const s of stays) {
      if (s.task.fixed || s.untilMin === s.fromMin) continue;
      const there = new Set(
        stays.filter((o) => o.fromMin <= s.fromMin && o.untilMin > s.fromMin).map((o) => o.task.pieceId),
      );
      if (there.size > capacity) fault(s.task, `stands on ${placeId}, which is full`);
    }
  }
  return faults;
}
