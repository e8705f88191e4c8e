import fc from 'fast-check';
import { expect, test } from 'vitest';
import { AnswersSeen } from './AnswersSeen';

/** Answers under their names, and a screen that changes as a whole. */
function kept() {
  const answers = new Set<string>();
  let waiting: (() => void)[] = [];
  const seen = new AnswersSeen(
    (name) => answers.delete(name),
    (work) => void waiting.push(work),
  );
  return {
    answers,
    seen,
    came: (name: string) => {
      answers.add(name);
      seen.came(name);
    },
    settle: () => {
      for (const work of waiting) work();
      waiting = [];
    },
  };
}

test('a page left open all day holds what is on screen and the last few it left, minute by minute', () => {
  const { answers, seen, came, settle } = kept();
  const stays = seen.look('the rules');
  came('the rules');
  let leave = () => {};
  for (let minute = 0; minute < 480; minute += 1) {
    leave();
    leave = seen.look(`plan at ${minute}`);
    came(`plan at ${minute}`);
    settle();
  }
  expect(answers).toContain('the rules');
  expect(answers).toContain('plan at 479');
  expect(answers).toContain('plan at 470');
  expect(answers.size).toBe(18);
  stays();
});

test('what one part leaves and another begins to look at in the same change stays', () => {
  const { answers, seen, came, settle } = kept();
  const first = seen.look('first');
  came('first');
  first();
  const others = Array.from({ length: 16 }, (_, i) => {
    const leave = seen.look(`${i}`);
    came(`${i}`);
    return leave;
  });
  // Parts are left before others are looked at: for a moment "first" is the longest unseen of one too many.
  for (const leave of others) leave();
  seen.look('first');
  settle();
  expect(answers).toContain('first');
});

test('an answer that comes when nobody waits any more is forgotten in its turn', () => {
  const { answers, seen, came, settle } = kept();
  for (let i = 0; i < 100; i += 1) {
    seen.look(`typed ${i}`)();
    settle();
  }
  for (let i = 0; i < 100; i += 1) came(`typed ${i}`);
  settle();
  expect(answers.size).toBe(16);
});

test('whoever looks, in whatever order they come and go, never loses what they look at', () => {
  const act = fc.record({
    name: fc.integer({ min: 0, max: 40 }).map(String),
    goes: fc.boolean(),
    settles: fc.boolean(),
  });
  fc.assert(
    fc.property(fc.array(act, { maxLength: 300 }), (acts) => {
      const { answers, seen, came, settle } = kept();
      const looking: { name: string; leave: () => void }[] = [];
      for (const { name, goes, settles } of acts) {
        const at = looking.findIndex((l) => l.name === name);
        if (goes && at >= 0) {
          const [gone] = looking.splice(at, 1);
          gone!.leave();
          gone!.leave();
        } else {
          looking.push({ name, leave: seen.look(name) });
          came(name);
        }
        if (settles) settle();
        for (const { name: looked } of looking) expect(answers).toContain(looked);
      }
      settle();
      expect(answers.size).toBeLessThanOrEqual(new Set(looking.map((l) => l.name)).size + 16);
    }),
  );
});
