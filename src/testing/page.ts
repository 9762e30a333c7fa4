import { parse, type DefaultTreeAdapterMap } from 'parse5';

type Element = DefaultTreeAdapterMap['element'];

/** Every element of a page, in the order of the document. */
export function elementsOf(page: string): Element[] {
  const found: Element[] = [];
  const walk = (node: DefaultTreeAdapterMap['node']) => {
    if ('tagName' in node) found.push(node);
    if ('childNodes' in node) node.childNodes.forEach(walk);
  };
  walk(parse(page));
  return found;
}

export const attribute = (element: Element, name: string): string | undefined =>
  element.attrs.find((one) => one.name === name)?.value;
