import Ajv2020, { type ValidateFunction } from 'ajv/dist/2020';
import type { Item } from './item';
import type { ItemKinds } from './item-kind';

/** Says what is wrong with an item's shape, in words: nothing where it is as its kind says. Schemas are compiled once. */
export function schemaChecker(kinds: ItemKinds): (item: Item) => string[] {
  const ajv = new Ajv2020({
    allErrors: true,
    strict: true,
    strictRequired: false,
    strictTypes: false,
    strictTuples: false,
  });
  const compiled = new Map<string, ValidateFunction>();
  return (item) => {
    const kind = kinds.get(item.kind);
    if (!kind) return [`There is no kind of item called ${String(item.kind)}`];
    let validate = compiled.get(item.kind);
    if (!validate) compiled.set(item.kind, (validate = ajv.compile(kind.schema)));
    if (validate(item)) return [];
    return (validate.errors ?? [])
      .slice(0, 5)
      .map(
        (error) =>
          `${kind.kind} ${(item as Item).id}${error.instancePath}: ${error.message ?? 'is not valid'}`,
      );
  };
}
