import fc from 'fast-check';

/**
 * The random cases of `npm test` are the same on every machine and every day, so that what turns red was broken by a change.
 * `npm run explore` draws others.
 */
fc.configureGlobal({ seed: Number(process.env.RANDOM_SEED ?? 20_261_128) });
