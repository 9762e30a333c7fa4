import { lexer, parse, walk, type Declaration } from 'css-tree';
import { itemsOf } from '../document/item';
import { tokenSystemOf } from '../tokens/token-tree';
import { hyphenated } from '../tokens/naming';
import { cssText } from '../tokens/css-text';
import { typeOf } from '../tokens/normalise';
import { Resolution } from '../tokens/resolve';
import { demo } from '@/testing/library';
import { compileCss } from './compile';

const { items } = demo();
const resolution = new Resolution(tokenSystemOf(items));

/** The values of a context's custom properties, by name. */
function customProperties(context: number): Map<string, string> {
  const found = new Map<string, string>();
  for (const path of resolution.paths) {
    const resolved = resolution.value(path, context);
    const text = resolved && cssText(resolved);
    if (typeof text === 'string') found.set(`--${hyphenated(path)}`, text);
    else
      for (const [longhand, value] of Object.entries(text ?? {}))
        found.set(`--${hyphenated(path)}-${longhand}`, value);
  }
  return found;
}

// The lexer of css-tree knows the grammar of every property, from the specifications by way of MDN's data.
test.each(itemsOf(items, 'component').map((component) => [component.name, component] as const))(
  'the compiled style of %s is CSS to css-tree’s lexer, under every context',
  (_, component) => {
    const css = compileCss(component, items, (path) => typeOf(resolution, path));
    const errors: string[] = [];
    let count = 0;
    resolution.contexts.forEach((__, context) => {
      const values = customProperties(context);
      const resolved = css.replace(/var\((--[\w-]+)\)/g, (whole, name: string) => values.get(name) ?? whole);
      const tree = parse(resolved, { onParseError: (error) => errors.push(error.message) });
      walk(tree, {
        visit: 'Declaration',
        enter(node: Declaration) {
          count++;
          const { error } = lexer.matchProperty(node.property, node.value);
          if (error) errors.push(`${node.property}: ${error.message}`);
        },
      });
    });
    expect(errors).toEqual([]);
    expect(count).toBeGreaterThan(10);
    // Order alone decides between rules: no selector weighs anything (MODEL, Style).
    const rules = css.slice(
      css.indexOf('@layer rules'),
      css.indexOf('@layer kept') < 0 ? css.length : css.indexOf('@layer kept'),
    );
    for (const line of rules.split('\n').filter((text) => text.endsWith(' {') && !text.startsWith('@')))
      expect(line).toMatch(/^:where\(.*\) \{$/);
  },
);
