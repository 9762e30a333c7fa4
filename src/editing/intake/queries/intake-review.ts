import type { Finding } from '@/core/findings/finding';
import type { OpenLibrary } from '@/editing/session/open-library';
import {
  compare,
  decisionOf,
  readAll,
  type Compared,
  type GatherInput,
  type Read,
  type ReviewRow,
} from '../compare';

interface ReviewView {
  /** Those asked for, of all that are listed. */
  rows: ReviewRow[];
  listed: number;
  /** How many tokens would come in. */
  coming: number;
  counts: Record<ReviewRow['state'], number>;
  /** The first of what cannot be read, and of what is left out; and how many there are. */
  errors: Finding[];
  left: Finding[];
  found: { errors: number; left: number };
  /** Axes and contexts that would be new. */
  contexts: string[];
  /** A first name that all paths share. */
  prefix: string | undefined;
  readable: number;
}

/** At most this many findings are sent to a page; counts are of all. */
const FINDINGS = 100;

/** What changes paths and contexts of what is read, as one value. */
const asked = ({ rename, names, leaveAxes }: GatherInput) => JSON.stringify([rename, names, leaveAxes]);

const reviewed = new WeakMap<OpenLibrary, { input: GatherInput; read: Read; compared: Compared[] }>();

/** What was read and compared for a page stays for as long as it looks at the same files; deciding compares nothing anew. */
function comparedFor(library: OpenLibrary, input: GatherInput): { read: Read; compared: Compared[] } {
  const last = reviewed.get(library);
  const same =
    last &&
    last.input.strip === input.strip &&
    last.input.into === input.into &&
    asked(last.input) === asked(input) &&
    last.input.files.length === input.files.length &&
    last.input.files.every(
      ({ name, text }, i) => name === input.files[i]!.name && text === input.files[i]!.text,
    );
  if (same) return last;
  const read = readAll(library, input);
  const weight = { clashing: 0, changed: 1, new: 2, same: 3 } as const;
  const compared = [...compare(library, read).values()].sort((a, b) => weight[a.state] - weight[b.state]);
  const made = { input, read, compared };
  reviewed.set(library, made);
  return made;
}

/** What bringing files in would change, before anything is changed. */
export function intakeReview(
  library: OpenLibrary,
  {
    state = '',
    find = '',
    from = 0,
    rows: many = 200,
    ...input
  }: GatherInput & {
    /** Rows to list: of one state, whose path holds some words; and which of them to send. */
    state?: ReviewRow['state'] | '';
    find?: string;
    from?: number;
    rows?: number;
  },
): ReviewView {
  const { read, compared } = comparedFor(library, input);
  const counts = { new: 0, same: 0, changed: 0, clashing: 0 };
  let coming = 0;
  for (const row of compared) {
    counts[row.state]++;
    if (row.state !== 'same' && decisionOf(row, input) !== 'mine') coming++;
  }
  const words = find.toLowerCase().split(/\s+/).filter(Boolean);
  const listed = compared.filter(
    (row) =>
      (state === '' || row.state === state) && words.every((word) => row.path.toLowerCase().includes(word)),
  );
  const errors = read.findings.filter(({ level }) => level === 'error');
  const left = read.findings.filter(({ code }) => code === 'not-carried');
  const known = new Set(
    library.resolution.system.axes.flatMap((axis) =>
      axis.contexts.map((context) => `${axis.name} ${context}`),
    ),
  );
  const contexts = read.opened.flatMap(({ opened }) =>
    opened.system.axes.flatMap((axis) => axis.contexts.map((context) => `${axis.name} ${context}`)),
  );
  return {
    rows: listed.slice(from, from + many).map(({ barred: _barred, ...row }, i) => ({
      ...row,
      from: read.origins.get(row.path) ?? row.path,
      decision: decisionOf(listed[from + i]!, input),
    })),
    listed: listed.length,
    coming,
    counts,
    errors: errors.slice(0, FINDINGS),
    left: left.slice(0, FINDINGS),
    found: { errors: errors.length, left: left.length },
    contexts: [...new Set(contexts)].filter((context) => !known.has(context)),
    prefix: input.strip === '' ? read.prefix : undefined,
    readable: compared.length,
  };
}
