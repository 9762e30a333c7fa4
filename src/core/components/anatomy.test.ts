import fc from 'fast-check';
import { anatomyParts, anatomySvg, gapBoxes, paddingBoxes } from './anatomy';
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
