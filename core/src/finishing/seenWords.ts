import type { SeenKind } from '../workshop';

/** What is seen at a step, as it is said at the bench. */
export const seenWords: Readonly<Record<SeenKind, string>> = {
  'went-well': 'went well',
  ran: 'ran',
  sagged: 'sagged',
  dusty: 'dusty',
  blotched: 'blotched',
  'too-dark': 'too dark',
  'still-shows': 'ground still shows',
  'took-longer': 'took longer',
  'ran-out': 'ran out',
  'weather-turned': 'weather turned',
};
