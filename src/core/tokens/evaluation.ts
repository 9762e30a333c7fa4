import { isObject, type Json } from '../base/json/json';
import type { Candidate, Problem, ResolvedToken } from './compiled';
import { getMember, pointerTarget, replaceAt } from './references';
import { contextText, holds, parentPath, type Context, type SystemFrame } from './system';
import type { TokenIndex } from './token-index';
import { TOKEN_TYPES } from './types/registry';
import { shown } from './types/type';

/** What is asked of the resolution whose tokens are evaluated; tokens and combinations by number. */
interface Evaluating {
  readonly system: SystemFrame;
  readonly contexts: readonly Context[];
  readonly index: TokenIndex;
  readonly paths: readonly string[];
  /** What another token has come to. */
  read(token: number, context: number): ResolvedToken | undefined;
  /** Notes what is to be told of a token that has a value all the same. */
  note(token: number, problem: Problem): void;
  hasNotes(token: number): boolean;
}

/** One token under one combination; what it needs has been evaluated. Undefined where nothing declares it there. */
export function evaluate(of: Evaluating, token: number, context: number): ResolvedToken | undefined {
  const names = of.contexts[context]!;
  const from = of.index.winner(token, names);
  if (!from) return undefined;
  const path = of.paths[token]!;
  const declaration = from.declaration;
  const ownType = of.index.ownType(token, names);

  if (declaration.alias) {
    const { reference, target } = declaration.alias;
    if (target === undefined || reference.part.length > 0) {
      const part = readReference(of, reference, target, context);
      if ('problem' in part) return failure(from, part.problem);
      return literal(of, path, from, ownType ?? of.index.groupType(path, names), part.value, undefined);
    }
    const source = of.read(target, context);
    if (!source)
      return failure(
        from,
        missing(reference.text, `${of.paths[target]!} has no value under ${contextText(names)}`),
      );
    if (source.failed) return failure(from, dependsOn(of.paths[target]!));
    if (ownType !== undefined && ownType !== source.type) {
      return failure(
        from,
        mismatch(
          `${path} is a ${ownType}, but ${of.paths[target]!} is a ${source.type}`,
          `Refer to a ${ownType}, or change the type`,
        ),
      );
    }
    return { type: source.type, value: source.value, from, aliasOf: target };
  }

  const type = ownType ?? of.index.groupType(path, names);
  if (declaration.references.length === 0) {
    // Without references the outcome is the same under every combination: keep it with the declaration.
    const kept = declaration.outcome;
    if (kept && kept.type === type) return { ...kept, from };
    const resolved = literal(of, path, from, type, declaration.value, token);
    // What is wrong with it is told by the name of one token, and others may share the declaration.
    if (!resolved.failed && !of.hasNotes(token)) declaration.outcome = resolved;
    return resolved;
  }
  const replacements: { place: (string | number)[]; value: Json }[] = [];
  for (const { reference, target } of declaration.references) {
    const part = readReference(of, reference, target, context);
    if ('problem' in part) return failure(from, part.problem);
    const expected = type === undefined ? undefined : TOKEN_TYPES.get(type)?.member?.(reference.place);
    if (expected && part.type && part.type !== expected) {
      return failure(
        from,
        mismatch(
          `${reference.place.join('.')} of ${path} is a ${expected}, but ${reference.text} is a ${part.type}`,
          `Refer to a ${expected}`,
        ),
      );
    }
    replacements.push({ place: reference.place, value: part.value });
  }
  return literal(of, path, from, type, replaceAt(declaration.value, replacements), token);
}

function readReference(
  of: Evaluating,
  reference: { text: string; part: string[]; pointer: boolean },
  target: number | undefined,
  context: number,
): { value: Json; type?: string } | { problem: Problem } {
  if (target === undefined) {
    if (reference.pointer) {
      const beside = readBeside(of, reference.text, context);
      if (beside !== undefined) return { value: beside };
    }
    const group = of.index.groups.has(reference.text.slice(1, -1));
    return {
      problem: group
        ? missing(
            reference.text,
            `${reference.text} is a group, and a group has no value`,
            'Refer to one of its tokens',
          )
        : missing(reference.text, `${reference.text} leads to no token`),
    };
  }
  const source = of.read(target, context);
  if (!source)
    return {
      problem: missing(
        reference.text,
        `${of.paths[target]!} has no value under ${contextText(of.contexts[context]!)}`,
      ),
    };
  if (source.failed) return { problem: dependsOn(of.paths[target]!) };
  if (reference.part.length === 0) return { value: source.value, type: source.type };
  let value: Json | undefined = source.value;
  for (const segment of reference.part) value = value === undefined ? undefined : getMember(value, segment);
  return value === undefined
    ? {
        problem: missing(
          reference.text,
          `${reference.text} leads to no part of the value of ${of.paths[target]!}`,
        ),
      }
    : { value };
}

/** A pointer to something that is no token: the strongest source that holds it answers. */
function readBeside({ system, contexts }: Evaluating, pointer: string, context: number): Json | undefined {
  const segments = pointerTarget(pointer)?.segments;
  if (!segments) return undefined;
  for (let i = system.sources.length - 1; i >= 0; i--) {
    const source = system.sources[i]!;
    if (!source.root || !holds(source.when, contexts[context]!)) continue;
    let value: Json | undefined = source.root;
    for (const segment of segments) value = value === undefined ? undefined : getMember(value, segment);
    if (value !== undefined && !isObject(value)) return value;
  }
  return undefined;
}

function literal(
  of: Evaluating,
  path: string,
  from: Candidate,
  typeName: string | undefined,
  value: Json,
  token: number | undefined,
): ResolvedToken {
  if (typeName === undefined) {
    return failure(from, {
      code: 'missing-type',
      level: 'error',
      message: `${path} has no type`,
      fix: `Add $type to it${parentPath(path) ? ` or to the group ${parentPath(path)}` : ''}`,
    });
  }
  const type = TOKEN_TYPES.get(typeName);
  if (!type) {
    return failure(from, {
      code: 'unknown-type',
      level: 'error',
      message: `${path} has the type ${shown(typeName)}, which DTCG does not know`,
      fix: `Use one of: ${[...TOKEN_TYPES.keys()].join(', ')}`,
    });
  }
  const modern = type.normalise?.(value);
  const wrong = type.check(modern ?? value);
  if (wrong)
    return failure(from, {
      code: 'invalid-value',
      level: 'error',
      message: `${path}: ${wrong.message}`,
      fix: wrong.fix,
    });
  if (modern !== undefined && token !== undefined) {
    of.note(token, {
      code: 'legacy-value',
      level: 'note',
      message: `${path} is written in an older form (${shown(value)})`,
      fix: 'It was read; export as dtcg to write it in the present form',
    });
  }
  return { type: typeName, value: modern ?? value, from, aliasOf: undefined };
}

/** A token that has no value, and why. */
export function failure(from: Candidate, problem: Problem): ResolvedToken {
  return { type: '', value: null, from, aliasOf: undefined, failed: problem };
}

const missing = (
  text: string,
  message: string,
  fix = `Correct ${text}, or add the token it names`,
): Problem => ({ code: 'missing-target', level: 'error', message, fix });
const mismatch = (message: string, fix: string): Problem => ({
  code: 'type-mismatch',
  level: 'error',
  message,
  fix,
});
const dependsOn = (path: string): Problem => ({
  code: 'missing-target',
  level: 'error',
  message: `It refers to ${path}, which has no value`,
  fix: `Fix ${path} first`,
});
