import { act, fireEvent, screen } from '@testing-library/react';
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

test('left just as it is stored, before that is drawn, it is not stored once more', async () => {
  const asked: string[] = [];
  let stored: (refusal: Refusal | null) => void = () => undefined;
  const store = (text: string) => {
    asked.push(text);
    return new Promise<Refusal | null>((resolve) => (stored = resolve));
  };
  const { user } = await openPage(<StoreField aria-label="Size" value="16px" store={store} />, 'tokens');
  const field = await screen.findByRole('combobox', { name: 'Size' });
  await user.clear(field);
  await user.type(field, '21px{Enter}');
  await act(async () => {
    stored(null);
    await Promise.resolve();
    await Promise.resolve();
    // What is drawn is still what was typed, and the value the former one.
    fireEvent.blur(field);
  });
  expect(asked).toEqual(['21px']);
  // What is refused stays as typed with the reason, and is stored again when it is left.
  await user.clear(field);
  await user.type(field, 'big{Enter}');
  await act(async () => stored({ problem: '“big” is no dimension', fix: 'Enter a number with a unit' }));
  expect(field).toHaveValue('big');
  expect(field).toHaveAccessibleDescription('“big” is no dimension. Enter a number with a unit.');
  await act(async () => fireEvent.blur(field));
  expect(asked).toEqual(['21px', 'big', 'big']);
});
