import { act, screen } from '@testing-library/react';
import { openPage } from '@/testing/interface/open-page';
import type { Refusal } from '@/features/session/document';
import { StoreField } from './store-field';

test('what is typed while the text before is being stored stays in the field', async () => {
  let stored: (refusal: Refusal | null) => void = () => undefined;
  const store = () => new Promise<Refusal | null>((resolve) => (stored = resolve));
  const { user } = await openPage(<StoreField aria-label="Size" value="16px" store={store} />, 'tokens');
  const field = await screen.findByRole('combobox', { name: 'Size' });
  await user.clear(field);
  await user.type(field, '21px{Enter}');
  await user.clear(field);
  await user.type(field, '30px');
  await act(async () => stored(null));
  expect(field).toHaveValue('30px');
  await user.keyboard('{Enter}');
  await act(async () => stored(null));
  expect(field).toHaveValue('16px');
});
