import fc from 'fast-check';
import { messageCounter, readMessage } from './frame-messages';

const box = {
  part: 'root', owner: 'button-1', tag: 'button', cell: null, within: null, text: 'Go', operated: true,
  x: 0, y: 0, width: 40, height: 24, padding: [1, 2, 3, 4], border: [0, 0, 0, 0], margin: [0, 0, 0, 0], gap: [0, 0],
  style: { color: 'rgb(0, 0, 0)' },
}; // prettier-ignore

// What the frame's own script sends (src/app/preview/script.ts), one of each kind.
test.each([
  { frame: 'ready' },
  { frame: 'beat' },
  { frame: 'size', height: 40, width: 200 },
  { frame: 'reveal', top: 12 },
  { frame: 'said', text: 'root left after 600 ms', left: true },
  { frame: 'traced', found: [['color of root', 2]] },
  { frame: 'measured', boxes: [box] },
  { frame: 'pick', placement: 'placement_1' },
  { frame: 'pick', cell: '3' },
  { frame: 'pick', part: 0 },
])('%j is read as it is', (message) => {
  expect(readMessage(message)).toEqual(message);
});

test.each([
  null,
  'ready',
  [],
  { frame: 'navigate', href: 'https://elsewhere.example' },
  { frame: 'size', height: '40', width: 200 },
  { frame: 'size', height: Number.POSITIVE_INFINITY, width: 200 },
  { frame: 'size', height: 40, width: Number.NaN },
  { frame: 'said', text: { toString: 1 } },
  { frame: 'said', text: 'x'.repeat(301) },
  { frame: 'traced', found: 'color' },
  { frame: 'measured', boxes: [{ ...box, x: null }] },
  { frame: 'measured', boxes: [{ ...box, style: { color: 1 } }] },
  { frame: 'measured', boxes: [{ ...box, padding: [0] }] },
  { frame: 'measured', boxes: Array.from({ length: 2001 }, () => box) },
  { frame: 'pick', part: 1.5 },
  { frame: 'pick', part: '0' },
])('%j is none', (message) => {
  expect(readMessage(message)).toBeUndefined();
});

test('whatever comes, reading throws nothing, and what is read is of a known kind', () => {
  fc.assert(
    fc.property(
      fc.record({
        frame: fc.constantFrom('ready', 'size', 'reveal', 'said', 'traced', 'measured', 'pick'),
        height: fc.anything(), top: fc.anything(), text: fc.anything(), left: fc.anything(), found: fc.anything(),
        boxes: fc.oneof(fc.anything(), fc.array(fc.anything())), placement: fc.anything(), cell: fc.anything(), part: fc.anything(),
      }),
      (data) => {
        const message = readMessage(data);
        if (!message) return;
        expect(message.frame).toBe(data.frame);
        // Nothing that was not asked for comes along.
        expect(Object.keys(message).length).toBeLessThanOrEqual(3);
      },
    ),
  ); // prettier-ignore
});

test('a flood is told from a specimen that is drawn again with every key', () => {
  const tooMany = messageCounter();
  // Five messages for each of 30 keys a second, for a minute.
  for (let i = 0; i < 9000; i++) expect(tooMany(i * (1000 / 150))).toBe(false);
  const flood = messageCounter();
  const answers = Array.from({ length: 1000 }, () => flood(5));
  expect(answers.indexOf(true)).toBe(200);
  expect(answers.slice(200).every(Boolean)).toBe(true);
});
