import { madeLibrary, median, tasksOf, watchTasks } from './measure.mjs';

/** A token file of `count` tokens in groups of 50, four in ten of them aliases. */
function sample(count) {
  let state = 7;
  const next = (n) => (state = (state * 48271) % 2147483647) % n;
  const file = { $type: 'color' };
  for (let i = 0; i < count; i++) {
    const group = (file[`group-${Math.floor(i / 50)}`] ??= {});
    const hex = next(0xffffff).toString(16).padStart(6, '0');
    const other = next(Math.max(1, i));
    group[`token-${i}`] = {
      $value: i > 50 && next(10) < 4 ? `{group-${Math.floor(other / 50)}.token-${other}}` : `#${hex}`,
    };
  }
  return JSON.stringify(file);
}

async function measure(page, site, slug) {
  await page.goto(`${site}/libraries/${slug}/tokens`);
  await page.locator('[data-path]').first().waitFor({ timeout: 60_000 });
  await page.waitForTimeout(2500);
  await watchTasks(page);
  const times = [];
  const field = page.getByLabel('Find tokens');
  for (const text of ['oken-1', 'n-1', 'ken-9', 'en-4', 'p-0', 'oken-7', 'n-2', 'oken-3']) {
    await field.fill('');
    await page.waitForTimeout(400);
    for (const key of text.slice(0, -1)) await page.keyboard.type(key, { delay: 40 });
    await page.waitForTimeout(400);
    const before = await page.getByTestId('shown').textContent();
    const spent = page.evaluate(
      (old) =>
        new Promise((resolve) => {
          let start = 0;
          addEventListener('keydown', () => (start = performance.now()), { once: true, capture: true });
          const look = () => {
            const now = document.querySelector('[data-testid=shown]')?.textContent;
            if (start > 0 && now !== old) resolve(performance.now() - start);
            else requestAnimationFrame(look);
          };
          look();
        }),
      before,
    );
    await page.waitForTimeout(150);
    await page.keyboard.type(text.at(-1));
    times.push(await Promise.race([spent, page.waitForTimeout(5000).then(() => null)]));
  }
  await field.fill('');
  await page.waitForTimeout(600);
  await page.mouse.move(600, 500);
  for (let i = 0; i < 40; i++) {
    await page.mouse.wheel(0, 900);
    await page.waitForTimeout(40);
  }
  await page.waitForTimeout(500);
  const found = times.filter((time) => time !== null);
  return { key: median(found), keys: found.length, ...(await tasksOf(page)) };
}

/** The Tiers view with 10,000 tokens against 100: from a key to the filtered list, and long tasks on the way. */
export async function measureTiers(page, site) {
  const results = {};
  for (const count of [100, 10_000]) {
    const slug = `many-${count}`;
    await madeLibrary(page, site, slug, [{ name: 'many.tokens.json', text: sample(count) }]);
    results[count] = await measure(page, site, slug);
  }
  const [few, many] = [results[100], results[10_000]];
  return [
    {
      name: 'tiers-key',
      ratio: Number((many.key / few.key).toFixed(2)),
      goal: 3,
      said: `${many.key.toFixed(1)} ms against ${few.key.toFixed(1)} ms (10,000 tokens against 100; medians of ${many.keys} and ${few.keys})`,
    },
    {
      name: 'tiers-tasks',
      ratio: many.over,
      goal: 0,
      said: `over 50 ms with 10,000 tokens, the longest ${many.longest.toFixed(0)} ms; ${few.over} with 100, the longest ${few.longest.toFixed(0)} ms`,
    },
  ];
}
