import { expect, type Page } from '@playwright/test';
import fc from 'fast-check';
import { anatomyParts, anatomySvg } from '@/core/components/anatomy';
import { combinationsOf } from '@/core/components/combinations';
import { componentClass } from '@/core/components/compile';
import { affectedProperties } from '@/core/components/passthrough-css';
import { cellChecks } from '@/core/components/matrix';
import { lengthText, partsOf, type MeasuredPart } from '@/core/components/measured';
import { CONTRAST_PROPERTIES, drawnContrast } from '@/core/components/measured-contrast';
import { renderNested } from '@/core/components/nested';
import type { ComponentDefinition } from '@/core/components/definition';
import { itemsOf, type Item } from '@/core/document/item';
import { tokenSystemOf } from '@/core/tokens/token-tree';
import { contextAttributes } from '@/core/products/screen';
import { pageStyles } from '@/core/outputs/page-styles';
import { Resolution } from '@/core/tokens/resolve';
import { enterAs, test } from './support';

/** The demo library as the server has it, and a page that is a specimen's frame by itself, with its own script. */
async function open(page: Page) {
  await enterAs(page, 'Marit Fenwick');
  const opened = (await (await page.request.get('/api/v1/libraries/keel')).json()) as { items: Item[] };
  const items = new Map(opened.items.map((item) => [item.id, item]));
  const frame = await page.context().newPage();
  await frame.goto('/preview');
  let number = 0;
  const draw = (html: string, css: string, attributes: Record<string, string>): Promise<MeasuredPart[]> =>
    frame.evaluate(
      (message) =>
        new Promise<MeasuredPart[]>((resolve) => {
          const hear = ({ data }: MessageEvent) => {
            if (data.frame !== 'measured' || data.number !== message.number) return;
            window.removeEventListener('message', hear);
            resolve(data.boxes);
          };
          window.addEventListener('message', hear);
          window.postMessage(message, '*');
        }),
      {
        kind: 'draw',
        number: ++number,
        html,
        css: `${css}*{transition:none!important}`,
        attributes,
        backdrop: '#ffffff',
        measure: CONTRAST_PROPERTIES,
      },
    );
  return { items, resolution: new Resolution(tokenSystemOf(items)), frame, draw };
}
const WHITE = { r: 1, g: 1, b: 1, alpha: 1 };

test('contrasts as Chromium draws them are what the core says, in every combination and context, pieces in slots too', async ({
  page,
}) => {
  test.setTimeout(240_000);
  const { items, resolution, draw } = await open(page);
  const owners = new Map(itemsOf(items, 'component').map((one) => [one.name, componentClass(one)]));
  let compared = 0;
  for (const component of itemsOf(items, 'component')) {
    const cells = combinationsOf(component);
    const css = pageStyles(items, resolution, [component]);
    /** By cell, part and kind: the lowest contrast drawn over all contexts. */
    const lowest = new Map<string, number>();
    const known = cells.map((cell) =>
      cellChecks(component, items, resolution, cell, () => WHITE).filter(({ ratio }) => ratio !== undefined),
    );
    for (const context of resolution.contexts) {
      const html = cells
        .map(
          (cell, i) => `<div data-cell="${i}">${renderNested(component, items, { ...cell, context })}</div>`,
        )
        .join('');
      const boxes = await draw(html, css, contextAttributes(context));
      known.forEach((checks, cell) => {
        for (const { part, kind } of checks) {
          const [inner, of = component.name] = part.split(' of ') as [string, string?];
          boxes.forEach((box, at) => {
            if (box.cell !== String(cell) || box.part !== inner || box.owner !== owners.get(of)) return;
            const { ratio } = drawnContrast(boxes, at, kind, WHITE) ?? {};
            const key = `${cell} ${kind} ${part}`;
            if (ratio !== undefined) lowest.set(key, Math.min(lowest.get(key) ?? Infinity, ratio));
          });
        }
      });
    }
    const wrong: string[] = [];
    known.forEach((checks, cell) => {
      for (const { part, kind, ratio } of checks) {
        const drawn = lowest.get(`${cell} ${kind} ${part}`);
        // What a combination does not fill is not there to be drawn.
        if (drawn === undefined) continue;
        compared++;
        if (Math.abs(drawn - ratio!) > 0.01) wrong.push(`${cell} ${kind} of ${part}: ${drawn}, not ${ratio}`);
      }
    });
    expect([component.name, wrong.slice(0, 10)]).toEqual([component.name, []]);
  }
  expect(compared).toBeGreaterThan(200);
});

test('the anatomy of every component is what getBoundingClientRect says', async ({ page }) => {
  const { items, resolution, frame, draw } = await open(page);
  const [context] = resolution.contexts;
  for (const component of itemsOf(items, 'component')) {
    const css = pageStyles(items, resolution, [component]);
    const html = renderNested(component, items, { context: context! });
    const own = partsOf(await draw(html, css, contextAttributes(context!)), componentClass(component));
    const parts = anatomyParts(own, () => undefined);
    const svg = anatomySvg(own, parts, component.name);
    const drawn = [...svg.matchAll(/<rect x="([-\d.]+)" y="([-\d.]+)" width="([\d.]+)" height="([\d.]+)"[^>]*data-part="([^"]+)"/g)]; // prettier-ignore
    const real = await frame.evaluate(
      (owner) =>
        [...document.querySelectorAll(`.${owner}`)].map((one) => {
          const { x, y, width, height } = one.getBoundingClientRect();
          return { part: one.getAttribute('part')!, x, y, width, height };
        }),
      componentClass(component),
    );
    const [root] = real;
    const [first] = drawn;
    expect(parts.length).toBeGreaterThan(0);
    const boxes = real.filter(({ width, height }) => width > 0 && height > 0);
    expect(drawn.map(([, , , width, height, part]) => [part, width, height])).toEqual(
      boxes.map((box) => [box.part, lengthText(box.width), lengthText(box.height)]),
    );
    // Written with one decimal.
    drawn.forEach(([, x, y], i) => {
      const off = [+x! - +first![1]! - (boxes[i]!.x - root!.x), +y! - +first![2]! - (boxes[i]!.y - root!.y)];
      expect(Math.max(...off.map(Math.abs))).toBeLessThan(0.11);
    });
  }
});

// The definition of reach held against the browser: nothing that kept CSS changes may be missing from what it is said to reach.
test('all that kept CSS changes in Chromium is among what it is said to reach', async ({ page }) => {
  const { items, resolution, frame, draw } = await open(page);
  const button = itemsOf(items, 'component').find(({ name }) => name === 'button')!;
  const compound = fc.constantFrom(
    '[part~="root"]', '[part="label"]', ':scope', 'span', 'button', '*', '[part~="icon"]', '.x', ':is(span, [part~="root"])', ':not(button)', '[data-tone]', '[part~="label"]::before', ':first-child',
  ); // prettier-ignore
  const selector = fc
    .array(compound, { minLength: 1, maxLength: 2 })
    .chain((all) => fc.constantFrom(all.join(' '), all.join(' > '), all.join(', ')));
  const declaration = fc.constantFrom(
    'color: red', 'background: #123456', 'background-color: #00f', 'border: 3px solid red', 'border-top-color: lime', 'opacity: 0.5', 'font: 30px/1 serif', 'font-size: 9px', 'font-weight: 900', 'position: absolute', 'padding-inline: 33px', '--color-action-text: red', 'all: unset',
  ); // prettier-ignore
  const block = fc.tuple(selector, declaration).map(([one, said]) => `${one} { ${said} }`);
  const made = (css: string): ComponentDefinition => ({
    ...button,
    entries: { ...button.entries, ...(css && { entry_kept: { order: 'zz', kind: 'kept' as const, css } }) },
  });
  const looks = async (css: string) => {
    const component = made(css);
    await draw(
      renderNested(component, items, { slots: { icon: '<i>x</i>' } }),
      pageStyles(new Map(items).set(button.id, component), resolution, [component]),
      {},
    );
    return frame.evaluate(
      (properties) =>
        [...document.querySelectorAll('[part]')].map((one) => {
          const style = getComputedStyle(one);
          return [
            one.getAttribute('part')!,
            Object.fromEntries(properties.map((name) => [name, style.getPropertyValue(name)])),
          ] as const;
        }),
      [
        'color',
        'background-color',
        'border-top-color',
        'border-top-width',
        'opacity',
        'position',
        'font-size',
        'font-weight',
        'padding-left',
      ],
    );
  };
  const plain = await looks('');
  // What is kept is in force, on the root and on what stands in it.
  for (const [css, part] of [
    ['[part~="root"] { opacity: 0.5 !important }', 'root'],
    ['[part~="root"] > [part~="label"] { opacity: 0.5 }', 'label'],
  ] as const)
    expect((await looks(css)).find(([name]) => name === part)![1].opacity).toBe('0.5');
  /** Inherited properties change in what stands within, where nothing is said; the core follows that by itself. */
  const INHERITED = new Set(['color', 'font-size', 'font-weight']);
  const LONGHANDS: Record<string, string> = {
    'border-top-color': 'border-color',
    'border-top-width': 'border-width',
    'padding-left': 'padding',
  };
  let changed = 0;
  await fc.assert(
    fc.asyncProperty(fc.array(block, { minLength: 1, maxLength: 2 }), async (blocks) => {
      const css = blocks.join('\n');
      const reach = affectedProperties(made(css));
      const now = await looks(css);
      now.forEach(([part, style], i) => {
        for (const [property, value] of Object.entries(style)) {
          if (value === plain[i]![1][property]) continue;
          changed++;
          const parts = INHERITED.has(property) || property === 'border-top-color' ? ['root', part] : [part];
          const said = parts.some((one) => {
            const properties = reach.get(one);
            return (
              properties !== undefined &&
              // A border drawn in the colour of the text changes with it.
              [property, LONGHANDS[property] ?? property, 'all', ...(property === 'border-top-color' ? ['color'] : [])].some((name) => properties.has(name))
            );
          });
          if (!said) throw new Error(`${css} changes ${property} of ${part}, and is not said to`);
        }
      });
    }),
    { numRuns: 60, seed: 7 },
  ); // prettier-ignore
  expect(changed).toBeGreaterThan(60);
});
