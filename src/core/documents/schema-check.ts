import Ajv2020, { type ValidateFunction } from 'ajv/dist/2020';
import type { Item } from './items';
import { ITEM_KINDS } from './kinds';

const ajv = new Ajv2020({
  allErrors: true,
  strict: true,
  strictRequired: false,
  strictTypes: false,
  strictTuples: false,
});
const compiled = new Map<string, ValidateFunction>();

/** What is wrong with an item's shape, in words; empty where nothing is. For servers and imports: nothing stored skips it. */
export function schemaProblems(item: Item): string[] {
  const kind = ITEM_KINDS.get(item.kind);
  if (!kind) return [`There is no kind of item called ${String(item.kind)}`];
  let validate = compiled.get(item.kind);
  if (!validate) compiled.set(item.kind, (validate = ajv.compile(kind.schema)));
  if (validate(item)) return [];
  return (validate.errors ?? [])
    .slice(0, 5)
    .map(
      (error) => `${kind.kind} ${(item as Item).id}${error.instancePath}: ${error.message ?? 'is not valid'}`,
    );
}
