import '@testing-library/jest-dom';
import { configure } from '@testing-library/react';

configure({ asyncUtilTimeout: 10_000 });
jest.setTimeout(60_000);

/** What jsdom has not, and the interface asks for. */
class Observer {
  observe() {}
  unobserve() {}
  disconnect() {}
}
Object.assign(globalThis, { ResizeObserver: Observer, IntersectionObserver: Observer });
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
