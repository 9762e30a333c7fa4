import { Button, MantineProvider, Menu } from '@mantine/core';
import { render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { Dialog } from './dialog';
import { theme } from './theme/theme';

function Page() {
  const [open, setOpen] = useState<'first' | 'second' | null>(null);
  const [nested, setNested] = useState(false);
  const [removed, setRemoved] = useState(false);
  return (
    <MantineProvider theme={theme} env="test">
      <input aria-label="Far away" />
      {!removed && <Button onClick={() => setOpen('first')}>Withdraw</Button>}
      <Menu>
        <Menu.Target>
          <Button>More actions</Button>
        </Menu.Target>
        <Menu.Dropdown>
          <Menu.Item onClick={() => setOpen('second')}>Rename</Menu.Item>
        </Menu.Dropdown>
      </Menu>
      {open && (
        <Dialog opened onClose={() => (setNested(false), setOpen(null))} title={open}>
          <Button onClick={() => setNested(true)}>Ask more</Button>
          <Button
            onClick={() => {
              setRemoved(true);
              setOpen(null);
            }}
          >
            Remove
          </Button>
          {nested && (
            <Dialog opened onClose={() => setNested(false)} title="nested">
              <input aria-label="More" />
            </Dialog>
          )}
        </Dialog>
      )}
    </MantineProvider>
  );
}

test('a dialog that is left hands the focus back to its opener, or to the menu that held it; of nested ones a key leaves the inner', async () => {
  const user = userEvent.setup({ pointerEventsCheck: 0, delay: null });
  render(<Page />);
  const opener = screen.getByRole('button', { name: 'Withdraw' });
  await user.click(screen.getByLabelText('Far away'));
  await user.click(opener);
  await user.click(await screen.findByRole('button', { name: 'Ask more' }));
  const inner = await screen.findByRole('dialog', { name: 'nested' });
  await user.click(within(inner).getByRole('button', { name: 'Close' }));
  await waitFor(() => expect(screen.getByRole('button', { name: 'Ask more' })).toHaveFocus());
  await user.keyboard('{Escape}');
  await waitFor(() => expect(opener).toHaveFocus());

  const more = screen.getByRole('button', { name: 'More actions' });
  await user.click(more);
  await user.click(await screen.findByRole('menuitem', { name: 'Rename' }));
  await user.click(await screen.findByRole('button', { name: 'Ask more' }));
  await screen.findByRole('dialog', { name: 'nested' });
  await user.keyboard('{Escape}');
  await waitFor(() => expect(screen.queryByRole('dialog', { name: 'nested' })).toBeNull());
  expect(screen.getByRole('dialog', { name: 'second' })).toBeVisible();
  await user.keyboard('{Escape}');
  await waitFor(() => expect(more).toHaveFocus());
});

test('a button that is off while it works has the focus again when it is on, unless somebody has gone on', async () => {
  const user = userEvent.setup({ pointerEventsCheck: 0, delay: null });
  let end = () => {};
  function Works() {
    const [busy, setBusy] = useState(false);
    const work = async () => {
      setBusy(true);
      await new Promise<void>((resolve) => (end = resolve));
      setBusy(false);
    };
    return (
      <>
        <button disabled={busy} onClick={() => void work()}>
          Release
        </button>
        <input aria-label="Summary" />
      </>
    );
  }
  render(<Works />);
  const button = screen.getByRole('button', { name: 'Release' });
  const focused = jest.spyOn(button, 'focus');
  const begin = async () => {
    await user.click(button);
    await waitFor(() => expect(button).toBeDisabled());
    focused.mockClear();
  };
  await begin();
  // A browser takes the focus from what is off; here it stays.
  const lost = jest.spyOn(document, 'activeElement', 'get').mockReturnValue(document.body);
  end();
  await waitFor(() => expect(focused).toHaveBeenCalled());
  expect(button).toBeEnabled();
  lost.mockRestore();
  await begin();
  screen.getByLabelText('Summary').focus();
  end();
  await waitFor(() => expect(button).toBeEnabled());
  expect(screen.getByLabelText('Summary')).toHaveFocus();
});

test('where the opener is gone the focus goes nowhere far away', async () => {
  const user = userEvent.setup({ pointerEventsCheck: 0, delay: null });
  render(<Page />);
  await user.click(screen.getByLabelText('Far away'));
  await user.click(screen.getByRole('button', { name: 'More actions' }));
  await user.keyboard('{Escape}');
  await user.click(screen.getByRole('button', { name: 'Withdraw' }));
  await user.click(await screen.findByRole('button', { name: 'Remove' }));
  await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  expect(screen.getByLabelText('Far away')).not.toHaveFocus();
});
