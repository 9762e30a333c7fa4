/**
 * Properties are tried with the same examples in every run, so that a run says the same of the same code.
 * `SEEDPLAN_SEED=random npm run unit` looks for new ones; a number repeats one run.
 */
import fc from 'fast-check';

const asked = process.env.SEEDPLAN_SEED ?? '20261123';
if (asked !== 'random') fc.configureGlobal({ ...fc.readConfigureGlobal(), seed: Number(asked) });
