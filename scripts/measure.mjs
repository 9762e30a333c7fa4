/** What measures in the browser share. */
export const median = (list) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)];

/** Begins to count the main thread's tasks over 50 ms. */
export const watchTasks = (page) =>
  page.evaluate(() => {
    window.tasks = [];
    new PerformanceObserver((list) =>
      window.tasks.push(...list.getEntries().map((entry) => entry.duration)),
    ).observe({ type: 'longtask' });
  });

export async function tasksOf(page) {
  const tasks = await page.evaluate(() => window.tasks);
  return { over: tasks.filter((task) => task > 50).length, longest: Math.max(0, ...tasks) };
}

async function sent(page, address, data) {
  const { origin } = new URL(address);
  const answer = await page.request.post(address, { headers: { origin }, data });
  if (!answer.ok()) throw new Error(`${address}: ${answer.status()} ${await answer.text()}`);
}

/** A library with these files in it. */
export async function madeLibrary(page, site, slug, files) {
  await sent(page, `${site}/api/v1/libraries`, { name: slug, slug });
  await sent(page, `${site}/api/v1/libraries/${slug}/import`, { files });
}

export const changed = (page, site, slug, label, edits) =>
  sent(page, `${site}/api/v1/documents/${slug}/changes`, { id: `change_${slug}0`, label, edits });
