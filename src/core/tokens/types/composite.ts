import { isObject, type Json, type JsonObject } from '../../base/json/json';
import { problem, shown, type CssText, type TokenType, type ValueProblem } from './type';

/** A composite type: named members, each of a type of its own. */
export function composite(options: {
  name: string;
  members: Record<string, TokenType>;
  /** Members that may be missing. */
  optional?: string[];
  /** Members that are plain flags. */
  flags?: string[];
  css(value: JsonObject): CssText;
}): TokenType {
  const { name, members, optional = [], flags = [] } = options;
  const names = Object.keys(members);
  const fix = `Give ${[...names, ...flags].join(', ')}`;
  const check = (value: Json): ValueProblem | undefined => {
    if (!isObject(value)) return problem(`A ${name} is an object, not ${shown(value)}`, fix);
    for (const member of names) {
      const part = value.get(member);
      if (part === undefined) {
        if (optional.includes(member)) continue;
        return problem(`This ${name} has no ${member}`, fix);
      }
      const wrong = members[member]!.check(part);
      if (wrong) return problem(`${member}: ${wrong.message}`, wrong.fix);
    }
    for (const flag of flags) {
      const part = value.get(flag);
      if (part !== undefined && typeof part !== 'boolean')
        return problem(`${flag} is true or false, not ${shown(part)}`, `Use true or false`);
    }
    return undefined;
  };
  return {
    name,
    check,
    css: (value) => options.css(value as JsonObject),
    member: (place) => {
      const type = names.includes(String(place[0])) ? members[String(place[0])] : undefined;
      return place.length === 1 ? type?.name : type?.member?.(place.slice(1));
    },
    normalise(value) {
      if (!isObject(value)) return undefined;
      let changed: JsonObject | undefined;
      for (const member of names) {
        const part = value.get(member);
        const modern = part === undefined ? undefined : members[member]!.normalise?.(part);
        if (modern !== undefined) (changed ??= new Map(value)).set(member, modern);
      }
      return changed;
    },
  };
}

/** A type whose value may also be, or must be, a list of another's values. */
export function listOf(name: string, item: TokenType, options: { single: boolean }): TokenType {
  const items = (value: Json) => (Array.isArray(value) ? value : [value]);
  return {
    name,
    check(value) {
      if (!Array.isArray(value) && !options.single)
        return problem(`A ${name} is a list, not ${shown(value)}`, 'Put it in square brackets');
      if (Array.isArray(value) && value.length === 0)
        return problem(`This ${name} is an empty list`, 'Give at least one');
      for (const [i, entry] of items(value).entries()) {
        const wrong = item.check(entry);
        if (wrong)
          return Array.isArray(value) ? problem(`${name} ${i + 1}: ${wrong.message}`, wrong.fix) : wrong;
      }
      return undefined;
    },
    css: (value) =>
      items(value)
        .map((entry) => item.css(entry))
        .join(', '),
    member: (place) => {
      if (typeof place[0] !== 'number') return options.single ? item.member?.(place) : undefined;
      return place.length === 1 ? name : item.member?.(place.slice(1));
    },
    normalise(value) {
      if (!Array.isArray(value)) return options.single ? item.normalise?.(value) : undefined;
      const modern = value.map((entry) => item.normalise?.(entry));
      return modern.some((entry) => entry !== undefined)
        ? value.map((entry, i) => modern[i] ?? entry)
        : undefined;
    },
  };
}
