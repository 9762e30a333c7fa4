import { documentOf } from '@/core/document/change-set';
import { demo, done, lens, newId, opened } from '@/testing/library';
import type { OpenLibrary } from '@/editing/session/open-library';
import { TEXT_ROLES } from '@/core/tokens/text-roles';
import { textStyles } from '../queries/text-styles';
import { setUnder } from '@/editing/tokens/commands/set-under';
import { addTextStyles } from '@/editing/foundations/commands/add-text-styles';
import { rolePreview } from '@/editing/foundations/role-styles';
import { setTextMember } from '@/editing/foundations/commands/set-text-member';
import { addToken } from '@/editing/tokens/commands/add-token';

const library = opened(demo());
const style = (of: OpenLibrary, path: string) =>
  textStyles(of, { lens }).styles.find((one) => one.path === path)!;

test('one member is set and all others are kept, as references where they were', () => {
  const before = style(library, 'text.body');
  const cases = [
    ['fontSize', '18px', 'font-size', '18px'],
    ['fontWeight', '600', 'font-weight', '600'],
    ['lineHeight', '1.4', 'line-height', '1.4'],
    ['letterSpacing', '0.5px', 'letter-spacing', '0.5px'],
    ['fontFamily', 'Tern Sans, serif', 'font-family', '"Tern Sans", serif'],
    ['fontSize', '{space.6}', 'font-size', '24px'],
  ] as const;
  for (const [member, text, property, css] of cases) {
    const after = style(
      done(library, setTextMember(library, { path: 'text.body', member, text, lens }, newId)),
      'text.body',
    );
    expect([property, after.css[property]]).toEqual([property, css]);
    expect({ ...after.css, [property]: '' }).toEqual({ ...before.css, [property]: '' });
    const others = (all: typeof after.members) => Object.entries(all).filter(([name]) => name !== member);
    expect(others(after.members)).toEqual(others(before.members));
  }
});

test('a line height typed as a length becomes its share of the size', () => {
  const size = Number.parseFloat(style(library, 'text.body').css['font-size']!) * (style(library, 'text.body').css['font-size']!.endsWith('rem') ? 16 : 1); // prettier-ignore
  const after = done(
    library,
    setTextMember(library, { path: 'text.body', member: 'lineHeight', text: '30px', lens }, newId),
  );
  expect(Number(style(after, 'text.body').css['line-height']) * size).toBeCloseTo(30, 2);
});

test('what is not a value, no text style or nobody’s token is refused in words', () => {
  const set = (path: string, text: string) =>
    setTextMember(library, { path, member: 'fontSize', text, lens }, newId);
  for (const [path, text] of [['text.body', 'large'], ['text.body', '{space.none}'], ['color.text.default', '16px'], ['text.none', '16px']] as const)
    expect([path, text, 'problem' in set(path, text)]).toEqual([path, text, true]);
}); // prettier-ignore

test('missing roles are made on a scale, and then none is missing', () => {
  const empty = opened(documentOf('new', 'library', []));
  const based = done(
    empty,
    addToken(empty, { path: 'font.family.text', type: 'fontFamily', text: 'Tern Sans' }, newId),
  );
  const { missing } = textStyles(based, { lens: {} });
  expect(missing).toEqual([...TEXT_ROLES]);
  const preview = rolePreview(based, { roles: missing, base: null, ratio: 1.25 });
  expect(preview.base).toBe(16);
  const made = done(based, addTextStyles(based, { roles: missing, base: 16, ratio: 1.25 }, newId));
  const view = textStyles(made, { lens: {} });
  expect(view.missing).toEqual([]);
  const size = (role: string) =>
    Number.parseFloat(view.styles.find((one) => one.role === role)!.css['font-size']!);
  // 16 × 1.25^n to whole px: the modular scale's definition.
  expect(['h6', 'h5', 'h4', 'h3', 'h2', 'h1'].map(size)).toEqual([16, 20, 25, 31, 39, 49]);
  for (const { css } of view.styles) {
    const line = Number.parseFloat(css['font-size']!) * Number(css['line-height']);
    expect(Math.abs(line - Math.round(line / 4) * 4)).toBeLessThan(0.02);
    expect(css['font-family']).toContain('Tern Sans');
  }
  expect(addTextStyles(made, { roles: ['h1'], base: 16, ratio: 1.25 }, newId)).toHaveProperty('problem');
  expect(addTextStyles(based, { roles: ['h1'], base: 16, ratio: 1 }, newId)).toHaveProperty('problem');
});

test('roles are made of the sizes that are there, as references, each a step from the body size', () => {
  const empty = opened(documentOf('new', 'library', []));
  const sizes = [12, 14, 16, 20, 24, 32, 40];
  const scaled = sizes.reduce(
    (of, px) => done(of, addToken(of, { path: `font.size.s${px}`, type: 'dimension', text: `${px}px` }, newId)),
    empty,
  );
  const preview = rolePreview(scaled, { roles: ['h1', 'h3', 'body regular', 'body small', 'label'], base: null, ratio: null });
  expect(preview.scale).toEqual({ group: 'font.size', sizes: 7 });
  expect(preview.styles.map(({ role, token }) => [role, token])).toEqual([
    // The largest there is, where the scale ends before the role does.
    ['h1', 'font.size.s40'],
    ['h3', 'font.size.s32'],
    ['body regular', 'font.size.s16'],
    ['body small', 'font.size.s14'],
    ['label', 'font.size.s14'],
  ]);
  const made = done(scaled, addTextStyles(scaled, { roles: ['h3'], base: 16, ratio: null }, newId));
  expect(style(made, 'text.h3').members.fontSize).toBe('{font.size.s32}');
  // Without a scale there is nothing to take sizes from.
  expect(rolePreview(empty, { roles: ['h1'], base: null, ratio: null }).scale).toBeNull();
  expect(addTextStyles(empty, { roles: ['h1'], base: 16, ratio: null }, newId)).toMatchObject({ problem: 'The library has no scale of text sizes' });
}); // prettier-ignore

test('what is changed through a lens is changed where that lens gets it from, and nowhere else', () => {
  const gannet = { brand: 'gannet', scheme: 'light' };
  const value = JSON.stringify({ fontFamily: ['Tern Sans'], fontSize: { value: 20, unit: 'px' }, fontWeight: 400, letterSpacing: { value: 0, unit: 'px' }, lineHeight: 1.5 }); // prettier-ignore
  const apart = done(
    library,
    setUnder(library, { path: 'text.body', when: { brand: 'gannet' }, text: value }, newId),
  );
  const size = (of: OpenLibrary, through: Record<string, string>) =>
    textStyles(of, { lens: through }).styles.find(({ path }) => path === 'text.body')!.css['font-size'];
  const set = (text: string, through: Record<string, string>) =>
    done(apart, setTextMember(apart, { path: 'text.body', member: 'fontSize', text, lens: through }, newId));
  expect([size(set('30px', gannet), gannet), size(set('30px', gannet), lens)]).toEqual([
    '30px',
    size(library, lens),
  ]);
  expect([size(set('30px', lens), gannet), size(set('30px', lens), lens)]).toEqual(['20px', '30px']);
});
