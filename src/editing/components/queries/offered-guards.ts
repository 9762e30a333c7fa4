import { conditionsText } from '@/core/components/condition';
import { guardText } from '@/core/components/guards';
import { offeredGuards as offered } from '@/core/components/offered-guards';
import { itemsOf } from '@/core/document/item';
import type { GuardDraft } from '@/editing/components/commands/set-guard';
import type { OpenLibrary } from '@/editing/session/open-library';

interface OfferedGuardView {
  text: string;
  /** As `setGuard` takes it. */
  guard: GuardDraft;
}

/** Guards a component is likely to need and does not have; null where there is no such component. */
export function offeredGuards(
  { items, resolution }: OpenLibrary,
  { name }: { name: string },
): OfferedGuardView[] | null {
  const component = itemsOf(items, 'component').find((other) => other.name === name);
  if (!component) return null;
  return offered(component, items, resolution).map((one) => ({
    text: guardText({ ...one, order: '', note: '' }),
    guard: {
      when: conditionsText(one.when),
      part: one.part,
      property: one.property,
      value: one.value,
      note: '',
      under: one.under ?? {},
    },
  }));
}
