import type { Changes } from './Changes';
import type { Engine } from './Engine';

/** What the worker can be asked: by name, with ids instead of records. */
type Calls = {
  [K in keyof Engine as Engine[K] extends (...args: never[]) => unknown ? K : never]: Engine[K];
};
export type CallName = Exclude<keyof Calls, 'apply' | 'begin' | 'keepAnswers'>;
export type ArgsOf<K extends CallName> = Parameters<Calls[K]>;
export type AnswerOf<K extends CallName> = Awaited<ReturnType<Calls[K]>>;

/** To the worker. */
export type ToWorker =
  | { type: 'changes'; changes: Changes }
  /** A first visit: the demo will be asked for. @param all its pieces will be looked at */
  | { type: 'begin'; nowMin: number; timeZone: string; all: boolean }
  | { type: 'call'; id: number; name: CallName; args: readonly unknown[] };

/** From the worker. */
export type FromWorker =
  | { type: 'answer'; id: number; answer: unknown }
  | { type: 'progress'; id: number; share: number };
