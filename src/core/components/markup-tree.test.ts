import { parseFragment, type DefaultTreeAdapterTypes as Tree } from 'parse5';
import { readdirSync, readFileSync } from 'node:fs';
import fc from 'fast-check';
import { readMarkup, type MarkupNode } from './markup-tree';

type Plain = string | [tag: string, attributes: Record<string, string>, children: Plain[]];
const plain = (node: MarkupNode): Plain =>
  'text' in node
    ? node.text
    : [
        node.tag,
        Object.fromEntries(node.attributes.map(({ name, value }) => [name.toLowerCase(), value])),
        node.children.map(plain),
      ];
const ofParse5 = (node: Tree.ChildNode): Plain[] =>
  'tagName' in node
    ? [[node.tagName.toLowerCase(), Object.fromEntries(node.attrs.map(({ name, value }) => [name.toLowerCase(), value])), node.childNodes.flatMap(ofParse5)]]
    : node.nodeName === '#text'
      ? [(node as Tree.TextNode).value]
      : []; // prettier-ignore

// The reference: parse5, which follows HTML’s parsing algorithm (13.2.6).
test('well-formed templates are read as a browser reads them: those of the demo, and any of the same elements', () => {
  const templates = readdirSync('demo/keel').filter((name) => name.endsWith('.html'));
  expect(templates.length).toBeGreaterThan(10);
  for (const name of templates) {
    const text = readFileSync(`demo/keel/${name}`, 'utf8');
    const { nodes, problems } = readMarkup(text);
    expect([name, problems]).toEqual([name, []]);
    expect(nodes.map(plain)).toEqual(parseFragment(text).childNodes.flatMap(ofParse5));
  }
  const inline = fc.letrec<{ markup: string }>((tie) => ({
    markup: fc.oneof(
      { maxDepth: 4 },
      fc.constantFrom('words', ' &amp; more ', '<br>', '<input disabled>', '<svg viewBox="0 0 1 1"><path d="M0 0"/></svg>', '<!-- said -->'),
      fc.tuple(fc.constantFrom('div', 'span', 'section', 'em', 'strong'), fc.array(tie('markup'), { maxLength: 3 })).map(([tag, inside]) => `<${tag} part="x" title='a > b'>${inside.join('')}</${tag}>`),
      fc.array(fc.constantFrom('one', 'two'), { minLength: 1, maxLength: 3 }).map((items) => `<ul>${items.map((item) => `<li>${item}`).join('')}</ul>`),
    ),
  })).markup;
  fc.assert(
    fc.property(inline, (text) => {
      const { nodes, problems } = readMarkup(text);
      expect(problems).toEqual([]);
      expect(nodes.map(plain)).toEqual(parseFragment(text).childNodes.flatMap(ofParse5));
    }),
  );
}); // prettier-ignore

test.each([
  ['<div><span>x</div>', '<span> is not closed', 1, 6],
  ['<div>\n  <em>x\n</div>', '<em> is not closed', 2, 3],
  ['<div>', '<div> is not closed', 1, 1],
  ['<div></span></div>', '</span> closes nothing', 1, 6],
  ['<div></div>\n</div>', '</div> closes nothing', 2, 1],
  ['<span part="a"/><b>x</b>', '<span> is not closed', 1, 1],
  ['<div><span title="x</span></div>', 'A tag or comment does not end', 1, 33],
])('%j: %s', (text, message, line, column) => {
  expect(readMarkup(text).problems).toContainEqual(
    expect.objectContaining({ message, at: { line, column } }),
  );
});

test.each([
  ['a row at the root', '<tr part="root"><td>1</td><td>2</td></tr>', ['tr', ['td', 'td']]],
  ['a slot among rows', '<table><thead><tr><th>A</th></tr></thead><tbody><slot name="rows"></slot></tbody></table>', ['table', [['thead', [['tr', ['th']]]], ['tbody', ['slot']]]]],
  ['end tags left out', '<table><tbody><tr><td>1<td>2<tr><td>3</table>', ['table', [['tbody', [['tr', ['td', 'td']], ['tr', ['td']]]]]]],
])('%s stays where it is written', (_, text, shape) => {
  const shapeOf = (node: MarkupNode): unknown => {
    if ('text' in node) return undefined;
    const inside = node.children.map(shapeOf).filter((one) => one !== undefined);
    return inside.length > 0 ? [node.tag, inside] : node.tag;
  };
  const { nodes, problems } = readMarkup(text);
  expect([shapeOf(nodes[0]!), problems]).toEqual([shape, []]);
}); // prettier-ignore

test('no text keeps it from answering', () => {
  const piece = fc.constantFrom('<', '>', '/', '<div', '</div>', '<!--', '-->', '"', "'", '=', ' ', 'a', '<svg>', '<![CDATA[', '&#x', '<td>', '<li>');
  fc.assert(
    fc.property(fc.array(piece, { maxLength: 60 }), (pieces) => {
      const { problems } = readMarkup(pieces.join(''));
      for (const { at } of problems) expect(at.line).toBe(1);
    }),
  );
}); // prettier-ignore
