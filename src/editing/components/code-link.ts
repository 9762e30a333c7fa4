import type { CodeProp } from '@/core/components/source/source';
import type { ComponentDefinition } from '@/core/components/definition';
import { ordersAfter } from '@/core/document/order';

/** Entries by fresh ids, in order. */
export function listed<T, E extends { order: string }>(
  all: readonly T[],
  id: () => string,
  make: (one: T, order: string) => E,
): Record<string, E> {
  const orders = ordersAfter(null, all.length);
  return Object.fromEntries(all.map((one, i) => [id(), make(one, orders[i]!)]));
}

export const linkOf = (file: string, props: readonly CodeProp[]): ComponentDefinition['code'] => ({
  file,
  props: props.map(({ name, kind, values }) => ({ name, kind, values })),
});
