import fc from 'fast-check';
import type { Behaviour, StyleSheetItem } from './definition';
import { itemsOf, type Item } from '../document/item';
import { demo } from '@/testing/library';
import { behaviourText, msOf } from './behaviour';
import { CONTENTS, renderContents } from './contents';
import { plainName } from './plain-name';
import { librarySheet } from './style-sheets';

const { items } = demo();
test('long, short and empty contents change what is said, and nothing else about a component', () => {
  for (const component of itemsOf(items, 'component')) {
    /** What the root says of its props. */
    const said = (html: string) => html.slice(0, html.indexOf('>')).match(/data-[a-z-]+(="[^"]*")?/g);
    const drawn = new Map(CONTENTS.map((one) => [one, renderContents(component, items, one, {})]));
    for (const html of drawn.values()) expect(said(html)).toEqual(said(drawn.get('default')!));
    const texts = Object.values(component.props).filter(({ kind }) => kind === 'text').length;
    if (texts > 0) expect(drawn.get('long')!.length).toBeGreaterThan(drawn.get('empty')!.length);
  }
}); // prettier-ignore

test.each([
  ['200ms', 200],
  ['0.2s', 200],
  ['.5s', 500],
  ['2', undefined],
  ['2em', undefined],
  ['', undefined],
])('%s lasts %s ms', (text, ms) => {
  expect(msOf(text)).toBe(ms);
});

const BEHAVIOURS: [Behaviour, string][] = [
  [{ order: 'a', part: 'root', text: '', kind: 'timed', state: '', after: { raw: '5s' }, does: 'leave' }, 'Once root is shown, after 5s it leaves by itself'],
  [{ order: 'a', part: 'mark', text: '', kind: 'timed', state: 'hover', after: { raw: '1s' }, does: 'rest' }, 'Once mark is hover, after 1s it goes back to rest'],
  [{ order: 'a', part: 'mark', text: '', kind: 'timed', state: '', after: { raw: '1s' }, does: 'checked' }, 'Once mark is shown, after 1s it becomes checked'],
  [{ order: 'a', part: 'close', text: '', kind: 'event', name: 'dismissed', on: 'click' }, 'On click of close it sends the event dismissed'],
  [{ order: 'a', part: 'root', text: 'x', kind: 'note' }, 'Note on the component'],
]; // prettier-ignore
test.each(BEHAVIOURS)('a behaviour is a sentence: %#', (behaviour, words) => {
  expect(behaviourText(behaviour, (value) => ('raw' in value ? value.raw : value.token.path))).toBe(words);
});

test('style sheets of a library stand beneath components, in their order', () => {
  const sheet = (id: string, order: string, css: string): StyleSheetItem => ({ id, kind: 'styleSheet', name: `${id}.css`, order, css }); // prettier-ignore
  const both = new Map<string, Item>([
    ['b', sheet('b', 'a1', 'p { margin: 2px }')],
    ['a', sheet('a', 'a0', 'p { margin: 1px }')],
  ]);
  const text = librarySheet(both);
  expect(text).toContain('@layer library');
  expect(text.indexOf('1px')).toBeLessThan(text.indexOf('2px'));
  expect(librarySheet(new Map())).toBe('');
});

test('what other programs call things becomes a name that can be used here, whatever it was', () => {
  fc.assert(
    fc.property(fc.string({ maxLength: 100 }), (text) => {
      expect(plainName(text, 'piece')).toMatch(/^[a-z][a-zA-Z0-9-]*$/);
    }),
  );
  expect([plainName('Navigation Title', 'x'), plainName('btn--Primary', 'x'), plainName('42', 'piece')]).toEqual(
    ['navigation-title', 'btn-primary', expect.stringMatching(/^piece/)],
  ); // prettier-ignore
});
