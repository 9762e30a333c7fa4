import { mkdtempSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { buildSync } from 'esbuild';
import { JSDOM } from 'jsdom';
import { parseFragment, serialize, type DefaultTreeAdapterTypes } from 'parse5';
import ts from 'typescript';
import type { ComponentDefinition } from '../components/definition';
import { componentClass } from '../components/compile';
import { isAllowed } from '../components/combinations';
import { defaultProps } from '../components/condition';
import { pascal, signatureOf } from '../components/delivered/signature';
import { renderNested } from '../components/nested';
import { itemsOf, ordered } from '../document/item';
import { effectiveLibrary } from '../library/effective';
import { Resolution } from '../tokens/resolve';
import { demo } from '@/testing/library';
import { elements } from './elements';
import { react } from './react-components';

const items = demo().items;
const { authored, system } = effectiveLibrary([{ name: '', version: '', items }]);
const resolution = new Resolution(system);
const components = itemsOf(authored, 'component');
const offered = components.filter(({ visibility }) => visibility !== 'internal');
const write = (output: typeof react, more: object = {}) =>
  output.write({ resolution, components, items: authored, authored: () => [], ...more });

// Beside the packages, so that what is delivered finds React.
const folder = mkdtempSync(path.join('node_modules', '.delivered-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const put = (files: readonly { name: string; text: string }[], below: string) => {
  for (const { name, text } of files) {
    mkdirSync(path.dirname(path.join(folder, below, name)), { recursive: true });
    writeFileSync(path.join(folder, below, name), text);
  }
};

/** A component by default, and with each choice, flag and state of its own that is allowed. */
const examples = offered.flatMap((component) => {
  const standard = defaultProps(component);
  const signature = signatureOf(component)!;
  const all = [{ props: standard, states: [] as string[] }];
  for (const { name, kind, values } of ordered(component.props)) {
    const others = kind === 'choice' ? values : kind === 'flag' ? ['true', ''] : kind === 'text' ? ['<b>&"\'', ''] : []; // prettier-ignore
    for (const value of others) all.push({ props: { ...standard, [name]: value }, states: [] });
  }
  for (const { name } of signature.states) all.push({ props: standard, states: [name] });
  return all
    .filter((combination) => isAllowed(component, combination))
    .map((combination) => ({ component, combination }));
});

/** Markup as a tree: attributes sorted, white space as it is drawn, what differs only in how it is written the same. */
function tidy(html: string): string {
  const fragment = parseFragment(html);
  const walk = (node: DefaultTreeAdapterTypes.ParentNode) => {
    for (const child of [...node.childNodes]) {
      if (child.nodeName === '#comment') node.childNodes.splice(node.childNodes.indexOf(child), 1);
      if ('value' in child) child.value = child.value.replace(/\s+/g, ' ');
      if ('attrs' in child)
        child.attrs = child.attrs
          .map(({ name, value }) => ({ name: name.toLowerCase(), value: value.replace(/;$/, '') }))
          .sort((a, b) => (a.name < b.name ? -1 : 1));
      if ('childNodes' in child) walk(child);
    }
    // White space between rows of a table, and at the ends, is not drawn.
    node.childNodes = node.childNodes.filter((child) => !('value' in child) || child.value.trim() !== '');
  };
  walk(fragment);
  return serialize(fragment);
}
const ours = (
  component: ComponentDefinition,
  combination: { props: Record<string, string>; states: string[] },
) =>
  // prettier-ignore
  tidy(renderNested(component, authored, { ...combination, inside: true }));

describe('components in React', () => {
  const { files, findings } = write(react);
  put(files, 'react');

  test('draw what the library draws, in every example', async () => {
    const calls = examples.map(({ component, combination }) => {
      const signature = signatureOf(component)!;
      const props = signature.props.flatMap(
        ({ name, kind, code }) =>
        kind === 'slot'
          ? []
          : [`${code}: ${kind === 'flag' ? combination.props[name] === 'true' : JSON.stringify(combination.props[name])}`], // prettier-ignore
      );
      const states = signature.states.map(({ name, code }) => `${code}: ${combination.states.includes(name)}`); // prettier-ignore
      return `render(createElement(all.${pascal(component.name)}, { ${[...props, ...states].join(', ')} }))`;
    });
    put([{ name: 'run.tsx', text: `import { createElement } from 'react';\nimport { renderToStaticMarkup as render } from 'react-dom/server';\nimport * as all from './index';\nexport const drawn = [${calls.join(',\n')}];\n` }], 'react'); // prettier-ignore
    const out = path.join(folder, 'react', 'run.cjs');
    buildSync({ entryPoints: [path.join(folder, 'react', 'run.tsx')], outfile: out, bundle: true, platform: 'node', format: 'cjs', jsx: 'automatic', loader: { '.css': 'empty' }, external: ['react', 'react-dom'], logLevel: 'silent' }); // prettier-ignore
    const { drawn } = (await import(path.resolve(out))) as { drawn: string[] };
    expect(drawn.length).toBeGreaterThan(60);
    drawn.forEach((html, i) => {
      const { component, combination } = examples[i]!;
      expect([component.name, combination.states, tidy(html)]).toEqual([component.name, combination.states, ours(component, combination)]); // prettier-ignore
    });
  });

  test('TypeScript accepts them, strictly, and refuses a value that a choice does not have', () => {
    const use = `import { Button } from './index';\nexport const right = <Button tone="quiet" label="A" onClick={() => undefined} className="x" />;\n// @ts-expect-error No such tone.\nexport const wrong = <Button tone="loud" />;\n`;
    put([{ name: 'use.tsx', text: use }, { name: 'css.d.ts', text: "declare module '*.css';\n" }], 'react'); // prettier-ignore
    const program = ts.createProgram(['index.ts', 'use.tsx', 'css.d.ts'].map((name) => path.join(folder, 'react', name)), {
      strict: true, noEmit: true, skipLibCheck: true, noUnusedLocals: true, noUncheckedIndexedAccess: true,
      jsx: ts.JsxEmit.ReactJSX, module: ts.ModuleKind.ESNext, moduleResolution: ts.ModuleResolutionKind.Bundler,
      target: ts.ScriptTarget.ES2022, types: [],
    }); // prettier-ignore
    const problems = ts
      .getPreEmitDiagnostics(program)
      .map(({ file, messageText }) => `${path.basename(file?.fileName ?? '')}: ${ts.flattenDiagnosticMessageText(messageText, ' ')}`); // prettier-ignore
    expect(problems).toEqual([]);
  });

  test('go with a sheet each, and say what is left out', () => {
    const names = new Set(files.map(({ name }) => name));
    for (const { name } of offered) expect([name, names.has(`components/${name}.css`)]).toEqual([name, true]);
    expect(findings.filter(({ level }) => level !== 'note')).toEqual([]);
  });
});

describe('custom elements', () => {
  const { files } = write(elements, { prefix: 'keel' });
  put(files, 'elements');
  const window = () => {
    const out = path.join(folder, 'elements', 'run.js');
    buildSync({ entryPoints: [path.join(folder, 'elements', 'index.js')], outfile: out, bundle: true, format: 'iife', logLevel: 'silent' }); // prettier-ignore
    const dom = new JSDOM('<!doctype html><body></body>', { runScripts: 'outside-only' });
    dom.window.eval(readFileSync(out, 'utf8'));
    return dom.window;
  };

  test('draw what the library draws, in every example', () => {
    const { document } = window();
    for (const { component, combination } of examples) {
      const element = document.createElement(`keel-${component.name}`);
      const { props, states } = signatureOf(component)!;
      for (const { name, kind } of props) {
        const value = combination.props[name] ?? '';
        if (kind === 'flag') element.setAttribute(name, value === 'true' ? '' : 'false');
        else if (kind !== 'slot') element.setAttribute(name, value);
      }
      for (const { name } of states) element.toggleAttribute(name, combination.states.includes(name));
      document.body.append(element);
      expect([component.name, combination.states, tidy(element.innerHTML)]).toEqual([component.name, combination.states, ours(component, combination)]); // prettier-ignore
      element.remove();
    }
  });

  test('take what stands in them into their slots, keep it when they change, and escape what attributes say', () => {
    const { document } = window();
    document.body.innerHTML = '<keel-button tone="quiet"><em id="own">Go</em></keel-button>';
    const element = document.querySelector('keel-button')!;
    const own = document.getElementById('own')!;
    expect([element.querySelector('[part~="root"]')!.getAttribute('data-tone'), own.closest('[part~="label"]') !== null]).toEqual(['quiet', true]); // prettier-ignore
    element.setAttribute('tone', 'danger');
    expect(element.querySelector('[part~="root"]')!.getAttribute('data-tone')).toBe('danger');
    expect(document.getElementById('own')).toBe(own);
    document.body.innerHTML = '<keel-button label="<img src=x onerror=1>"></keel-button>';
    expect(document.querySelector('img')).toBeNull();
    expect(document.body.textContent).toContain('<img');
  });
});

test('a class is another only where what is drawn is', () => {
  const button = components.find(({ name }) => name === 'button')!;
  const [id, rule] = Object.entries(button.entries).find(([, entry]) => entry.kind === 'rule')!;
  const told = { ...button, description: 'x', entries: { ...button.entries, [id]: { ...rule, comment: 'x' } } } as ComponentDefinition; // prettier-ignore
  expect(componentClass(told)).toBe(componentClass(button));
  const other = { ...button, entries: { ...button.entries, [id]: { ...rule, declarations: [] } } } as ComponentDefinition; // prettier-ignore
  expect(componentClass(other)).not.toBe(componentClass(button));
});
