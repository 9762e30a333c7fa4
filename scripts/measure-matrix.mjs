import path from 'node:path';
import { changed, madeLibrary, median, tasksOf, watchTasks } from './measure.mjs';

/** Types the key that makes a colour transparent into the rule that text takes its colour from, and waits for what shows it. */
async function measure(page, site, slug) {
  await page.goto(`${site}/libraries/${slug}/components/sample`);
  await page.getByTestId('matrix-counts').waitFor({ timeout: 60_000 });
  await page.waitForTimeout(3000);
  await page.getByRole('button', { name: 'color: #ffffff, change' }).click();
  const field = page.getByRole('combobox', { name: 'color is' });
  await field.waitFor();
  await page.waitForTimeout(1000);
  await watchTasks(page);
  const times = { specimen: [], matrix: [] };
  for (let round = 0; round < 9; round++) {
    await field.fill('');
    await page.keyboard.type('#fff', { delay: 60 });
    await page.waitForTimeout(1500);
    const spent = page.evaluate(
      () =>
        new Promise((resolve) => {
          const shown = document.querySelector('[data-testid=matrix-counts]');
          const frame = document.querySelector('iframe[title="Specimen of sample"]');
          const before = shown.textContent;
          const times = {};
          let start = 0;
          const done = () => times.specimen && times.matrix && resolve(times);
          addEventListener('keydown', () => (start = performance.now()), { once: true, capture: true });
          addEventListener('message', ({ source, data }) => {
            if (start === 0 || source !== frame.contentWindow || data.frame !== 'measured') return;
            times.specimen ??= performance.now() - start;
            done();
          });
          const look = () => {
            if (start > 0 && shown.textContent !== before) {
              times.matrix = performance.now() - start;
              done();
            } else requestAnimationFrame(look);
          };
          look();
        }),
    );
    await page.waitForTimeout(150);
    await page.keyboard.type('0');
    const found = await Promise.race([spent, page.waitForTimeout(20_000).then(() => null)]);
    if (!found) throw new Error(`Nothing showed it in ${slug}`);
    if (round === 0) continue;
    times.specimen.push(found.specimen);
    times.matrix.push(found.matrix);
  }
  return { specimen: median(times.specimen), matrix: median(times.matrix), ...(await tasksOf(page)) };
}

/** A component's page with 5,040 combinations under six contexts against one with a single combination. */
export async function measureMatrix(page, site) {
  const { sampleResolver, shownComponent } = await import(
    path.resolve(import.meta.dirname, '../dist/bench-samples.mjs')
  );
  const results = {};
  for (const slug of ['one', 'many']) {
    await madeLibrary(page, site, slug, [{ name: 'sample.resolver.json', text: sampleResolver() }]);
    const item = shownComponent(slug === 'many');
    const edit = { kind: 'add', version: 1, item: item.id, path: '', before: null, after: item };
    await changed(page, site, slug, 'Add sample', [edit]);
    results[slug] = await measure(page, site, slug);
  }
  const { one, many } = results;
  const against = (what) => `${many[what].toFixed(0)} ms against ${one[what].toFixed(0)} ms`;
  const ratio = (what) => Number((many[what] / one[what]).toFixed(2));
  return [
    {
      name: 'edit-specimen',
      ratio: ratio('specimen'),
      goal: 2,
      said: `${against('specimen')} (5,040 combinations under 6 contexts against one combination)`,
    },
    { name: 'edit-matrix', ratio: ratio('matrix'), goal: 6, said: against('matrix') },
    {
      name: 'rule-tasks',
      ratio: many.over,
      goal: 0,
      said: `over 50 ms while typing in a rule, the longest ${many.longest.toFixed(0)} ms; ${one.over} with one combination, the longest ${one.longest.toFixed(0)} ms`,
    },
  ];
}
