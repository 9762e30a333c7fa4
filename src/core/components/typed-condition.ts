/** What a condition may name. */
interface Named {
  props: readonly { name: string; kind: string; values: readonly string[] }[];
  states: readonly string[];
}

/**
 * A condition typed in short as the sentence it means: `kind=danger hover` is `kind is danger and state is hover`. A word
 * by itself is a state, a flag, or a value that only one choice has; `!busy` is `not busy`; `kind=plain,quiet` names two
 * values. What is a sentence already, or no condition known, stays as it is.
 */
export function typedCondition(text: string, { props, states }: Named): string {
  const trimmed = text.trim();
  if (/\s(is|and|or)\s|^not\s/.test(` ${trimmed} `.slice(1)) || trimmed === '') return trimmed;
  const found: string[] = [];
  for (const word of trimmed.split(/\s+/)) {
    const [, name, values] = /^([^=]+)=(.+)$/.exec(word) ?? [];
    if (name !== undefined && values !== undefined) {
      found.push(`${name} is ${values.split(/[,|]/).filter(Boolean).join(' or ')}`);
      continue;
    }
    const [, not = '', own = ''] = /^(!?)(.*)$/.exec(word)!;
    const choices = props.filter(({ kind, values: all }) => kind === 'choice' && all.includes(own));
    if (props.some((prop) => prop.kind === 'flag' && prop.name === own)) found.push(not ? `not ${own}` : own);
    else if (not === '' && states.includes(own.replace(/^:+/, ''))) found.push(`state is ${own.replace(/^:+/, '')}`);
    else if (not === '' && choices.length === 1) found.push(`${choices[0]!.name} is ${own}`);
    else return trimmed;
  }
  return found.join(' and ');
} // prettier-ignore
