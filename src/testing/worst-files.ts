/** For tests and benchmarks: files made to keep a reader busy, each of a share of the size they were found at. */
const nested = (times: number, open: string, close: string, inside: string) =>
  open.repeat(times) + inside + close.repeat(times);
const tokens = (text: string) => ({ kind: 'tokens' as const, text });
const drawing = (inside: string) => ({
  kind: 'drawing' as const,
  text: `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 10">${inside}</svg>`,
});
const number = (value: number | string) => ({ $type: 'number', $value: value });
const named = (count: number, value: (i: number) => unknown) =>
  JSON.stringify(Object.fromEntries(Array.from({ length: count }, (_, i) => [`t${i}`, value(i)])));
const many = (most: number, share: number) => Math.round(most * share);

export const worstFiles: Record<string, (share: number) => { kind: 'tokens' | 'drawing'; text: string }> = {
  'values in values': (share) =>
    tokens(`{"a":{"$type":"color","$value":${nested(many(40_000, share), '{"$value":', '}', '1')}}}`),
  'lists in lists': (share) =>
    tokens(`{"a":{"$type":"number","$value":${nested(many(100_000, share), '[', ']', '1')}}}`),
  'groups in groups': (share) => tokens(nested(many(40_000, share), '{"a":', '}', JSON.stringify(number(1)))),
  'tokens side by side': (share) => tokens(named(many(13_500, share), number)),
  'a chain of aliases': (share) =>
    tokens(named(many(20_000, share), (i) => number(i === 0 ? 1 : `{t${i - 1}}`))),
  'a chain of aliases, backwards': (share) =>
    tokens(
      named(many(20_000, share), (i, last = many(20_000, share) - 1) =>
        number(i === last ? 1 : `{t${i + 1}}`),
      ),
    ),
  'empty groups': (share) => tokens(named(many(60_000, share), () => ({}))),
  'a path of many points': (share) =>
    drawing(`<path d="M0 0${' l1.123 2.456'.repeat(many(23_000, share))}"/>`),
  'paths side by side': (share) => drawing('<path d="M1 1l2 2"/>'.repeat(many(4800, share))),
  'tags that do not end': (share) => ({ kind: 'drawing', text: '<svg '.repeat(many(40_000, share)) }),
  'comments that do not end': (share) => drawing('<!--'.repeat(many(70_000, share))),
};
