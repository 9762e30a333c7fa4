import fc from 'fast-check';
import { worstFiles } from '@/testing/worst-files';
import { cleanSvg, DrawingProblem } from './base/svg/svg';
import type { Json } from './base/json/json';
import { readJson } from './base/json/read';
import { documentOf } from './document/change-set';
import { importEdits } from './intake/import';
import { applyChangeSet } from './kinds/registry';
import { openTokens } from './tokens/open';
import { getMember, referencesIn } from './tokens/references';
import { Resolution } from './tokens/resolve';
import { tokenSystemOf } from './tokens/token-tree';

/** As a library takes a file in; what is found in reading and resolving. */
function taken(text: string) {
  const opened = openTokens('a.tokens.json', text, () => undefined);
  let n = 0;
  const { edits, findings } = importEdits(new Map(), opened, 'a.tokens.json', (prefix) => `${prefix}_${++n}`);
  const made = applyChangeSet(documentOf('d', 'library', []), { edits });
  if ('clashes' in made) throw new Error(made.clashes[0]!.message);
  const resolution = new Resolution(tokenSystemOf(made.document.items));
  return { resolution, findings: [...opened.findings, ...findings, ...resolution.findings()] };
}

// How long they take is measured by `npm run bench worst-files`; that they are answered at all is seen here.
test.each(Object.entries(worstFiles))('%s: each file is read, or refused in words', (_, make) => {
  const { kind, text } = make(1);
  if (kind === 'tokens') return expect(taken(text).resolution.paths.length).toBeLessThan(100_000);
  try {
    expect(cleanSvg(text, 'picture').svg).toContain('<svg');
  } catch (error) {
    expect(error).toBeInstanceOf(DrawingProblem);
  }
  return undefined;
});

test('groups that extend each other twice, thirty times over, are told and taken over as far as there is room', () => {
  const two = (i: number) => ({ x: { $extends: `{g${i}}` }, y: { $extends: `{g${i}}` } });
  const file = {
    g0: { a: { $type: 'number', $value: 1 } },
    ...Object.fromEntries(Array.from({ length: 30 }, (_, i) => [`g${i + 1}`, two(i)])),
  };
  const { resolution, findings } = taken(JSON.stringify(file));
  expect(resolution.value('g3.x.y.x.a', 0)?.value).toBe(1);
  expect(findings.filter(({ message }) => message.includes('$extends would make more than'))).toHaveLength(1);
});

test('where a reference stands is told however deep, and leads back to it', () => {
  const value = fc.letrec<{ value: unknown }>((tie) => ({
    value: fc.oneof(
      { maxDepth: 5 },
      fc.constantFrom('{a.b}', '{c}', 'text', 1, true, null),
      fc.array(tie('value'), { maxLength: 3 }),
      fc.dictionary(fc.constantFrom('x', 'y', 'z'), tie('value')),
    ),
  })).value;
  fc.assert(
    fc.property(value, (plain) => {
      const json = readJson(JSON.stringify(plain));
      const found = referencesIn(json);
      expect(found).toHaveLength(JSON.stringify(plain).split(/"\{(?:a\.b|c)\}"/).length - 1);
      for (const { place, text } of found)
        expect(place.reduce<Json | undefined>((at, name) => getMember(at!, name), json)).toBe(text);
    }),
  );
});

test.each([
  ['<svg viewBox="0 0 1 1"><path d="M0 0"', 'not well-formed'],
  ['<svg viewBox="0 0 1 1"><!-- <g> </svg>', 'not well-formed'],
  ['<svg viewBox="0 0 1 1"><g <g></svg>', 'not well-formed'],
  [`<svg viewBox="0 0 1 1">${'<g/>'.repeat(5001)}</svg>`, '5,002 elements'],
  [`<svg viewBox="0 0 1 1">${'<g>'.repeat(70)}</svg>`, 'nested more than 60 deep'],
])('%.40s… is refused', (text, message) => {
  expect(() => cleanSvg(text, 'picture')).toThrow(message);
});

test('what stands in values, comments and sections is no tag', () => {
  const text =
    '<?xml version="1.0"?><!DOCTYPE svg [<!ENTITY a "<g><g>">]><!-- <g><g --><svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 2 2"><desc><![CDATA[<g><g>]]></desc><title>1 > 0</title><path id="a>b" d="M0 0h2v2z"/></svg>';
  expect(cleanSvg(text, 'picture').svg).toContain('M0 0h2v2z');
});
