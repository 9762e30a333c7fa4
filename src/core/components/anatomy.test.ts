import fc from 'fast-check';
import { anatomyParts, anatomySvg, gapBoxes, paddingBoxes, ROOM } from './anatomy';
import { lookOf } from './code/code';
import { PART_CODES } from './code/registry';
import { distanceBetween, insets, partsOf, type MeasuredPart } from './measured';

const part = (more: Partial<MeasuredPart>): MeasuredPart => ({
  part: 'root', owner: 'own', cell: null, operated: false, text: '', tag: 'div', within: null,
  x: 0, y: 0, width: 200, height: 80, padding: [8, 16, 8, 16], border: [1, 1, 1, 1], margin: [0, 0, 0, 0], gap: [0, 0], style: {}, ...more,
}); // prettier-ignore
const side = fc.integer({ min: 0, max: 40 });
const box = fc
  .record({ x: side, y: side, width: fc.integer({ min: 100, max: 400 }), height: fc.integer({ min: 100, max: 400 }), padding: fc.tuple(side, side, side, side) })
  .map((one) => part(one)); // prettier-ignore

test('the strips of a padding fill what is between border and content, none over another', () => {
  fc.assert(
    fc.property(box, (one) => {
      const [top, right, bottom, left] = one.padding;
      const inner = [one.width - 2, one.height - 2] as const;
      const strips = paddingBoxes(one);
      const area = strips.reduce((sum, { width, height }) => sum + width * height, 0);
      expect(area).toBe(inner[0] * inner[1] - (inner[0] - left - right) * (inner[1] - top - bottom));
      for (const strip of strips)
        for (const inset of insets(strip, one)) expect(inset).toBeGreaterThanOrEqual(1);
    }),
  );
});

test('a distance is the same from either side, and 0 where boxes meet', () => {
  fc.assert(
    fc.property(box, box, (a, b) => {
      expect(distanceBetween(a, b)).toEqual(distanceBetween(b, a));
      expect(distanceBetween(a, a)).toEqual({ across: 0, down: 0 });
    }),
  );
  expect(distanceBetween(part({}), part({ x: 224, y: 90 }))).toEqual({ across: 24, down: 10 });
});

test('gaps are drawn where things stand side by side, and parts are named by what makes them so', () => {
  const inside = [part({ part: 'icon', x: 17, y: 9, width: 16, height: 16, within: 0 }), part({ part: 'label', x: 41, y: 9, width: 90, height: 20, within: 0 })]; // prettier-ignore
  expect(gapBoxes({ gap: [8, 8] }, inside)).toEqual([{ x: 33, y: 9, width: 8, height: 20 }]);
  const tokens: Record<string, string> = { 'root padding-inline': 'space.4', 'root padding': 'space.1', 'root gap': 'space.2', 'root min-height': 'size.1' }; // prettier-ignore
  const parts = anatomyParts(
    [part({ gap: [8, 8] }), ...inside],
    (name, property) => tokens[`${name} ${property}`],
  );
  expect(parts.map(({ number, part: name }) => [number, name])).toEqual([[1, 'root'], [2, 'icon'], [3, 'label']]); // prettier-ignore
  expect(parts[0]!.lengths).toEqual([
    { name: 'padding top', px: 8, token: 'space.1' },
    { name: 'padding right', px: 16, token: 'space.4' },
    { name: 'padding bottom', px: 8, token: 'space.1' },
    { name: 'padding left', px: 16, token: 'space.4' },
    { name: 'row gap', px: 8, token: 'space.2' },
    { name: 'column gap', px: 8, token: 'space.2' },
    { name: 'height', px: 80, token: 'size.1' },
  ]);
  expect(anatomySvg([part({ part: '<script>' }), ...inside], parts.slice(1), 'A <b> & "c"')).not.toMatch(
    /<script|<b>/,
  );
  // Parts of other components are left out, and what stands in them stands in what holds them.
  const mixed = [part({}), part({ owner: 'other', within: 0 }), part({ part: 'label', within: 1 })];
  expect(partsOf(mixed, 'own').map(({ part: name, within }) => [name, within])).toEqual([['root', null], ['label', 0]]); // prettier-ignore
});

test('what is not there is not measured, and a length is named after the most exact rule', () => {
  const bare = part({ padding: [0, 4, 0, 0], gap: [0, 6], width: 100.26, height: 40.04 });
  const lengths = (tokens: Record<string, string>) =>
    anatomyParts([bare, bare], (name, property) => tokens[`${name} ${property}`]).map((one) => one.lengths);
  expect(lengths({})).toEqual([[{ name: 'padding right', px: 4, token: null }, { name: 'column gap', px: 6, token: null }]]);
  const named = { 'root padding-right': 'a', 'root padding-inline': 'b', 'root padding': 'c', 'root column-gap': 'd', 'root gap': 'e', 'root max-width': 'f', 'root height': 'g', 'root min-height': 'h' };
  expect(lengths(named)[0]!.map(({ name, token }) => [name, token])).toEqual([['padding right', 'a'], ['column gap', 'd'], ['width', 'f'], ['height', 'g']]);
  expect(anatomyParts([bare], () => undefined)[0]!.size).toBe('100.3 × 40');
}); // prettier-ignore

test('every box is drawn where it was measured, what has no area not at all, and no number over another', () => {
  const root = part({ x: 10, y: 20, gap: [0, 8], border: [0, 0, 0, 0] });
  const inside = [
    part({ part: 'icon', x: 26, y: 28, width: 16, height: 16, within: 0, padding: [0, 0, 0, 0] }),
    part({ part: 'label', x: 50, y: 28, width: 90, height: 20, within: 0, padding: [0, 0, 0, 0] }),
    part({ part: 'gone', x: 50, y: 28, width: 0, height: 20, within: 0, padding: [0, 0, 0, 0] }),
  ];
  const parts = anatomyParts([root, ...inside], () => undefined);
  const svg = anatomySvg([root, ...inside], parts, 'Button');
  const attribute = (tag: string, name: string) => Number(new RegExp(` ${name}="([^"]*)"`).exec(tag)![1]);
  const rects = [...svg.matchAll(/<rect [^>]*>/g)].map(([tag]) => ({
    place: ['x', 'y', 'width', 'height'].map((name) => attribute(tag, name)),
    part: /data-part="(\w+)"/.exec(tag)?.[1] ?? /fill="([^"]*)"/.exec(tag)![1]!,
    dash: /dasharray="([^"]*)"/.exec(tag)?.[1],
  }));
  expect(rects.filter(({ dash }) => dash)).toEqual([
    { place: [ROOM.left, ROOM.top, 200, 80], part: 'root', dash: 'none' },
    { place: [ROOM.left + 16, ROOM.top + 8, 16, 16], part: 'icon', dash: '3 2' },
    { place: [ROOM.left + 40, ROOM.top + 8, 90, 20], part: 'label', dash: '3 2' },
  ]);
  // The four strips of the root's padding and the gap between icon and label.
  expect(rects.filter(({ dash }) => !dash).map(({ place }) => place)).toEqual([
    [34, 34, 200, 8], [218, 42, 16, 64], [34, 106, 200, 8], [34, 42, 16, 64], [66, 42, 8, 20],
  ]);
  const marks = [...svg.matchAll(/<circle cx="([\d.]+)" cy="13" r="9"/g)].map(([, x]) => Number(x));
  expect(marks).toHaveLength(4);
  marks.slice(1).forEach((x, i) => expect(x - marks[i]!).toBeGreaterThanOrEqual(22));
  expect([...svg.matchAll(/font-size="10" fill="#fff">(\d)</g)].map(([, number]) => number)).toEqual(['1', '2', '4', '3']);
  expect(svg).toContain(`width="${200 + ROOM.left + ROOM.right}" height="${80 + ROOM.top + ROOM.bottom}"`);
  expect(svg).toContain('<text x="134" y="132" text-anchor="middle" font-size="10" fill="#1c5d8c">200</text>');
  expect(svg).toContain('<text x="242" y="77.5" font-size="10" fill="#1c5d8c">80</text>');
  expect(anatomySvg([], [], '')).toBe('');
}); // prettier-ignore

test('gaps are drawn of the size said, across first, and nowhere else', () => {
  const at = (x: number, y: number) => part({ x, y, width: 10, height: 10 });
  expect(gapBoxes({ gap: [0, 0] }, [at(0, 0), at(10, 0)])).toEqual([]);
  expect(gapBoxes({ gap: [0, 5] }, [at(0, 0), at(15.5, 2)])).toEqual([{ x: 10, y: 0, width: 5.5, height: 12 }]);
  expect(gapBoxes({ gap: [0, 5] }, [at(0, 0), at(15.7, 0)])).toEqual([]);
  expect(gapBoxes({ gap: [5, 0] }, [at(0, 0), at(3, 15)])).toEqual([{ x: 0, y: 10, width: 13, height: 5 }]);
  expect(gapBoxes({ gap: [5, 0] }, [at(0, 0), at(15, 0)])).toEqual([]);
  expect(gapBoxes({ gap: [5, 6] }, [at(0, 0), at(16, 0), at(0, 15)])).toEqual([{ x: 10, y: 0, width: 6, height: 10 }, { x: 0, y: 10, width: 26, height: 5 }]);
}); // prettier-ignore

test('a part is written in other languages as it was measured', () => {
  const drawn = part({
    gap: [8, 8],
    style: { display: 'flex', 'background-color': 'rgb(0, 97, 126)', color: 'rgba(255, 255, 255, 0.5)', 'border-top-color': 'rgb(0, 0, 0)', 'border-top-left-radius': '4px', 'font-family': '"Archivo", sans-serif', 'font-size': '16px', 'font-weight': '600', 'line-height': '24px', opacity: '1' },
  }); // prettier-ignore
  const look = lookOf(drawn, (_, property) => (property === 'background-color' ? 'color.action' : undefined));
  const [swift, kotlin, xml] = PART_CODES.map(({ write }) => write(look)) as [string, string, string];
  expect(swift).toContain('.background(Color(red: 0, green: 0.38, blue: 0.49)) // color.action');
  expect(swift).toContain('.padding(EdgeInsets(top: 8, leading: 16, bottom: 8, trailing: 16))');
  expect(kotlin).toContain('.background(Color(0xFF00617E), RoundedCornerShape(4.dp)) // color.action');
  expect(kotlin).toContain('fontWeight = FontWeight(600)');
  expect(xml).toContain('android:paddingStart="16dp"');
  expect(xml).toContain('<solid android:color="#FF00617E" />');
});
