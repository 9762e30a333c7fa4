import { act, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { usePathname } from 'next/navigation';
import { useGo } from './here';
import { useQuery } from './lens';

let finish: () => void;
const saved = () => new Promise<void>((resolve) => (finish = resolve));

function Scales() {
  const [, setQuery] = useQuery();
  const go = useGo();
  return (
    <>
      <button onClick={() => void saved().then(() => setQuery({ group: 'sea' }))}>Save ramp</button>
      <button onClick={() => void saved().then(() => go('/scales/sea'))}>Rename ramp</button>
      <button onClick={() => void saved().then(() => go('/scales/sea', { replace: true }))}>Move ramp</button>
    </>
  );
}
const Tiers = () => <p>Tiers</p>;
const Pages = () => (usePathname().startsWith('/scales') ? <Scales /> : <Tiers />);

const at = () => window.location.pathname + window.location.search;
const open = (address: string) => act(() => window.history.pushState(null, '', address));

beforeEach(() => open('/scales?new=ramps'));

test.each(['Save ramp', 'Rename ramp', 'Move ramp'])(
  'what %s leads to is let be once another page is open',
  async (press) => {
    render(<Pages />);
    await userEvent.click(screen.getByRole('button', { name: press }));
    open('/tokens/color.sea.300?scheme=dark');
    await act(async () => finish());
    expect(at()).toBe('/tokens/color.sea.300?scheme=dark');
    expect(screen.getByText('Tiers')).toBeVisible();
  },
);

test.each([
  ['Save ramp', '/scales?new=ramps&group=sea'],
  ['Rename ramp', '/scales/sea'],
  ['Move ramp', '/scales/sea'],
])('%s leads on where its page is still open, and after a place on it has changed', async (press, to) => {
  render(<Pages />);
  await userEvent.click(screen.getByRole('button', { name: press }));
  await act(async () => finish());
  expect(at()).toBe(to);

  open('/scales/stone?new=ramps');
  await userEvent.click(screen.getByRole('button', { name: press }));
  await act(async () => finish());
  expect(at()).toBe(press === 'Save ramp' ? '/scales/stone?new=ramps&group=sea' : to);
});
