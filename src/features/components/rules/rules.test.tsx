import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { openPage, storedLabels } from '@/testing/interface/open-page';
import { Proof } from '../page/proof';

const open = (name: string) => openPage(<Proof name={name} />, `components/${name}?side=rules`);
type User = Awaited<ReturnType<typeof open>>['user'];
const gesture = async (user: User, name: string) => {
  const [menu] = await screen.findAllByRole('button', { name: /^Actions for rule/ });
  await user.click(menu!);
  await user.click(await screen.findByRole('menuitem', { name }));
};

test('several declarations pasted on Property are set as one change; what is none is told', async () => {
  const { user } = await open('badge');
  await gesture(user, 'Add property');
  const property = await screen.findByRole('combobox', { name: 'Property' });
  const paste = (text: string) =>
    fireEvent.paste(property, { clipboardData: { getData: () => text } as unknown as DataTransfer });
  paste('letter-spacing: 0.5px;\ncolor: {color.nowhere};');
  expect(await screen.findByText(/color\.nowhere/)).toBeInTheDocument();
  expect(storedLabels()).toEqual([]);
  paste('letter-spacing: 0.5px;\nword-spacing: 2px;');
  await waitFor(() => expect(storedLabels()).toEqual(['Set properties of badge, 2 new']));
  expect(await screen.findByRole('button', { name: /^word-spacing: 2px/ })).toBeInTheDocument();
});

test('a rule is copied to other conditions, one for each line', async () => {
  const { user } = await open('button');
  await gesture(user, 'Copy to other conditions');
  const field = await screen.findByRole('textbox', { name: 'Conditions of the copies' });
  await user.type(field, 'colour is loud');
  await user.click(screen.getByRole('button', { name: 'Copy rule' }));
  await waitFor(() => expect(field).toHaveAccessibleDescription(/colour/));
  await user.clear(field);
  await user.type(field, 'wide and state is hover\nnot wide and state is active');
  await user.click(screen.getByRole('button', { name: 'Copy rule' }));
  await waitFor(() => expect(storedLabels()).toEqual(['Copy a rule of button to 2 others']));
  await waitFor(() =>
    expect(
      screen
        .getAllByRole('button', { name: /^Actions for rule/ })
        .slice(-2)
        .map((one) => one.getAttribute('aria-label')),
    ).toEqual(['Actions for rule wide and state is hover', 'Actions for rule not wide and state is active']),
  );
});

test('rules are added one after the other from the keyboard, for several parts at once', async () => {
  const { user } = await open('button');
  await user.click(await screen.findByRole('button', { name: 'Add rule' }));
  const form = await screen.findByRole('form', { name: 'Add rules' });
  const when = within(form).getByRole('combobox', { name: 'When' });
  await user.type(when, 'danger hover');
  await user.click(within(form).getByRole('combobox', { name: 'Parts' }));
  await user.click(await screen.findByRole('option', { name: 'label' }));
  const declarations = within(form).getByRole('combobox', { name: 'Declarations' });
  await user.type(declarations, 'letter-spacing: nowhere(; x{Enter}'.replace('{Enter}', ''));
  await user.keyboard('{Enter}');
  await waitFor(() => expect(declarations).toBeInvalid());
  expect(storedLabels()).toEqual([]);
  await user.clear(declarations);
  await user.type(declarations, 'opacity: 0.9; letter-spacing: 1px');
  await user.keyboard('{Enter}');
  await waitFor(() =>
    expect(storedLabels()).toEqual(['Add 2 rules of button: when tone is danger and state is hover']),
  );
  // The next one can be typed at once.
  expect(when).toHaveFocus();
  expect(declarations).toHaveValue('');
});

test('properties complete while a declaration is typed, and tokens behind its colon', async () => {
  const { user } = await open('button');
  await user.click(await screen.findByRole('button', { name: 'Add rule' }));
  const declarations = await screen.findByRole('combobox', { name: 'Declarations' });
  await user.type(declarations, 'opacity: 1; background-c');
  await user.click(await screen.findByRole('option', { name: 'background-color' }));
  expect(declarations).toHaveValue('opacity: 1; background-color: ');
  await user.click(declarations);
  await user.type(declarations, 'color.surface.sunk');
  await user.click(await screen.findByRole('option', { name: /^color\.surface\.sunken/ }));
  expect(declarations).toHaveValue('opacity: 1; background-color: {color.surface.sunken}');
});

test('the table of rules is edited as a sheet: typed over, moved in, pasted into, emptied', async () => {
  const { user } = await open('badge');
  await user.click(await screen.findByRole('radio', { name: 'Table' }));
  const column = await screen.findByRole('textbox', { name: 'Add property column' });
  await user.type(column, 'word-spacing{Enter}');
  const cells = () => screen.getAllByRole('button', { name: /^word-spacing of / });
  await waitFor(() => expect(cells()[0]).toHaveFocus());
  const first = cells()[0]!
    .getAttribute('aria-label')!
    .replace(/: not set$/, '');
  await user.keyboard('2');
  const field = await screen.findByRole('combobox', { name: first });
  await user.type(field, 'px{Enter}');
  await waitFor(() => expect(storedLabels()).toEqual(['Set 1 value of badge']));
  await waitFor(() => expect(cells()[1]).toHaveFocus());
  fireEvent.paste(cells()[1]!, {
    clipboardData: { getData: () => '3px\n4px\n' } as unknown as DataTransfer,
  });
  await waitFor(() => expect(storedLabels()).toHaveLength(2));
  expect(storedLabels()[1]).toBe('Set 2 values of badge');
  await waitFor(() =>
    expect(
      cells()
        .slice(0, 3)
        .map((cell) => cell.textContent),
    ).toEqual(['2px', '3px', '4px']),
  );
  cells()[0]!.focus();
  await user.keyboard('{Delete}');
  await waitFor(() => expect(cells()[0]).toHaveTextContent('–'));
});
