import { HtmlValidate } from 'html-validate';
import { itemsOf } from '../document/item';
import { effectiveLibrary } from '../library/effective';
import { OUTPUTS } from '../outputs/registry';
import { Resolution } from '../tokens/resolve';
import { demo } from '@/testing/library';
import { guideSite } from './site';

/** Rules of the HTML standard, held by a validator that shares no code with what writes the pages. */
const validator = new HtmlValidate({
  extends: ['html-validate:standard', 'html-validate:document'],
  // Sheets lie beside their page; a component's heading has the rank it has where the component stands.
  rules: { 'require-sri': ['error', { target: 'crossorigin' }], 'heading-level': 'off' },
});
const problems = (name: string, text: string) =>
  validator
    .validateStringSync(text)
    .results.flatMap(({ messages }) => messages.map(({ ruleId, message, line }) => `${name}:${line} ${ruleId}: ${message}`)); // prettier-ignore
const { authored, system } = effectiveLibrary([{ name: '', version: '', items: demo().items }]);
const resolution = new Resolution(system);

test('the validator finds what is wrong', () => {
  expect(problems('a.html', '<!doctype html><html lang="en"><head><title>A</title></head><body><p><div></div></p></body></html>').length).toBeGreaterThan(0); // prettier-ignore
});

test('every page of published guides is valid HTML', () => {
  const pages =
    guideSite({ items: authored, resolution, name: 'Keel', version: '1.1.0', versions: [{ version: '1.1.0', address: '1.1.0' }] }) // prettier-ignore
      .filter(({ name }) => name.endsWith('.html'));
  expect(pages.length).toBeGreaterThan(4);
  expect(pages.flatMap(({ name, text }) => problems(name, text))).toEqual([]);
});

test('every page of components delivered in HTML is valid HTML', () => {
  const { files } = OUTPUTS.get('html')!.write({ resolution, components: itemsOf(authored, 'component'), items: authored, authored: () => [] }); // prettier-ignore
  const pages = files.filter(({ name }) => name.endsWith('.html'));
  expect(pages.length).toBeGreaterThan(10);
  expect(pages.flatMap(({ name, text }) => problems(name, text))).toEqual([]);
});
