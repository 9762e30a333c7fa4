import fc from 'fast-check';
import { gridOverlay, SIDES, spacingSets } from '@/core/tokens/spacing-sets';
import { spacing } from '../queries/spacing';
import { demo, done, lens, newId, opened } from '@/testing/library';
import { addGridStep } from '@/editing/foundations/commands/add-grid-step';
import { addInset } from '@/editing/foundations/commands/add-inset';
import { INSET_FORMS, type InsetForm } from '@/editing/foundations/insets';
import { setUnder } from '@/editing/tokens/commands/set-under';

const library = opened(demo());
const read = (of = library) => spacing(of, { lens });

test('what sizes are for is read from names: spaces, insets, gaps, layout grids', () => {
  const view = read();
  expect(view.spaces.map(({ px }) => px)).toEqual([...view.spaces.map(({ px }) => px)].sort((a, b) => a - b));
  expect(view.insets.map(({ path, form }) => [path, form])).toEqual(
    expect.arrayContaining([
      ['inset.card', 'all sides'],
      ['inset.control', 'block and inline'],
      ['fare-card.inset', 'all sides'],
    ]),
  );
  const control = view.insets.find(({ path }) => path === 'inset.control')!;
  expect(SIDES.map((side) => control.sides[side].px)).toEqual([8, 16, 8, 16]);
  expect(view.gaps.map(({ path }) => path)).toContain('gap.tight');
  const sums = view.grids.map(({ path, steps }) => [
    path,
    steps.map(({ name, from, columns }) => [name, from, columns]),
  ]);
  expect(sums).toEqual([['grid', [['narrow', 0, 4], ['regular', 720, 8], ['wide', 1120, 12]]]]); // prettier-ignore
  // A divisor of every space, and no larger one is: the definition of the greatest common divisor.
  const off = (base: number) => view.spaces.filter(({ px }) => px % base !== 0).length;
  expect(off(view.base)).toBe(0);
  for (let base = view.base + 1; base <= 64; base++) expect(off(base)).toBeGreaterThan(0);
});

test('every form of an inset is added as its tokens, read back as that form, and follows what it refers to', () => {
  for (const form of Object.keys(INSET_FORMS) as InsetForm[]) {
    const values = INSET_FORMS[form].map((_, i) => (i === 0 ? '{space.4}' : `${i * 4}px`));
    const after = done(library, addInset(library, { path: 'inset.row', form, values }, newId));
    const [inset] = read(after).insets.filter(({ path }) => path === 'inset.row');
    expect(inset?.form).toBe(form);
    expect(inset!.sides['block-start'].px).toBe(16);
    const moved = done(after, setUnder(after, { path: 'space.4', when: {}, text: '18px' }, newId));
    expect(read(moved).insets.find(({ path }) => path === 'inset.row')!.sides['block-start'].px).toBe(18);
  }
  const refusals = [
    addInset(library, { path: 'inset.card', form: 'all sides', values: ['4px'] }, newId),
    addInset(library, { path: 'inset.{x}', form: 'all sides', values: ['4px'] }, newId),
    addInset(library, { path: 'inset.new', form: 'all sides', values: ['wide'] }, newId),
    addGridStep(library, { grid: 'grid', name: 'huge', from: '1600px', columns: '0', margin: '8px', gutter: '8px' }, newId),
    addGridStep(library, { grid: 'grid', name: 'huge', from: 'far', columns: '4', margin: '8px', gutter: '8px' }, newId),
  ]; // prettier-ignore
  expect(refusals.map((command) => 'problem' in command)).toEqual(refusals.map(() => true));
});

test('a step added to a layout grid stands in order of width, whatever order they were added in', () => {
  fc.assert(
    fc.property(
      fc.uniqueArray(fc.integer({ min: 1, max: 3000 }), { minLength: 1, maxLength: 5 }),
      (widths) => {
        let now = library;
        for (const from of widths)
        now = done(now, addGridStep(now, { grid: 'own', name: `w${from}`, from: `${from}px`, columns: '6', margin: '8px', gutter: '{space.2}' }, newId)); // prettier-ignore
        const grid = spacingSets(now.resolution, lens).grids.find(({ path }) => path === 'own')!;
        expect(grid.steps.map(({ from }) => from)).toEqual([...widths].sort((a, b) => a - b));
        expect(gridOverlay(grid).columns).toBe(6);
      },
    ),
    { numRuns: 10 },
  );
});
