import { lexer, tokenize, tokenTypes as T } from 'css-tree';
import { propertiesRead } from '../base/css/custom-properties';
import { nearName } from '../base/near-name';

/** What CSS makes nothing of, in words. */
interface CssProblem {
  /** Whether the property is at fault, or its value. */
  of: 'property' | 'value';
  problem: string;
  fix: string;
}

/** Functions of which the answer is known only where the value is used, or that css-tree has no grammar for. */
const OPEN = /\b(attr|env|if|inherit|sibling-(index|count)|random(-item)?)\(/i;

const PROPERTIES = Object.keys(
  (lexer as unknown as { properties: Record<string, unknown> }).properties,
).filter((name) => /^[a-z]/.test(name));

const known = new Map<string, CssProblem | undefined>();

/**
 * What is wrong with a declaration by the grammar of CSS, as css-tree knows it from the specifications; undefined where
 * nothing is, or it cannot be told: custom properties, and values that read one which is no token.
 * @param value with the values of tokens in place of their names
 */
export function cssProblem(property: string, value: string): CssProblem | undefined {
  if (property.startsWith('--')) return undefined;
  const key = `${property}\n${value}`;
  if (!known.has(key)) {
    if (known.size > 5000) known.clear();
    known.set(key, problemOf(property, value));
  }
  return known.get(key);
}

function problemOf(property: string, value: string): CssProblem | undefined {
  if (!lexer.getProperty(property)) {
    const alike = nearName(property, PROPERTIES, 2);
    return {
      of: 'property',
      problem: `${property} is not a property of CSS`,
      fix: alike
        ? `Did you mean ${alike}?`
        : 'Look for another spelling, or write it as a custom property: --name',
    };
  }
  const open = unclosed(value);
  if (open)
    return {
      of: 'value',
      problem: `In ${value} a bracket is ${open}`,
      fix: `Close every bracket that is opened`,
    };
  if (propertiesRead(value).length > 0 || OPEN.test(value)) return undefined;
  const { error } = lexer.matchProperty(property, value);
  if (!error || !/Mismatch/.test(error.message)) return undefined;
  const at = (error as { css?: string; mismatchOffset?: number }).mismatchOffset;
  const part = at === undefined ? '' : value.slice(at).trim().split(/\s/)[0]!;
  return {
    of: 'value',
    problem: `${value} is not a value of ${property}`,
    fix: part && part !== value ? `Look at “${part}”` : `Write a value that ${property} takes`,
  };
}

/** Whether brackets are left open, or closed that were not opened. */
function unclosed(value: string): 'not closed' | 'closed that was not opened' | undefined {
  let depth = 0;
  let stray = false;
  tokenize(value, (type) => {
    if (type === T.Function || type === T.LeftParenthesis || type === T.LeftSquareBracket) depth++;
    if (type === T.RightParenthesis || type === T.RightSquareBracket) {
      depth--;
      stray ||= depth < 0;
    }
  });
  return stray ? 'closed that was not opened' : depth > 0 ? 'not closed' : undefined;
}
