import { registryOf } from '../../base/registry';
import { circle } from './circle';
import { inherited } from './inherited';
import type { Broken, Invariant, Transition } from './invariant';
import { required } from './required';
import { unique } from './unique';

/** What holds of every document after every change set, whoever sent it. */
const INVARIANTS: ReadonlyMap<string, Invariant> = registryOf(
  [required, circle, unique, inherited],
  ({ code }) => code,
);

/** What a change set would break of the document as a whole; empty where it may be stored. */
export const brokenInvariants = (transition: Transition): (Broken & { code: string })[] =>
  [...INVARIANTS.values()].flatMap(({ code, broken }) =>
    broken(transition).map((found) => ({ code, ...found })),
  );
