import { TextDecoder, TextEncoder } from 'node:util';
import '@testing-library/jest-dom';
import { notifications } from '@mantine/notifications';
import { configure } from '@testing-library/react';

configure({ asyncUtilTimeout: 30_000 });

/** What jsdom has not, and the interface asks for. */
class Observer {
  observe() {}
  unobserve() {}
  disconnect() {}
}
Object.assign(globalThis, {
  TextDecoder,
  TextEncoder,
  ResizeObserver: Observer,
  IntersectionObserver: Observer,
});
Object.defineProperty(window, 'matchMedia', {
  value: (query: string) => ({
    matches: false,
    media: query,
    addEventListener() {},
    removeEventListener() {},
    addListener() {},
    removeListener() {},
    dispatchEvent: () => false,
  }),
});
Element.prototype.scrollIntoView = () => undefined;
Element.prototype.scrollTo = () => undefined;
window.scrollTo = () => undefined;
window.scrollBy = () => undefined;
Object.assign(document, { fonts: { addEventListener() {}, removeEventListener() {}, add() {} } });
/*
 * No style sheet is loaded here, so that what an element computes to follows from its kind and what it says itself;
 * asked of jsdom each time, it is a fifth of the time of all tests.
 */
const computed = window.getComputedStyle.bind(window);
const known = new Map<string, CSSStyleDeclaration>();
window.getComputedStyle = (element, pseudo) => {
  const said = ['style', 'hidden', 'type', 'open', 'dir'].map((name) => element.getAttribute(name));
  const key = [element.namespaceURI, element.localName, pseudo, ...said].join('\n');
  const style = known.get(key) ?? computed(element, pseudo);
  known.set(key, style);
  return style;
};
/** What a label without `for` can be of: the first of these in it (HTML, 4.10.4). */
const LABELABLE = 'button, input:not([type=hidden]), meter, output, progress, select, textarea';
// jsdom looks through the whole document for the control of each label, and does so for each control whose name is asked for.
let labelled: { label: HTMLLabelElement; inside: Element | null }[] | undefined;
const changes = new MutationObserver(() => (labelled = undefined));
changes.observe(document, { subtree: true, childList: true, attributeFilter: ['for', 'type'] });
function labels(): NonNullable<typeof labelled> {
  if (changes.takeRecords().length > 0) labelled = undefined;
  return (labelled ??= [...document.querySelectorAll('label')].map((label) => ({
    label,
    inside: label.htmlFor === '' ? label.querySelector(LABELABLE) : null,
  })));
}
for (const { prototype } of [HTMLInputElement, HTMLSelectElement, HTMLTextAreaElement, HTMLButtonElement])
  Object.defineProperty(prototype, 'labels', {
    get(this: HTMLInputElement) {
      if (this.type === 'hidden') return null;
      return labels()
        .filter(({ label, inside }) => (label.htmlFor === '' ? inside === this : label.htmlFor === this.id))
        .map(({ label }) => label);
    },
  });
// Editors measure their text; here nothing has a size.
Range.prototype.getClientRects = () => [] as unknown as DOMRectList;
Range.prototype.getBoundingClientRect = () =>
  ({ top: 0, left: 0, right: 0, bottom: 0, width: 0, height: 0 }) as DOMRect;
// No test reaches a server; one that needs answers brings its own (`serve`).
beforeEach(
  () =>
    void Object.assign(globalThis, { fetch: () => Promise.reject(new TypeError('There is no server here')) }),
);

// What a test typed and did not save is no draft of the next, and what it was told is not told again.
afterEach(() => {
  sessionStorage.clear();
  notifications.clean();
});
