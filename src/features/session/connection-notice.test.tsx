import { MantineProvider } from '@mantine/core';
import { cleanNotifications, Notifications } from '@mantine/notifications';
import { act, render, screen, waitFor } from '@testing-library/react';
import { forgetConnection, noteConnection } from './connection-notice';

const [one, other] = [{}, {}];
beforeEach(() => {
  jest.useFakeTimers();
  render(
    <MantineProvider env="test">
      <Notifications transitionDuration={0} />
    </MantineProvider>,
  );
});
afterEach(() => {
  for (const document of [one, other]) forgetConnection(document);
  act(() => cleanNotifications());
  jest.useRealTimers();
});
const note = (document: object, state: 'online' | 'away' | 'signed-out', waiting = 0) =>
  act(() => noteConnection(document, { state, waiting }));
const pass = (ms: number) => act(() => jest.advanceTimersByTime(ms));
const asksBeforeLeaving = () => {
  const event = new Event('beforeunload', { cancelable: true });
  window.dispatchEvent(event);
  return event.defaultPrevented;
};

test('a short gap is not worth a word; one with a change in it is told at once, and leaving asks', () => {
  note(one, 'away');
  pass(1000);
  note(one, 'online');
  pass(5000);
  expect(screen.queryByText('No connection')).toBeNull();
  note(one, 'away', 2);
  pass(1);
  expect(screen.getByText(/^2 changes not saved yet\./)).toBeInTheDocument();
  expect(asksBeforeLeaving()).toBe(true);
  note(one, 'online');
  pass(1);
  expect(screen.getByText('Connected again')).toBeInTheDocument();
  expect(asksBeforeLeaving()).toBe(false);
});

test('a page that is left while there is no connection does not say that there is one again', async () => {
  note(one, 'away');
  pass(2000);
  expect(screen.getByText('No connection')).toBeInTheDocument();
  act(() => forgetConnection(one));
  pass(1000);
  await waitFor(() => expect(screen.queryByText('No connection')).toBeNull());
  expect(screen.queryByText('Connected again')).toBeNull();
});

test('of several documents it is told until the last is connected', () => {
  note(one, 'away', 1);
  note(other, 'away', 1);
  pass(1);
  expect(screen.getByText(/^2 changes/)).toBeInTheDocument();
  note(one, 'online');
  pass(1);
  expect(screen.getByText(/^1 change not/)).toBeInTheDocument();
  note(other, 'signed-out', 1);
  pass(1);
  expect(screen.getByText('You are signed out')).toBeInTheDocument();
  expect(screen.getByRole('link', { name: 'another tab' })).toHaveAttribute('href', '/sign-in');
});
