import { unprefixed, valueParts, type PartKind } from '../base/css/value-parts';
import { LineIndex } from '../base/lines';
import { isMeantFor } from '../components/bindings';
import { camelCased, hyphenated } from '../tokens/naming';
import { typeOf } from '../tokens/normalise';
import { resourceName } from '../outputs/android';
import type { Resolution } from '../tokens/resolve';
import { deprecationOf, ownExtension, tierOf } from '../tokens/tier';
import { readSourceFile, type ReadFile, type SourceFile } from './scan';
import type { SourcePart } from './source';
import { TokenNames } from './token-names';
import { keyOf, KINDS, TokenValues } from './token-values';

export interface Place {
  file: string;
  /** Both count from 1. */
  line: number;
  column: number;
}
interface MigrationEdit {
  at: Place;
  before: string;
  after: string;
  /** The token referred to from now on. */
  token: string;
  why: string;
}
interface Uncertain {
  at: Place;
  value: string;
  why: string;
}
export interface Migration {
  edits: MigrationEdit[];
  uncertain: Uncertain[];
  /** Raw values that stay as they are. */
  left: number;
  /** The files that change, as they come to be. */
  changed: (SourceFile & { before: string })[];
}

/** What is asked for besides: a raw value or a token by path, and the token in its place. */
export interface Wanted {
  old: string;
  token: string;
}

type Decision = { token: string; after: string; why: string } | { uncertain: string } | 'left' | 'fine';

/**
 * Exact changes to source code, and only those that are certain (COMMANDS, `migrate`). All else of a file stays as it is, and
 * a file that could not be read afterwards is not changed.
 * @param onlyWanted Whether nothing is changed but what is asked for
 */
export function migrate(
  files: readonly ReadFile[],
  resolution: Resolution,
  wanted: readonly Wanted[] = [],
  { onlyWanted = false } = {},
): Migration {
  const deciding = new Deciding(resolution, wanted, onlyWanted);
  const outcome: Migration = { edits: [], uncertain: [], left: 0, changed: [] };
  for (const one of files) {
    const { file } = one;
    if ('problem' in one) {
      const { line = 1, column = 1 } = one.problem.at;
      outcome.uncertain.push({ at: { file: file.name, line, column }, value: '', why: `The file cannot be read: ${one.problem.message}` });
      continue;
    }
    const lines = new LineIndex(file.text);
    const at = ({ from }: SourcePart): Place => ({ file: file.name, ...lines.at(from) });
    const edits: (MigrationEdit & { from: number; to: number })[] = [];
    const usesNames = deciding.namesUsedIn(one);
    let left = 0;
    for (const part of [...one.read.parts].sort((a, b) => a.from - b.from)) {
      const before = file.text.slice(part.from, part.to);
      const decision = deciding.of(part, file, usesNames);
      if (decision === 'left') left++;
      else if (decision === 'fine') continue;
      else if ('uncertain' in decision) {
        if (part.kind !== 'reference') left++;
        outcome.uncertain.push({ at: at(part), value: before, why: decision.uncertain });
      } else if (part.from >= (edits.at(-1)?.to ?? 0))
        edits.push({ at: at(part), before, ...decision, from: part.from, to: part.to });
    }
    const text = applied(file.text, edits);
    const again = edits.length > 0 ? readSourceFile({ name: file.name, text }) : undefined;
    if (again && 'problem' in again) {
      for (const edit of edits) outcome.uncertain.push({ at: edit.at, value: edit.before, why: 'The file could not be read with it' });
      left += edits.length;
    } else if (again) {
      for (const { from: _from, to: _to, ...edit } of edits) outcome.edits.push(edit);
      outcome.changed.push({ name: file.name, text, before: file.text });
    }
    outcome.left += left;
  }
  return outcome;
} // prettier-ignore

function applied(text: string, edits: readonly { from: number; to: number; after: string }[]): string {
  let result = '';
  let at = 0;
  for (const { from, to, after } of edits) {
    result += text.slice(at, from) + after;
    at = to;
  }
  return result + text.slice(at);
}

/** The property that one part of a shorthand belongs to; undefined where that is not certain. */
function aspectOf(property: string, kind: PartKind): string | undefined {
  const name = unprefixed(property);
  if (name === 'font') return undefined;
  if (/^(border|outline|column-rule)(-[a-z]+)*$/.test(name) && !/(color|width|radius)$/.test(name))
    return kind === 'color' ? 'border-color' : 'border-width';
  if (/^(transition|animation)$/.test(name))
    return kind === 'duration' ? 'transition-duration' : 'transition-timing-function';
  if (name === 'background-image') return 'background';
  return name;
}

/** A property of each kind of value, to read one by itself. */
const PROPERTY_OF: Readonly<Record<PartKind, string>> = {
  color: 'color',
  length: 'gap',
  duration: 'transition-duration',
  easing: 'transition-timing-function',
  fontFamily: 'font-family',
  fontWeight: 'font-weight',
  shadow: 'box-shadow',
};

class Deciding {
  private readonly names: TokenNames;
  private readonly values: TokenValues;
  private readonly rawWanted = new Map<string, string>();
  private readonly pathWanted = new Map<string, string>();

  constructor(
    private readonly resolution: Resolution,
    wanted: readonly Wanted[],
    private readonly onlyWanted: boolean,
  ) {
    this.names = new TokenNames(resolution);
    this.values = new TokenValues(resolution);
    for (const { old, token } of wanted) {
      if (resolution.index.numbers.has(old)) this.pathWanted.set(old, token);
      const kind = KINDS[typeOf(resolution, token) ?? ''];
      if (!kind) continue;
      const [part, ...more] = valueParts(PROPERTY_OF[kind], old);
      if (part && part.kind === kind && more.length === 0) this.rawWanted.set(keyOf(kind, part.text), token);
    }
  }

  /** Whether a file of SCSS or Less already names tokens by its variables. */
  namesUsedIn(one: ReadFile): boolean {
    return (
      'read' in one &&
      one.read.parts.some(
        ({ kind, naming, text }) =>
          kind === 'reference' && (naming === 'scss' || naming === 'less') && this.names.pathOf(naming, text) !== undefined,
      )
    );
  } // prettier-ignore

  of(part: SourcePart, file: SourceFile, usesNames: boolean): Decision {
    return part.kind === 'reference'
      ? this.reference(part, file)
      : this.raw(part as SourcePart & { kind: PartKind }, file, usesNames);
  }

  private reference(part: SourcePart, file: SourceFile): Decision {
    const path = this.names.pathOf(part.naming!, part.text);
    if (path === undefined) return 'fine';
    const asked = this.pathWanted.get(path);
    if (asked === undefined && (this.onlyWanted || deprecationOf(this.resolution, path) === undefined)) return 'fine';
    const next = asked ?? this.replacementOf(path);
    if (next === undefined) return { uncertain: `${path} is deprecated and does not name one token in its place` };
    if (typeOf(this.resolution, next) !== typeOf(this.resolution, path))
      return { uncertain: `${next} is of another type than ${path}` };
    const before = file.text.slice(part.from, part.to);
    const after = replaceName(before, part.text, this.renamed(part, path, next));
    if (after === before) return { uncertain: `${path} is named here in a way that cannot be rewritten` };
    return { token: next, after, why: asked === undefined ? `${path} is deprecated` : `${path} becomes ${next}, as asked` };
  } // prettier-ignore

  /** The token that stands in for a deprecated one, however many steps away; undefined where it names none, or several. */
  private replacementOf(path: string): string | undefined {
    const seen = new Set([path]);
    for (let at = path; ;) {
      const next = this.replacementNamed(at);
      if (next === undefined || seen.has(next)) return undefined;
      if (deprecationOf(this.resolution, next) === undefined) return next;
      seen.add(next);
      at = next;
    }
  }

  private replacementNamed(path: string): string | undefined {
    const { resolution } = this;
    const isToken = (name: string) => resolution.index.numbers.has(name);
    const token = resolution.index.numbers.get(path)!;
    for (const { declaration } of resolution.index.candidates[token]!) {
      const said = ownExtension(declaration.object, 'replacement');
      if (typeof said === 'string' && isToken(said)) return said;
    }
    const text = deprecationOf(resolution, path);
    if (typeof text !== 'string') return undefined;
    const named = [...text.matchAll(/\{([^{}]+)\}|[\p{L}\p{N}_$-]+(?:\.[\p{L}\p{N}_$-]+)*/gu)]
      .map(([whole, braced]) => braced ?? whole)
      .filter((name) => name !== path && isToken(name));
    return new Set(named).size === 1 ? named[0] : undefined;
  }

  /** The name of another token in the way the old one is named here, of a text style the same longhand. */
  private renamed({ naming, text }: SourcePart, old: string, next: string): string {
    if (naming === 'path') return next;
    if (naming === 'camel case') return camelCased(next);
    if (naming === 'resource') return resourceName(next);
    const longhand = text.replaceAll('_', '-').slice(hyphenated(old).replaceAll('_', '-').length);
    return hyphenated(next) + longhand;
  }

  private raw(part: SourcePart & { kind: PartKind }, file: SourceFile, usesNames: boolean): Decision {
    const asked = this.rawWanted.get(keyOf(part.kind, part.text));
    if (asked === undefined && this.onlyWanted) return 'left';
    const equal = asked !== undefined ? [asked] : this.values.equalTo(part.kind, part.text);
    if (equal.length === 0) return 'left';
    if (/^(--|[$@])/.test(part.property))
      return { uncertain: 'It is set here for others to read' };
    const aspect = aspectOf(part.property, part.kind);
    if (asked === undefined && aspect === undefined) return { uncertain: 'Which part of the shorthand it is, is not certain' };
    const fitting = asked !== undefined
      ? equal
      : equal.filter((path) => tierOf(this.resolution, path) === 'semantic' && isMeantFor(aspect!, path));
    if (fitting.length === 0) return 'left';
    if (fitting.length > 1) return { uncertain: `Several tokens fit: ${fitting.slice(0, 5).join(', ')}` };
    const [token] = fitting as [string];
    if (part.built) return { uncertain: 'The text is put together from pieces' };
    const after = this.written(part, file, token, usesNames);
    return typeof after === 'string'
      ? { token, after, why: asked !== undefined ? `${part.text} becomes ${token}, as asked` : `${file.text.slice(part.from, part.to)} is the value of ${token}, and of no other made for ${aspect!}` }
      : after;
  } // prettier-ignore

  /** A reference to a token in the language of a file, in place of a raw value. */
  private written(part: SourcePart, file: SourceFile, token: string, usesNames: boolean): string | { uncertain: string } {
    const variable = hyphenated(token);
    const { name, text } = file;
    if (/\.svg$/i.test(name)) return { uncertain: 'A picture by itself has no tokens' };
    if (/\.(swift|kt)$/i.test(name))
      return text[part.from - 1] === '"' ? { uncertain: 'It is read from a text' } : `Tokens.${camelCased(token)}`;
    if (/\.xml$/i.test(name)) return `@${part.kind === 'color' ? 'color' : 'dimen'}/${resourceName(token)}`;
    const sign = /\.scss$/i.test(name) ? '$' : /\.less$/i.test(name) ? '@' : '';
    if (sign !== '' && isOperand(text, part)) return { uncertain: 'It is computed with' };
    if (sign !== '' && usesNames) return sign + variable;
    if (part.computed) return { uncertain: 'A preprocessor computes with it' };
    const reference = `var(--${variable})`;
    // A number of a script is a text from now on.
    const isNumber = /^-?[\d.]+$/.test(text.slice(part.from, part.to)) && !/["'`]/.test(text[part.from - 1] ?? '');
    if (!isNumber || /\.(css|scss|less|html)$/i.test(name)) return reference;
    if (/\.(vue|svelte)$/i.test(name)) return { uncertain: 'It is a number in a bound attribute' };
    return `'${reference}'`;
  } // prettier-ignore
}

/** `8px * 2`, `$a + 8px`: in SCSS and Less a reference of CSS could not be computed with. */
const isOperand = (text: string, { from, to }: SourcePart): boolean =>
  /^\s*[*+%]|^\s+[-/]\s|^\/\s*[\d$@(]/.test(text.slice(to, to + 20)) ||
  /[*+%]\s*$|\s[-/]\s+$|[\d)]\/$/.test(text.slice(Math.max(0, from - 20), from));

/** The same text with a name in it exchanged, where it stands as a whole name. */
function replaceName(text: string, name: string, next: string): string {
  const at = new RegExp(`(?<![\\p{L}\\p{N}_])${name.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}(?![\\p{L}\\p{N}_-])`, 'u').exec(text)?.index;
  return at === undefined ? text : text.slice(0, at) + next + text.slice(at + name.length);
} // prettier-ignore
