import { Refusal } from '../base/errors';
import { isObject, type Json, type JsonObject } from '../base/json/json';
import type { Reference } from '../document/item';
import { ordersAfter } from '../document/order';
import type { Finding } from '../findings/finding';
import { parseConditions } from './condition';
import type { Condition, StyleValue } from './definition';

/** Reads a reference as written: `{color.text.quiet}`. */
export type Refer = (path: string) => Reference;

/** A member that is text, or nothing. */
export const text = (object: JsonObject, name: string): string =>
  typeof object.get(name) === 'string' ? (object.get(name) as string) : '';

/** What files of components and themes have in common: lists of entries, conditions and values, each with its findings. */
export function fileReading({ refer, entryId }: { refer: Refer; entryId: () => string }) {
  const findings: Finding[] = [];
  const report = (pointer: string, message: string, fix: string) => {
    findings.push({ code: 'component-file', level: 'error', message, at: { pointer }, fix });
  };
  /** The entries of a list, by new ids, in its order. */
  const collect = <T extends { order: string }>(
    json: JsonObject,
    member: string,
    read: (entry: JsonObject, pointer: string, order: string) => T | undefined,
  ): Record<string, T> => {
    const list = json.get(member);
    if (list === undefined) return {};
    if (!Array.isArray(list)) {
      report(`/${member}`, `${member} is a list`, 'Put it in square brackets');
      return {};
    }
    const orders = ordersAfter(null, list.length);
    const entries: Record<string, T> = {};
    list.forEach((entry, i) => {
      const pointer = `/${member}/${i}`;
      if (!isObject(entry))
        return report(pointer, `An entry of ${member} is an object`, 'Put it in curly brackets');
      const value = read(entry, pointer, orders[i]!);
      if (value) entries[entryId()] = value;
    });
    return entries;
  };
  const conditions = (entry: JsonObject, pointer: string): Condition[] => {
    try {
      return parseConditions(text(entry, 'when'));
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      report(`${pointer}/when`, error.problem, error.fix);
      return [];
    }
  };
  const value = (written: Json, pointer: string): StyleValue => {
    const spoken = typeof written === 'number' ? String(written) : typeof written === 'string' ? written : '';
    const path = /^\{([^{}]+)\}$/.exec(spoken)?.[1];
    if (path !== undefined) return { token: refer(path) };
    if (/[;{}<>]/.test(spoken))
      report(
        pointer,
        `A value is one token or CSS, not ${JSON.stringify(spoken)}`,
        'Write "{path.of.token}" alone, or CSS without ; { } < >',
      );
    return { raw: spoken };
  };
  /** The declarations of `style`, in the order written. */
  const declarations = (entry: JsonObject, pointer: string): [property: string, value: StyleValue][] => {
    const style = entry.get('style');
    return isObject(style)
      ? [...style].map(([property, bound]) => [property, value(bound, `${pointer}/style/${property}`)])
      : [];
  };
  return { findings, report, collect, conditions, value, declarations };
}
