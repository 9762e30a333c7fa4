import type { Finding } from '@/core/findings/finding';
import type { ComponentDefinition, StyleRule } from '@/core/components/definition';
import { itemsOf } from '@/core/document/item';
import type { TokenItem } from '@/core/tokens/items';
import { printedObject } from '@/core/tokens/token-tree';
import { isObject, jsonObject, type Json, type JsonObject } from '@/core/base/json/json';
import { readJson } from '@/core/base/json/read';
import { authoredValue } from '@/core/tokens/references';
import { parentPath, type Context } from '@/core/tokens/system';
import { tierOf } from '@/core/tokens/tier';
import { typeOf } from '@/core/tokens/normalise';
import { readTyped } from '@/core/tokens/typed-value';
import { cssLine } from '@/core/tokens/css-text';
import { TOKEN_TYPES } from '@/core/tokens/types/registry';
import type { OpenLibrary } from '@/editing/session/open-library';
import { bestSolutions } from '@/editing/foundations/queries/solutions';
import { useClosestWeight } from '@/editing/foundations/commands/fonts';
import { ownComponent } from '@/editing/components/commands/own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand, type DraftTransaction } from '@/editing/session/draft-transaction';

/** A mend that is safe at one click: what it would do in words, and the doing; undefined where there is none. */
type FixMaker = (
  library: OpenLibrary,
  finding: Finding,
) => { words: string; run: (work: DraftTransaction) => void } | undefined;

const ownToken = (library: OpenLibrary, path: string | undefined): TokenItem | undefined => {
  const id = path === undefined ? undefined : library.tree.ids.get(path);
  const item = id === undefined ? undefined : library.own.items.get(id);
  return item?.kind === 'token' ? item : undefined;
};

/** Lets a token refer to another of the same value; what else it says stays. */
const referTo: FixMaker = (library, { code, path, related }) => {
  const item = ownToken(library, path);
  const target = related?.[0];
  if (!item || target === undefined || library.resolution.chain(target, 0).includes(path!)) return undefined;
  // A space and a radius may be equal by chance: only within one family is one meant for the other.
  if (parentPath(path!) !== parentPath(target)) return undefined;
  // Of sizes even less than a px can be meant.
  if (code === 'near-duplicate' && typeOf(library.resolution, target) !== 'color') return undefined;
  return {
    words: `${path} refers to ${target}`,
    run: (work) => work.rewrite(item, () => `{${target}}`),
  };
};

const onRhythm: FixMaker = (library, { path }) => {
  const item = ownToken(library, path);
  if (!item) return undefined;
  const fixed = (value: Json): Json | undefined => {
    if (!isObject(value) || typeof value.get('value') !== 'number') return undefined;
    const scale = value.get('unit') === 'rem' ? 16 : 1;
    const px = (value.get('value') as number) * scale;
    const nearest = Math.max(4, Math.round(px / 4) * 4);
    return px % 4 === 0
      ? undefined
      : jsonObject([
          ['value', nearest / scale],
          ['unit', value.get('unit')],
        ]);
  };
  const first = Object.values(item.declarations).flatMap((declaration) => {
    const next = fixed(authoredValue(printedObject(declaration, library.tree)) ?? null);
    return next === undefined ? [] : [cssLine({ type: 'dimension', value: next })];
  })[0];
  return first === undefined
    ? undefined
    : { words: `${path} becomes ${first}`, run: (work) => work.rewrite(item, fixed) };
};

/** What a deprecated token says is to be used in its place. */
function replacementOf(library: OpenLibrary, path: string): string | undefined {
  const id = library.tree.ids.get(path);
  const item = id === undefined ? undefined : library.items.get(id);
  if (item?.kind !== 'token') return undefined;
  for (const declaration of Object.values(item.declarations)) {
    const object = printedObject(declaration, library.tree);
    const extensions = object.get('$extensions');
    const own = isObject(extensions ?? null) ? (extensions as JsonObject).get('app.seedplan') : undefined;
    const said = isObject(own ?? null) ? (own as JsonObject).get('replacement') : undefined;
    if (typeof said === 'string') return library.tree.ids.has(said) ? said : undefined;
    // “Use color.text.quiet” says it too.
    const reason = object.get('$deprecated');
    const named =
      typeof reason === 'string'
        ? reason.match(/[\w$-]+(?:\.[\w$-]+)+/g)?.find((word) => library.tree.ids.has(word))
        : undefined;
    if (named !== undefined && named !== path) return named;
  }
  return undefined;
}

const useReplacement: FixMaker = (library, { path, related }) => {
  const item = ownToken(library, path);
  const old = related?.[0];
  const next = old === undefined ? undefined : replacementOf(library, old);
  if (!item || next === undefined || next === path || library.resolution.chain(next, 0).includes(path!))
    return undefined;
  return {
    words: `${path} refers to ${next}`,
    run: (work) => work.rewrite(item, (value) => (value === `{${old}}` ? `{${next}}` : undefined)),
  };
};

/** A semantic token with the same value everywhere, to stand between a component's token and a primitive. */
const throughPurpose: FixMaker = (library, { path, related }) => {
  const item = ownToken(library, path);
  const primitive = related?.[0];
  if (!item || primitive === undefined) return undefined;
  const { resolution } = library;
  const line = (other: string, i: number) => {
    const value = resolution.value(other, i);
    return value && cssLine(value);
  };
  const purpose = resolution
    .referrers(primitive)
    .find(
      (other) =>
        other !== path &&
        tierOf(resolution, other) === 'semantic' &&
        resolution.contexts.every((_, i) => line(other, i) === line(primitive, i)),
    );
  if (purpose === undefined) return undefined;
  return {
    words: `${path} refers to ${purpose}, which has the same value`,
    run: (work) => work.rewrite(item, (value) => (value === `{${primitive}}` ? `{${purpose}}` : undefined)),
  };
};

const takeOut: FixMaker = (library, { path }) => {
  const item = ownToken(library, path);
  return item && { words: `${path} is removed`, run: (work) => work.remove(item.id) };
};

const modern: FixMaker = (library, { path }) => {
  const item = ownToken(library, path);
  if (!item) return undefined;
  const type = typeOf(library.resolution, path!);
  const next = (value: Json) => (type === undefined ? undefined : TOKEN_TYPES.get(type)?.normalise?.(value));
  return { words: `${path} is written in the present form`, run: (work) => work.rewrite(item, next) };
};

/** The nearest step of the ramp that passes everywhere the declaration shows; else the nearest colour of its hue. */
const passing: FixMaker = (library, { path, context }) => {
  if (path === undefined) return undefined;
  const at = context ?? library.resolution.contexts[0]!;
  const solutions = bestSolutions(library, path, at);
  const { when } = solutions;
  const solution = [solutions.step, solutions.raw]
    .filter((one) => one !== undefined)
    .sort((a, b) => a.difference - b.difference || (a.token ? -1 : 1))[0];
  // A step of the library stays in the system; only one far away is worse than a value of its own.
  const chosen =
    solutions.step && solution && solutions.step.difference <= solution.difference + 12
      ? solutions.step
      : solution;
  if (!chosen) return undefined;
  const text = chosen.token ? `{${chosen.token}}` : chosen.css;
  return {
    words: `${path} becomes ${chosen.token ?? chosen.css}${Object.keys(when).length > 0 ? ` under ${Object.values(when).join(' and ')}` : ''}`,
    run: (work) => {
      const typed = readTyped(text, 'color');
      if ('problem' in typed) return;
      work.declare(path, when, objectFor(library, path, when, typed.value, work));
    },
  };
};

function objectFor(
  library: OpenLibrary,
  path: string,
  when: Context,
  value: Json,
  work: DraftTransaction,
): JsonObject {
  const item = library.items.get(library.tree.ids.get(path)!) as TokenItem;
  const old = item.declarations[work.layer(when, item)];
  const object = old ? new Map(printedObject(old, library.tree)) : (readJson('{}') as JsonObject);
  object.delete('$ref');
  if (!old && typeof value !== 'string') object.set('$type', 'color');
  object.set('$value', value);
  return object;
}

/** Binds a raw value of a component's rule to the token it is, or is near to. */
const bindToken: FixMaker = (library, { component: name, related, at }) => {
  const [, , entry, property] = at?.pointer?.split('/') ?? [];
  const component = name === undefined ? undefined : ownComponent(library, name);
  const path = related?.[0];
  const id = path === undefined ? undefined : library.tree.ids.get(path);
  if (!component || id === undefined || entry === undefined || !component.entries[entry]) return undefined;
  return {
    words: `${property} becomes {${path}}`,
    run(work) {
      const now = (work.own.get(component.id) as ComponentDefinition).entries[entry];
      if (now?.kind !== 'rule') return;
      const declarations = now.declarations.map(([other, value]): StyleRule['declarations'][number] => [
        other,
        other === property ? { token: { id, path: path! } } : value,
      ]);
      work.set(component.id, `entries/${entry}`, { ...now, declarations });
    },
  };
};

/** Binds what its deprecation names in place of a deprecated token. */
const bindReplacement: FixMaker = (library, finding) => {
  const next = finding.related?.[0] === undefined ? undefined : replacementOf(library, finding.related[0]);
  return next === undefined ? undefined : bindToken(library, { ...finding, related: [next] });
};

/** One entry for each code that has a mend. */
export const FIXES: ReadonlyMap<string, FixMaker> = new Map([
  ['contrast', passing],
  ['deprecated-binding', bindReplacement],
  ['deprecated-use', useReplacement],
  ['duplicate-value', referTo],
  [
    'font-weight-missing',
    (library, { path }) => (path === undefined ? undefined : useClosestWeight(library, path)),
  ],
  ['legacy-value', modern],
  ['near-duplicate', referTo],
  ['off-rhythm', onRhythm],
  ['raw-exact', bindToken],
  ['raw-near', bindToken],
  ['tier-skip', throughPurpose],
  ['unused-primitive', takeOut],
]);

interface FindingKey {
  code: string;
  path: string;
  /** Where more than one finding of a code stands at a path. */
  context?: Context;
}

const isThe = (key: FindingKey) => (finding: Finding) =>
  finding.code === key.code &&
  finding.path === key.path &&
  (key.context === undefined || JSON.stringify(finding.context) === JSON.stringify(key.context));

/** Mends findings, all at once. What one mend makes needless is not mended again. */
export function applyFixes(library: OpenLibrary, { keys }: { keys: FindingKey[] }, newId: NewId): Command {
  const label =
    keys.length === 1 ? `Fix ${keys[0]!.code} at ${keys[0]!.path}` : `Fix ${keys.length} findings`;
  return runCommand(library, newId, label, (work) => {
    const found = [...library.findings(), ...library.componentFindings()];
    const done = new Set<string>();
    let count = 0;
    for (const key of keys) {
      const finding = found.find(isThe(key));
      const fixing = finding && FIXES.get(key.code)?.(library, finding);
      if (!fixing) continue;
      const once = `${key.code} ${key.path} ${fixing.words}`;
      // A token that an earlier mend took out is not there any more.
      if (done.has(once) || (!finding.component && !work.tree.ids.has(key.path))) continue;
      done.add(once);
      fixing.run(work);
      count++;
    }
    return count === 0
      ? refuse('None of these findings can be fixed automatically', 'Open the token and change it by hand')
      : undefined;
  });
}

/** Accepts findings with a reason: they no longer count, and say who accepted them and why. */
export function acceptFindings(
  library: OpenLibrary,
  { keys, reason }: { keys: FindingKey[]; reason: string },
  newId: NewId,
): Command {
  if (reason.trim() === '') return refuse('A reason is missing', 'Enter a reason for accepting');
  return runCommand(
    library,
    newId,
    `Accept ${keys.length === 1 ? `${keys[0]!.code} at ${keys[0]!.path}` : `${keys.length} findings`}`,
    (work) => {
      for (const { code, path } of keys) {
        const known = itemsOf(work.own, 'acceptedFinding').find(
          (item) => item.code === code && item.path === path,
        );
        if (known) work.set(known.id, 'reason', reason.trim());
        else work.add({ id: newId('accepted'), kind: 'acceptedFinding', code, path, reason: reason.trim() });
      }
      return undefined;
    },
  );
}

export function unaccept(library: OpenLibrary, { keys }: { keys: FindingKey[] }, newId: NewId): Command {
  return runCommand(library, newId, 'Withdraw acceptance', (work) => {
    for (const item of itemsOf(work.own, 'acceptedFinding'))
      if (keys.some(({ code, path }) => item.code === code && item.path === path)) work.remove(item.id);
    return undefined;
  });
}
