import { SharedStream } from './shared-stream';

/** Web Locks as the specification says of exclusive ones: held until the promise settles, then the next in turn. */
class Locks {
  private readonly waiting = new Map<string, (() => Promise<unknown>)[]>();
  request(name: string, { signal }: { signal: AbortSignal }, hold: () => Promise<unknown>): Promise<unknown> {
    const queue = this.waiting.get(name) ?? [];
    this.waiting.set(name, queue);
    return new Promise((resolve, reject) => {
      const run = () =>
        hold().finally(() => {
          queue.shift();
          void queue[0]?.();
          resolve(undefined);
        });
      queue.push(run);
      signal.addEventListener('abort', () => {
        if (queue[0] === run || !queue.includes(run)) return;
        queue.splice(queue.indexOf(run), 1);
        reject(signal.reason);
      });
      if (queue.length === 1) queueMicrotask(() => void run());
    });
  }
}

class Source {
  static readonly OPEN = 1;
  static all: Source[] = [];
  readyState = 0;
  closed = false;
  onopen?: () => void;
  onerror?: () => void;
  onmessage?: (message: { data: string }) => void;
  constructor(readonly address: string) {
    Source.all.push(this);
  }
  close(): void {
    this.closed = true;
  }
  opens(): void {
    this.readyState = 1;
    this.onopen?.();
  }
}
const present = () => Source.all.filter((source) => !source.closed);
const settle = () => new Promise((resolve) => setTimeout(resolve, 20));

let open: SharedStream[];
beforeEach(() => {
  open = [];
  Source.all = [];
  Object.assign(globalThis, { EventSource: Source });
  Object.defineProperty(globalThis, 'navigator', { value: { locks: new Locks() }, configurable: true });
});
afterEach(() => open.forEach((stream) => stream.close()));

function tab(name = 'changes of lib for me', since = 0) {
  const heard: string[] = [];
  const stream = new SharedStream(name, () => `events?since=${since}`, {
    message: (data) => heard.push(data),
    open: () => heard.push('open'),
    error: () => heard.push('error'),
  });
  open.push(stream);
  return { stream, heard };
}

test('tabs of one name follow one stream, and each hears all of it', async () => {
  const tabs = [tab(), tab(), tab()];
  const other = tab('changes of lib for somebody else');
  await settle();
  expect(present()).toHaveLength(2);
  const [source] = present() as [Source];
  source.opens();
  source.onmessage!({ data: 'one' });
  source.onerror!();
  await settle();
  for (const { heard } of tabs) expect(heard.filter((what) => what !== 'error')).toEqual(['open', 'one']);
  for (const { heard } of tabs) expect(heard.at(-1)).toBe('error');
  expect(other.heard).not.toContain('one');
});

test('who comes later is told how the stream stands', async () => {
  tab();
  await settle();
  present()[0]!.opens();
  const late = tab();
  await settle();
  expect(late.heard).toEqual(['open']);
  expect(present()).toHaveLength(1);
});

test('when the tab that holds it closes the next goes on from where it stands itself', async () => {
  const first = tab('n', 3);
  const second = tab('n', 7);
  const third = tab('n', 8);
  await settle();
  expect(present().map(({ address }) => address)).toEqual(['events?since=3']);
  third.stream.close();
  first.stream.close();
  await settle();
  expect(present().map(({ address }) => address)).toEqual(['events?since=7']);
  present()[0]!.opens();
  present()[0]!.onmessage!({ data: 'two' });
  await settle();
  expect(second.heard.slice(-2)).toEqual(['open', 'two']);
  expect([first.heard, third.heard].flat()).not.toContain('two');
});

test('without locks each tab has a stream of its own', async () => {
  Object.defineProperty(globalThis, 'navigator', { value: {}, configurable: true });
  const tabs = [tab(), tab()];
  expect(present()).toHaveLength(2);
  present()[1]!.onmessage!({ data: 'own' });
  await settle();
  expect(tabs.map(({ heard }) => heard)).toEqual([[], ['own']]);
});
