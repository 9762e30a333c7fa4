import { isLeaving, noteArrival, noteLink } from './leaving';

const press = (html: string, init: MouseEventInit = {}) => {
  document.body.innerHTML = html;
  const target = document.body.querySelector('a')?.firstElementChild ?? document.body.querySelector('a')!;
  const heard = (event: MouseEvent) => {
    noteLink(event);
    event.preventDefault();
  };
  document.addEventListener('click', heard);
  target.dispatchEvent(new MouseEvent('click', { bubbles: true, cancelable: true, button: 0, ...init }));
  document.removeEventListener('click', heard);
};
const go = (path: string) => window.history.replaceState(null, '', path);

beforeEach(() => {
  // Being elsewhere ends whatever was pressed before.
  go(`/at/${Math.random()}`);
});

test('from the press on a link until its page is there, the address is left alone', () => {
  expect(isLeaving()).toBe(false);
  press('<a href="/libraries/keel/guides"><b>Guides</b></a>');
  expect(isLeaving()).toBe(true);
  go('/libraries/keel/guides?scheme=dark');
  expect(isLeaving()).toBe(false);
});

test('who comes back at once to the page left may change its address', () => {
  const from = window.location.pathname;
  press('<a href="/b">B</a>');
  go('/b');
  noteArrival();
  go(from);
  expect(isLeaving()).toBe(false);
});

test.each<[string, string, MouseEventInit]>([
  ['another view of the same page', '<a href="?scheme=dark">Dark</a>', {}],
  ['a link that opens elsewhere', '<a href="/b" target="_blank">B</a>', {}],
  ['a file to download', '<a href="/b" download>B</a>', {}],
  ['another host', '<a href="https://host.example/b">B</a>', {}],
  ['a new tab by key', '<a href="/b">B</a>', { ctrlKey: true }],
  ['the middle button', '<a href="/b">B</a>', { button: 1 }],
])('%s does not leave the page', (_, html, init) => {
  press(html, init);
  expect(isLeaving()).toBe(false);
});

test('a press whose page never comes is forgotten', () => {
  const clock = jest.spyOn(performance, 'now').mockReturnValue(1000);
  press('<a href="/b">B</a>');
  expect(isLeaving()).toBe(true);
  clock.mockReturnValue(1000 + 10_001);
  expect(isLeaving()).toBe(false);
  clock.mockRestore();
});
