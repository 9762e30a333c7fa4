import { byOrder, itemsOf, ordered, type Items } from '../document/item';
import { named } from '../components/compose';
import type { ComponentDefinition } from '../components/definition';
import { assetFiles, fontFaces } from '../outputs/asset-files';
import type { OutputFile } from '../outputs/output';
import { pageStyles } from '../outputs/page-styles';
import type { Resolution } from '../tokens/resolve';
import { defaultContext, type Axis, type Context } from '../tokens/system';
import { GUIDE_BLOCKS } from './blocks/registry';
import type { GuideItem } from './block';
import { escapeHtml } from './html';
import { SITE_SHEET } from './site-sheet';

/** As many combinations of contexts have pages of their own; of more, those that differ from the default in one axis. */
const MOST_COMBINATIONS = 24;

interface SiteInput {
  /** What the library holds and inherits. */
  items: Items;
  resolution: Resolution;
  /** Of the library. */
  name: string;
  version: string;
  /** Every release with the address of its site beside this one; none where no other is at hand. */
  versions: readonly { version: string; address: string }[];
}

/**
 * The guides of a library as a site that needs neither this program nor a script: a page of each guide under each
 * combination of contexts, so that values are those of the combination. Links are relative; it works from a folder.
 */
export function guideSite(input: SiteInput): OutputFile[] {
  const { items, resolution } = input;
  const guides = itemsOf(items, 'guide').sort(byOrder);
  const places = combinationsOf(resolution);
  const fileOf = filesOf(guides);
  const pages = places.flatMap((place) =>
    [undefined, ...guides].map((guide) => ({
      name: place.folder + fileOf(guide),
      text: pageOf(input, guides, fileOf, places, place, guide),
    })),
  );
  return [
    ...pages,
    { name: 'site.css', text: SITE_SHEET },
    { name: 'library.css', text: pageStyles(items, resolution, componentsIn(guides, items)) },
    { name: 'fonts.css', text: fontFaces(items) },
    ...assetFiles(items, 'font'),
  ];
}

/** One combination of contexts, and where its pages stand: empty for the default, else ending with a slash. */
interface Place {
  context: Context;
  folder: string;
}

const folderName = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '') || 'x';

function combinationsOf(resolution: Resolution): Place[] {
  const { axes } = resolution.system;
  const standard = defaultContext(axes);
  const differing = (context: Context) => axes.filter(({ name }) => context[name] !== standard[name]);
  const all = resolution.contexts.map((context) => ({ ...standard, ...context }));
  const few = all.length > MOST_COMBINATIONS ? all.filter((one) => differing(one).length <= 1) : all;
  const taken = new Set<string>();
  return few.map((context) => {
    const words = differing(context).map(({ name }) => `${folderName(name)}-${folderName(context[name]!)}`);
    let folder = words.join('_');
    while (taken.has(folder)) folder += '-2';
    taken.add(folder);
    return { context, folder: folder === '' ? '' : `${folder}/` };
  });
}

/** The file of each guide, and of the first page, which is that of none. */
type FileOf = (guide: GuideItem | undefined) => string;

function filesOf(guides: readonly GuideItem[]): FileOf {
  const taken = new Set(['index']);
  const names = new Map(
    guides.map((guide) => {
      let name = folderName(guide.name);
      while (taken.has(name)) name += '-2';
      taken.add(name);
      return [guide, name];
    }),
  );
  return (guide) => `${guide ? names.get(guide)! : 'index'}.html`;
}

/** Components that guides show: their rules are in one sheet. */
function componentsIn(guides: readonly GuideItem[], items: Items): ComponentDefinition[] {
  const found = new Map<string, ComponentDefinition>();
  for (const guide of guides)
    for (const block of Object.values(guide.blocks))
      for (const reference of GUIDE_BLOCKS.get(block.kind)!.references(block)) {
        const component = named(items, 'component', reference);
        if (component) found.set(component.id, component);
      }
  return [...found.values()];
}

function pageOf(
  { items, resolution, name, version, versions }: SiteInput,
  guides: readonly GuideItem[],
  fileOf: FileOf,
  places: readonly Place[],
  place: Place,
  guide: GuideItem | undefined,
): string {
  const top = place.folder === '' ? '' : '../';
  const link = (to: string, text: string, current = false) =>
    `<a href="${escapeHtml(to)}"${current ? ' aria-current="page"' : ''}>${escapeHtml(text)}</a>`;
  const title = guide?.title ?? name;
  const body = guide ? blocksOf(guide, { items, resolution, lens: place.context }) : contentsOf(guides, fileOf, link);
  const file = fileOf(guide);
  const others = versions.filter((one) => one.version !== version);
  const chooser =
    others.length === 0
      ? `<span>${escapeHtml(version)}</span>`
      : `<details><summary>${escapeHtml(version)}</summary><ul>${versions
          .map((one) => `<li>${link(`${top}../${one.address}/index.html`, one.version, one.version === version)}</li>`)
          .join('')}</ul></details>`;
  const attributes = Object.entries(place.context)
    .map(([axis, context]) => ` data-${escapeHtml(axis)}="${escapeHtml(context)}"`)
    .join('');
  return [
    `<!doctype html>\n<html lang="en"${attributes}>\n<head>\n<meta charset="utf-8">`,
    '<meta name="viewport" content="width=device-width, initial-scale=1">',
    `<title>${escapeHtml(guide ? `${title} · ${name} ${version}` : `${name} ${version}`)}</title>`,
    ...['fonts.css', 'library.css', 'site.css'].map((sheet) => `<link rel="stylesheet" href="${top}${sheet}">`),
    '</head>\n<body class="site">\n<a class="site-skip" href="#content">Skip to content</a>',
    `<header class="site-head"><a class="site-name" href="index.html">${escapeHtml(name)}</a>`,
    `<div class="site-versions" role="group" aria-label="Versions">${chooser}</div>`,
    `${resolution.system.axes.map((axis) => switchOf(axis, places, place, file, link)).join('')}</header>`,
    `<nav class="site-guides" aria-label="Guides"><ul>${guides
      .map((one) => `<li>${link(fileOf(one), one.title, one === guide)}</li>`)
      .join('')}</ul></nav>`,
    `<main class="site-main" id="content">\n<h1>${escapeHtml(title)}</h1>\n${body}\n</main>\n</body>\n</html>\n`,
  ].join('\n');
} // prettier-ignore

/** Links to the same page under the other contexts of an axis. */
function switchOf(
  axis: Axis,
  places: readonly Place[],
  place: Place,
  file: string,
  link: (to: string, text: string, current: boolean) => string,
): string {
  const links = axis.contexts.flatMap((context) => {
    const wanted = { ...place.context, [axis.name]: context };
    const there =
      places.find((other) => Object.entries(wanted).every(([name, value]) => other.context[name] === value)) ??
      places.find((other) => other.context[axis.name] === context);
    if (!there) return [];
    const up = place.folder === '' ? '' : '../';
    return [`<li>${link(`${up}${there.folder}${file}`, context, there === place)}</li>`];
  });
  return `<nav class="site-switch" aria-label="${escapeHtml(axis.name)}"><span>${escapeHtml(axis.name)}</span><ul>${links.join('')}</ul></nav>`;
} // prettier-ignore

function blocksOf(guide: GuideItem, source: { items: Items; resolution: Resolution; lens: Context }): string {
  return ordered(guide.blocks)
    .map((block) => {
      const form = GUIDE_BLOCKS.get(block.kind)!;
      const html = form.html(form.show(block, source));
      return `<section class="site-${block.kind === 'text' ? 'text' : 'live'}" data-block="${block.kind}">\n${html}\n</section>`;
    })
    .join('\n');
} // prettier-ignore

/** What stands at the top: each guide with its first words. */
const contentsOf = (
  guides: readonly GuideItem[],
  fileOf: FileOf,
  link: (to: string, text: string) => string,
): string =>
  guides.length === 0
    ? '<p>This release has no guides.</p>'
    : `<ul class="site-contents">${guides
        .map((guide) => {
          const text = ordered(guide.blocks).find((block) => block.kind === 'text');
          const opening = text?.kind === 'text' ? text.markdown.split('\n')[0]!.slice(0, 180) : '';
          return `<li>${link(fileOf(guide), guide.title)}<p>${escapeHtml(opening)}</p></li>`;
        })
        .join('')}</ul>`;
