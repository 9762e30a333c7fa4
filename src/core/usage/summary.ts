import { append } from '../base/append';
import { parseColor } from '../base/color/color';
import type { LeftOut } from './not-written';
import type { ReadFile, Scan, ScannedInstance, ScannedPart } from './scan';

/** A place in the source, with the line it stands in. */
export interface Evidence {
  file: string;
  line: number;
  /** The line as it stands, without what indents it, cut after 200 characters. */
  source: string;
}

/** A value written by hand, wherever it stands. */
export interface BypassedValue {
  value: string;
  /** As CSS says it, where the source says it otherwise. */
  css?: string;
  kind: ScannedPart['kind'];
  as: 'exact' | 'near' | 'foreign';
  count: number;
  /** Paths of tokens that come to it or near it. */
  suggest: string[];
  places: Evidence[];
}

/** A component as source uses it: how often, with which props, and where. */
export interface UsedComponent {
  name: string;
  count: number;
  /** How often each value of each prop is set, the commonest first; null: one that is worked out. */
  props: { name: string; values: [value: string | null, count: number][] }[];
  places: Evidence[];
}

/** What is kept of a scan: counts, and for whatever is to be acted on the places that prove it. */
export interface ScanSummary {
  files: number;
  /** Files left out: too large, or not written by people. */
  leftOut: number;
  parts: Scan['parts'];
  coverage: number;
  /** Uses by path. */
  tokens: Record<string, number>;
  /** Instances by component; none in what was scanned before they were looked for. */
  components?: Record<string, number>;
  found: {
    /** Values that bypass the tokens, those found most often first. */
    bypasses: BypassedValue[];
    deprecated: { path: string; count: number; places: Evidence[] }[];
    /** Names that no token has. */
    unknown: { name: string; count: number; places: Evidence[] }[];
    unreadable: { file: string; message: string }[];
    components?: UsedComponent[];
    /** Which files were left out, and why. */
    leftOut?: { file: string; why: LeftOut }[];
  };
}

/** As many values, and as many places of each, are kept. */
const MOST = { values: 200, places: 20 };
const LONGEST_LINE = 200;

export function summaryOf(
  scan: Scan,
  files: readonly ReadFile[],
  leftOut: readonly { file: string; why: LeftOut }[] = [],
): ScanSummary {
  const lines = new Map<string, string[]>();
  const texts = new Map(files.map(({ file }) => [file.name, file.text]));
  const evidence = ({ file, line }: { file: string; line: number }): Evidence => {
    let known = lines.get(file);
    if (!known) lines.set(file, (known = texts.get(file)!.split(/\r\n|\n|\r/)));
    return { file, line, source: known[line - 1]!.trim().slice(0, LONGEST_LINE) };
  };
  const most = <T>(groups: Map<string, T[]>): [string, T[]][] =>
    [...groups].sort(([, a], [, b]) => b.length - a.length).slice(0, MOST.values);
  const places = (of: { file: string; line: number }[]) => of.slice(0, MOST.places).map(evidence);

  const raw = new Map<string, ScannedPart[]>();
  for (const part of scan.found)
    if (part.kind !== 'reference' && part.as !== 'token') append(raw, `${part.kind} ${part.value.toLowerCase()}`, part); // prettier-ignore
  const used = usedComponents(scan.instances, places);
  const deprecated = new Map<string, { file: string; line: number }[]>();
  const unknown = new Map<string, { file: string; line: number }[]>();
  for (const { code, path, value, at } of scan.findings) {
    if (code === 'deprecated-use') append(deprecated, path!, at);
    if (code === 'unknown-token') append(unknown, value!, at);
  }
  return {
    files: scan.files,
    leftOut: leftOut.length,
    parts: scan.parts,
    coverage: scan.coverage,
    tokens: scan.tokens,
    components: Object.fromEntries(used.map(({ name, count }) => [name, count])),
    found: {
      bypasses: mostOften(raw).map((parts) => {
        const { value, text, kind, as, suggest } = strongest(parts);
        return { value, ...(kind === 'color' && !parseColor(value) && { css: text }), kind, as: as as BypassedValue['as'], count: parts.length, suggest: suggest.slice(0, 5), places: places(parts) }; // prettier-ignore
      }),
      deprecated: most(deprecated).map(([path, at]) => ({ path, count: at.length, places: places(at) })),
      unknown: most(unknown).map(([name, at]) => ({ name, count: at.length, places: places(at) })),
      unreadable: scan.findings
        .filter(({ code }) => code === 'unreadable')
        .map(({ at, message }) => ({ file: at.file, message })),
      components: used,
      leftOut: leftOut.slice(0, MOST.values),
    },
  };
}

function usedComponents(
  instances: readonly ScannedInstance[],
  places: (of: { file: string; line: number }[]) => Evidence[],
): UsedComponent[] {
  const byName = new Map<string, ScannedInstance[]>();
  for (const one of instances) append(byName, one.component, one);
  return [...byName]
    .sort(([a, one], [b, other]) => other.length - one.length || (a < b ? -1 : 1))
    .map(([name, all]) => {
      const props = new Map<string, Map<string | null, number>>();
      for (const [prop, value] of all.flatMap((one) => one.props)) {
        let values = props.get(prop);
        if (!values) props.set(prop, (values = new Map()));
        const said = value === null ? null : value.slice(0, LONGEST_LINE);
        values.set(said, (values.get(said) ?? 0) + 1);
      }
      return {
        name,
        count: all.length,
        props: [...props].map(([prop, values]) => ({
          name: prop,
          values: [...values].sort((a, b) => b[1] - a[1]).slice(0, MOST.places),
        })),
        places: places(all),
      };
    });
}

const SAYS_MOST = ['exact', 'near', 'foreign'];

/** Those found most often first; of equal ones those that a token comes to. */
const mostOften = (groups: Map<string, ScannedPart[]>): ScannedPart[][] => {
  const weight = (parts: ScannedPart[]) => SAYS_MOST.indexOf(strongest(parts).as);
  return [...groups.values()]
    .sort((a, b) => b.length - a.length || weight(a) - weight(b))
    .slice(0, MOST.values);
};

/** Of one value in several properties the one that says most: equal to a token before near to one. */
const strongest = (parts: ScannedPart[]): ScannedPart =>
  parts.find(({ as }) => as === 'exact') ?? parts.find(({ as }) => as === 'near') ?? parts[0]!;
