import { expect, type Page } from '@playwright/test';
import { readdirSync, readFileSync } from 'node:fs';
import { execFileSync } from 'node:child_process';
import type { Item } from '@/core/document/item';
import { parseColor, rgbOf } from '@/core/base/color/color';
import { seenAs, VISIONS } from '@/core/base/color/vision';
import { clampText, fluidSize } from '@/core/tokens/type-scale';
import { combinationsOf } from '@/core/components/combinations';
import { partStyles } from '@/core/components/cell-style';
import { renderComponent } from '@/core/components/render';
import { itemsOf } from '@/core/document/item';
import { tokenSystemOf } from '@/core/tokens/token-tree';
import { css as cssOutput } from '@/core/outputs/css';
import { hyphenated } from '@/core/tokens/naming';
import { pageStyles } from '@/core/outputs/page-styles';
import { cssText } from '@/core/tokens/css-text';
import { openTokens } from '@/core/tokens/open';
import { Resolution } from '@/core/tokens/resolve';
import type { Context } from '@/core/tokens/system';
import { enterAs, test, visit } from './support';

const folder = 'demo/keel';
const files = new Map(
  readdirSync(folder, { withFileTypes: true }).flatMap((entry) =>
    entry.isFile() ? [[entry.name, readFileSync(`${folder}/${entry.name}`, 'utf8')] as const] : [],
  ),
);
const resolution = new Resolution(
  openTokens('keel.resolver.json', files.get('keel.resolver.json')!, (name) => files.get(name)).system,
);
const sheet = cssOutput.write({ resolution, authored: () => [] }).files[0]!.text;

/** The custom properties a context should have, as the core says. */
function expected(context: Context, from: Resolution = resolution): Record<string, string> {
  const values: Record<string, string> = {};
  for (const path of from.paths) {
    const resolved = from.value(path, context);
    if (!resolved) continue;
    const text = cssText(resolved);
    const name = `--${hyphenated(path)}`;
    if (typeof text === 'string') values[name] = text;
    else for (const [longhand, value] of Object.entries(text)) values[`${name}-${longhand}`] = value;
  }
  return values;
}

const computed = (page: Page, selector: string, names: string[]) =>
  page.evaluate(
    ([where, all]) => {
      const style = getComputedStyle(document.querySelector(where as string)!);
      return Object.fromEntries((all as string[]).map((name) => [name, style.getPropertyValue(name)]));
    },
    [selector, names] as const,
  );

const attributes = (context: Context) =>
  Object.entries(context)
    .map(([axis, name]) => `data-${axis}="${name}"`)
    .join(' ');

test('custom properties as Chromium computes them equal the core’s values: root, nested, by media, combined', async ({
  page,
}) => {
  for (const context of resolution.contexts) {
    const wanted = expected(context);
    await page.setContent(`<html ${attributes(context)}><style>${sheet}</style></html>`);
    expect(await computed(page, 'html', Object.keys(wanted))).toEqual(wanted);
    for (const outer of resolution.contexts) {
      await page.setContent(
        `<html ${attributes(outer)}><style>${sheet}</style><body><div id="in" ${attributes(context)}></div></body></html>`,
      );
      expect(await computed(page, '#in', Object.keys(wanted))).toEqual(wanted);
    }
  }
  for (const colorScheme of ['light', 'dark'] as const) {
    await page.emulateMedia({ colorScheme });
    for (const brand of ['saltmarsh', 'gannet']) {
      const wanted = expected({ brand, scheme: colorScheme });
      const named = brand === 'saltmarsh' ? '' : `data-brand="${brand}"`;
      await page.setContent(`<html ${named}><style>${sheet}</style></html>`);
      expect(await computed(page, 'html', Object.keys(wanted))).toEqual(wanted);
    }
  }
  await page.emulateMedia({ colorScheme: 'dark' });
  await page.setContent(`<html data-scheme="light"><style>${sheet}</style></html>`);
  const light = expected({ brand: 'saltmarsh', scheme: 'light' });
  expect(await computed(page, 'html', Object.keys(light))).toEqual(light);
});

test('values put together from pieces, and group inheritance, hold in every context too', async ({
  page,
}) => {
  const color = (hex: string) => ({ $type: 'color', $value: hex });
  const resolver = {
    version: '2025.10',
    sets: {
      base: {
        sources: [
          {
            ink: color('#112233'),
            line: {
              $type: 'border',
              $value: { color: '{ink}', width: { value: 1, unit: 'px' }, style: 'solid' },
            },
            again: { $type: 'border', $value: '{line}' },
            part: { $type: 'number', $value: { $ref: '#/ink/$value/components/0' } },
            kept: { $type: 'color', one: { $value: '{ink}' }, two: { $value: '#445566' } },
            taken: { $extends: '{kept}', two: { $value: '#778899' } },
          },
        ],
      },
    },
    modifiers: {
      scheme: {
        contexts: {
          light: [],
          dark: [{ ink: { $type: 'color', $value: { colorSpace: 'srgb', components: [1, 0, 0] } } }],
        },
        default: 'light',
      },
    },
    resolutionOrder: [{ $ref: '#/sets/base' }, { $ref: '#/modifiers/scheme' }],
  };
  const own = new Resolution(
    openTokens(
      'r.json',
      JSON.stringify(resolver).replace('"#112233"', '{"colorSpace":"srgb","components":[0.2,0,0]}'),
      () => undefined,
    ).system,
  );
  expect(own.findings().filter((finding) => finding.level === 'error')).toEqual([]);
  const text = cssOutput.write({ resolution: own, authored: () => [] }).files[0]!.text;
  for (const scheme of ['light', 'dark']) {
    const wanted = expected({ scheme }, own);
    await page.setContent(`<html data-scheme="${scheme}"><style>${text}</style></html>`);
    expect(await computed(page, 'html', Object.keys(wanted))).toEqual(wanted);
    await page.emulateMedia({ colorScheme: scheme as 'light' });
    await page.setContent(`<html><style>${text}</style></html>`);
    expect(await computed(page, 'html', Object.keys(wanted))).toEqual(wanted);
  }
});

test('for every part, property, combination, state and context, Chromium’s style equals a probe with the core’s value', async ({
  page,
  request,
}) => {
  test.setTimeout(300_000);
  await enterAs(page, 'Marit Fenwick');
  const opened = (await (await page.request.get('/api/v1/libraries/keel')).json()) as { items: Item[] };
  void request;
  const items = new Map(opened.items.map((item) => [item.id, item]));
  const library = new Resolution(tokenSystemOf(items));
  const blank = await page.context().newPage();
  let compared = 0;
  for (const component of itemsOf(items, 'component')) {
    const styles = pageStyles(items, library, [component]);
    const cells = combinationsOf(component);
    // Every text and slot is filled, so that every part is there.
    const kinds = (kind: string, text: string) =>
      Object.fromEntries(
        Object.values(component.props).flatMap((prop) => (prop.kind === kind ? [[prop.name, text]] : [])),
      );
    const [slots, texts] = [kinds('slot', '<i>s</i>'), kinds('text', 'x')];
    for (const [at, context] of library.contexts.entries()) {
      const html = cells
        .map(
          (cell, i) =>
            `<div id="c${i}">${renderComponent(component, { ...cell, slots, props: { ...cell.props, ...texts } })}</div>`,
        )
        .join('');
      await blank.setContent(
        `<html ${attributes(context)}><style>*{transition:none!important}${styles}</style><body>${html}</body></html>`,
      );
      const declared = cells.map((cell) =>
        [...partStyles(component, items, library, cell, at)].map(
          ([part, values]) => [part, [...values]] as const,
        ),
      );
      const wrong = await blank.evaluate(
        (all) => {
          const found: string[] = [];
          let count = 0;
          all.forEach((parts, i) => {
            for (const [part, values] of parts) {
              const element = document.querySelector<HTMLElement>(`#c${i} [part~="${part}"]`);
              if (!element) continue;
              // The probe: the same tag in the same place, every declared value inline, in the same order.
              const probe = element.cloneNode(true) as HTMLElement;
              probe.removeAttribute('data-state');
              for (const [property, value] of values)
                if (property !== 'transition-property' && !property.startsWith('transition'))
                  probe.style.setProperty(property, value);
              const own = values.map(([property]) => getComputedStyle(element).getPropertyValue(property));
              element.replaceWith(probe);
              values.forEach(([property, value], j) => {
                if (property.startsWith('transition')) return;
                count++;
                const other = getComputedStyle(probe).getPropertyValue(property);
                if (own[j] !== other)
                  found.push(`${i} ${part} ${property}: ${own[j]} is not ${value} (${other})`);
              });
              probe.replaceWith(element);
            }
          });
          return { found: found.slice(0, 10), count };
        },
        declared as [string, [string, string][]][][],
      );
      expect([component.name, context, wrong.found]).toEqual([component.name, context, []]);
      compared += wrong.count;
    }
  }
  expect(compared).toBeGreaterThan(5000);
});

test('a real mouse and keyboard bring about the states that the attribute stands for', async ({ page }) => {
  await enterAs(page, 'Marit Fenwick');
  await visit(page, '/libraries/keel/components/button');
  const button = page.frameLocator('iframe[title="Specimen of button"]').locator('[part~="root"]');
  const background = () => button.evaluate((element) => getComputedStyle(element).backgroundColor);
  await expect.poll(background).toBe('rgb(0, 97, 126)');
  await button.hover();
  await expect.poll(background).toBe('rgb(0, 73, 97)');
  await page.mouse.down();
  await expect.poll(background).toBe('rgb(0, 50, 70)');
  await page.mouse.up();
  await page.mouse.move(0, 0);
  await page.getByRole('combobox', { name: 'State', exact: true }).focus();
  await page.keyboard.press('Tab');
  await expect.poll(() => button.evaluate((element) => getComputedStyle(element).outlineStyle)).toBe('solid');
});

test('one colour resolved on the command line is the colour on the screen', async ({ page }) => {
  const answer = JSON.parse(
    execFileSync(
      process.execPath,
      ['dist/cli/seedplan.mjs', 'resolve', 'demo/keel/keel.resolver.json', '--context', 'brand=gannet'],
      { encoding: 'utf8' },
    ),
  ) as { tokens: Record<string, { css: string }> };
  await enterAs(page, 'Marit Fenwick');
  await visit(page, '/libraries/keel/tokens/color.action.surface?brand=gannet');
  await expect(page.getByTestId('resolved')).toHaveText(answer.tokens['color.action.surface']!.css);
});

// CSS Values 4, clamp(): Chromium's own value at both widths, between them and beyond, against the core's.
test('a fluid size is in Chromium what the core says, at every width', async ({ page }) => {
  const fluid = { min: 18, max: 40, from: 400, to: 1200 };
  await page.goto('about:blank');
  await page.setContent(`<p style="margin:0;font-size:${clampText(fluid)}">x</p>`);
  for (const width of [320, 400, 611, 800, 1033, 1200, 1600]) {
    await page.setViewportSize({ width, height: 600 });
    const size = await page
      .locator('p')
      .evaluate((element) => Number.parseFloat(getComputedStyle(element).fontSize));
    expect(size).toBeCloseTo(fluidSize(fluid, width), 1);
  }
});

// The filter a page is drawn through against the core's own simulation (Machado, Oliveira and Fernandes 2009).
test('colours seen without some cones are drawn as the core works them out', async ({ page }) => {
  await enterAs(page, 'Marit Fenwick');
  for (const vision of VISIONS) {
    await visit(page, `/libraries/keel/tokens?seen=${vision.name}`);
    await expect(page.locator('[data-path]').first()).toBeVisible();
    for (const hex of ['#0a5d6a', '#a83527', '#2c9a5f']) {
      await page.evaluate((color) => {
        const patch = document.createElement('div');
        patch.id = 'patch';
        patch.style.cssText = `width: 40px; height: 40px; background: ${color}`;
        document.getElementById('patch')?.remove();
        document.querySelector('main')!.prepend(patch);
      }, hex);
      const picture = (await page.locator('#patch').screenshot()).toString('base64');
      const drawn = await page.evaluate(async (data) => {
        const image = new Image();
        image.src = `data:image/png;base64,${data}`;
        await image.decode();
        const bitmap = await createImageBitmap(image);
        const canvas = new OffscreenCanvas(bitmap.width, bitmap.height).getContext('2d')!;
        canvas.drawImage(bitmap, 0, 0);
        return [...canvas.getImageData(20, 20, 1, 1).data].slice(0, 3);
      }, picture);
      const { r, g, b } = seenAs(rgbOf(parseColor(hex)!), vision);
      [r, g, b].forEach((channel, i) => expect(Math.abs(channel * 255 - drawn[i]!)).toBeLessThan(3));
    }
  }
});

test('every format is chosen by keyboard and shown with its lines, with what it leaves out', async ({
  page,
}) => {
  const problems: string[] = [];
  page.on('console', (message) => {
    if (message.type() === 'error') problems.push(message.text().split('\n')[0]!);
  });
  await enterAs(page, 'Marit Fenwick');
  await visit(page, '/libraries/keel/outputs');
  await page.getByRole('radio', { name: 'CSS custom properties' }).focus();
  for (const [format, file, line = '12'] of [
    ['scss', 'tokens.scss'],
    ['less', 'tokens.less'],
    ['js', 'tokens.js'],
    ['ts', 'tokens.ts'],
    ['json', 'tokens.json'],
    ['dtcg', 'brand-gannet.tokens.json'],
    ['swift', 'Tokens.swift'],
    ['compose', 'Tokens.kt'],
    ['android', 'values/tokens.xml'],
    ['html', 'base.css', '5'],
    ['elements', 'base.css', '5'],
    ['react', 'base.css', '5'],
    ['catalogue', 'catalogue.json'],
  ] as const) {
    await page.keyboard.press('ArrowDown');
    await expect(page).toHaveURL(new RegExp(`format=${format}`));
    await expect(page.getByRole('region', { name: 'File contents' }).locator('header strong')).toHaveText(file); // prettier-ignore
    await expect(page.getByTestId('output').locator('.cm-lineNumbers')).toContainText(line);
  }
  await visit(page, '/libraries/keel/outputs?format=android');
  await page.getByRole('button', { name: /^Show all \d+ notes$/ }).click();
  await expect(page.getByText(/shadow\.floating is left out/)).toBeVisible();
  expect(problems).toEqual([]);
});
