import type { Prop } from './definition';

/** What template and style sheet of a component may name. */
export interface CodeNames {
  parts: readonly string[];
  props: readonly Pick<Prop, 'name' | 'kind' | 'values'>[];
  states: readonly string[];
}
/** Words that can stand where one is typing; `from`: where the word begun begins. */
export interface Completion {
  from: number;
  options: { label: string; detail: string }[];
  /** False: they answer what is typed already. */
  filter?: boolean;
}

const words = (names: readonly string[], detail: string) => names.map((label) => ({ label, detail }));
const begun = (before: string, chars = /[\w-]*$/): number => before.length - chars.exec(before)![0].length;

/** What can be written next in a condition: names, then `is`, then values or states. */
function inCondition(before: string, { props, states }: CodeNames): Completion | undefined {
  const from = begun(before);
  const said = before.slice(0, from);
  const subject = /([\w-]+)\s+is\s+(?:[\w-]+\s+or\s+)*$/.exec(said)?.[1];
  if (subject === 'state') return { from, options: words(states, 'state') };
  if (subject !== undefined) {
    const prop = props.find(({ name }) => name === subject);
    return prop && { from, options: words(prop.values, `value of ${subject}`) };
  }
  if (!/(^|\band\s+|\bnot\s+)$/.test(said)) return undefined;
  const negated = /\bnot\s+$/.test(said);
  const flags = props.filter(({ kind }) => kind !== 'choice').map(({ name }) => name);
  const choices = props.filter(({ kind }) => kind === 'choice').map(({ name }) => `${name} is `);
  return {
    from,
    options: [...(negated ? [] : words([...choices, 'state is '], 'condition')), ...words(flags, 'prop')],
  };
}

/** Inside an attribute of a template: parts, slots, conditions and what an attribute can be bound to. */
export function templateCompletion(before: string, names: CodeNames): Completion | undefined {
  const tag = before.lastIndexOf('<');
  const [, attribute, quote, value] = /\s([\w-]+)\s*=\s*(["'])((?:(?!\2).)*)$/s.exec(before.slice(tag)) ?? [];
  if (tag < 0 || attribute === undefined || quote === undefined || value === undefined) return undefined;
  const start = before.length - value.length;
  if (attribute === 'when') {
    const found = inCondition(value, names);
    return found && { ...found, from: start + found.from };
  }
  if (attribute === 'part') return { from: start, options: words(names.parts, 'part') };
  const filled = names.props.filter(({ kind }) => kind === 'text' || kind === 'slot');
  if (attribute === 'name' && /^<slot\s/i.test(before.slice(tag)))
    return { from: start, options: filled.map(({ name, kind }) => ({ label: name, detail: kind })) };
  if (attribute.startsWith('bind-'))
    return {
      from: start,
      options: [
        ...words(names.props.map(({ name }) => name), 'prop'),
        ...words(names.states, 'state'),
      ],
    };
  return undefined;
} // prettier-ignore

/** Inside a selector's brackets: parts, props as `data-` attributes, and their values. */
export function sheetCompletion(before: string, names: CodeNames): Completion | undefined {
  const bracket = before.lastIndexOf('[');
  const inside = before.slice(bracket + 1);
  if (bracket < 0 || /[\]{}]/.test(inside)) return undefined;
  const [, attribute, , value] = /^([\w-]+)\s*~?=\s*(["']?)([\w-]*)$/.exec(inside) ?? [];
  if (attribute !== undefined && value !== undefined) {
    const from = before.length - value.length;
    if (attribute === 'part') return { from, options: words(names.parts, 'part') };
    if (attribute === 'data-state') return { from, options: words(names.states, 'state') };
    const prop = names.props.find(({ name }) => `data-${name}` === attribute);
    return prop && { from, options: words(prop.values, `value of ${prop.name}`) };
  }
  if (!/^[\w-]*$/.test(inside)) return undefined;
  const attributes = names.props
    .filter(({ kind }) => kind === 'choice' || kind === 'flag')
    .map(({ name }) => `data-${name}`);
  return {
    from: bracket + 1,
    options: [...words(['part~='], 'part'), ...words(attributes, 'prop')],
  };
}

/**
 * The custom property that is being typed in a value at the end of a style sheet, to ask for tokens that could stand there;
 * `from`: where its `var(` begins, `typed`: its name so far, as the path of a token would be. A bare word is none: whoever types
 * `red` and goes on to the next line means it.
 */
export function tokenAsked(before: string): { from: number; property: string; typed: string } | undefined {
  const start = Math.max(...[...';{}'].map((mark) => before.lastIndexOf(mark)));
  if (start < 0 || before[start] === '}') return undefined;
  const [, property, value] = /^\s*(-?-?[a-z][a-z-]*)\s*:([\s\S]*)$/.exec(before.slice(start + 1)) ?? [];
  if (property === undefined || value === undefined) return undefined;
  const [word, name] = /var\(\s*-{0,2}([\w-]*)$/.exec(value) ?? [];
  if (word === undefined || name === undefined) return undefined;
  return { from: before.length - word.length, property, typed: name.replaceAll('-', '.') };
}
