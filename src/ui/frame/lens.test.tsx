import { act, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useCreating } from './lens';

function Scales({ may }: { may: boolean }) {
  const [opened, open, close] = useCreating('scale', may);
  return (
    <>
      <button onClick={open}>Create scale</button>
      {opened && <button onClick={close}>Cancel</button>}
    </>
  );
}
const at = (address: string) => act(() => window.history.pushState(null, '', address));

test('what the address asks to create is opened for who may, and closing takes it out of the address', async () => {
  at('/scales?create=scale&scheme=dark');
  render(<Scales may />);
  await userEvent.click(screen.getByRole('button', { name: 'Cancel' }));
  expect(window.location.search).toBe('?scheme=dark');
  expect(screen.queryByRole('button', { name: 'Cancel' })).toBeNull();
  await userEvent.click(screen.getByRole('button', { name: 'Create scale' }));
  expect(screen.getByRole('button', { name: 'Cancel' })).toBeVisible();
});

test('for who may not, or where something else is asked for, nothing opens', () => {
  at('/scales?create=scale');
  const { rerender } = render(<Scales may={false} />);
  expect(screen.queryByRole('button', { name: 'Cancel' })).toBeNull();
  at('/scales?create=ramp');
  rerender(<Scales may />);
  expect(screen.queryByRole('button', { name: 'Cancel' })).toBeNull();
});
