import { fireEvent, screen, waitFor } from '@testing-library/react';
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
