import { colorOf, colorText } from '../base/color/color';
import { familiesJson } from '../base/css/css-value';
import { valueParts } from '../base/css/value-parts';
import type { JsonObject } from '../base/json/json';
import type { Finding } from '../findings/finding';
import { cssLine } from '../tokens/css-text';
import { literalsOf } from '../tokens/literals';
import type { OpenedTokens, ReadText } from '../tokens/open';
import { Resolution } from '../tokens/resolve';
import { defaultContext } from '../tokens/system';
import { clustersOf, USUAL_NEARNESS, type Cluster, type Nearness } from './cluster';
import {
  INVENTORY_KINDS,
  inventoryOf,
  kindByName,
  type Inventory,
  type InventoryEntry,
  type InventoryKind,
} from './inventory';
import { PageCascade } from './page-cascade';
import { pathsOfNames } from './paths';
import { documentOfProposals, groupAt, inOrder, propose, type Authored, type Proposals } from './propose';
import { openAny, readerOf } from './readers/registry';
import { rolesOf, type Role } from './roles';
import { eachDeclaration, isStyled, readSheets, type TextFile } from './sheets';

/** One file as it was read. */
interface ReadFile extends TextFile {
  /** The form of the file, in words; undefined: no reader takes it. */
  form?: string;
  declarations: number;
  /** Places that could not be read, by line. */
  skipped: { line: number; column: number; why: string }[];
  opened?: OpenedTokens;
  tokens: number;
}

/** What files hold that a design system could be made of. */
export interface Gathering {
  files: ReadFile[];
  inventory: Inventory;
  /** Contexts by axis. */
  axes: Record<string, string[]>;
  roles: Role[];
  authored: Authored;
  findings: Finding[];
}

/** Reads files of every form the readers know, together as one page with its sheets and token files beside it. */
export function gather(files: readonly TextFile[]): Gathering {
  const findings: Finding[] = [];
  const readText: ReadText = (name) =>
    files.find((file) => file.name === name || file.name.endsWith(`/${name}`))?.text;
  const sheets = readSheets(files);
  const skipped = sheets.findings;
  const read = files.map((file): ReadFile => {
    const reader = readerOf(file.name, file.text);
    const opened = reader && openAny(file.name, file.text, readText);
    if (!reader && !isStyled(file.name))
      findings.push({
        code: 'unreadable',
        level: 'error',
        message: `${file.name} is not a supported kind of file`,
        at: { file: file.name },
        fix: 'Give style sheets, pages, token files, plain JSON, palettes, tables or lists',
      });
    const paths = new Set(opened?.system.sources.flatMap((source) => [...source.tokens.keys()]));
    const known = new Set(skipped.map(({ message }) => message));
    for (const finding of opened?.findings ?? [])
      // A sheet without custom properties holds no tokens, and nothing is wrong with it.
      if (!known.has(finding.message) && (finding.code !== 'not-carried' || paths.size > 0))
        findings.push({ ...finding, at: { file: file.name, ...finding.at } });
    return {
      ...file,
      ...(reader && { form: reader.label }),
      ...(opened && { opened }),
      declarations: sheets.declarations.get(file.name) ?? 0,
      skipped: skipped.flatMap(({ at, message }) =>
        at?.file === file.name ? [{ line: at.line ?? 1, column: at.column ?? 1, why: message }] : [],
      ),
      tokens: paths.size,
    };
  });
  const cascade = new PageCascade(sheets.rules, { variable: sheets.lookup, sass: sheets.sass }, sheets.registered);
  const inventory = inventoryOf(sheets);
  const byName = new Map<string, string>();
  for (const file of read) if (isStyled(file.name)) for (const [name, path] of namesOf(file, sheets)) if (!byName.has(name)) byName.set(name, path);
  const more = read.flatMap((file) => (isStyled(file.name) ? [] : literalsIn(file)));
  addTo(inventory, more);
  return {
    files: read,
    inventory,
    axes: axesOf(read),
    roles: rolesOf(cascade),
    authored: authoredIn(inventory, read, byName),
    findings: [...skipped, ...findings],
  };
} // prettier-ignore

/** How what was gathered becomes tokens. */
export interface GatherChoices {
  nearness?: Nearness;
  /** Values that stay though another of their group is used more: kind and value, parted by a space. */
  chosen?: readonly string[];
  primitivesOnly?: boolean;
}

export interface Clustered {
  clusters: Cluster[];
  proposals: Proposals;
}

export function proposalsOf(
  { inventory, roles, authored }: Gathering,
  { nearness = USUAL_NEARNESS, chosen = [], primitivesOnly = false }: GatherChoices = {},
): Clustered {
  const clusters = inOrder(clustersOf(inventory.entries, nearness, new Set(chosen)));
  const { tokens, pairings } = propose(inventory, clusters, roles, authored);
  return {
    clusters,
    proposals: primitivesOnly
      ? { tokens: tokens.filter(({ tier }) => tier === 'primitive'), pairings: [] }
      : { tokens, pairings },
  };
}

/** The token file of all that was gathered, in the default context: the files' own tokens first, then what is proposed. */
export function documentOf(gathering: Gathering, proposals: Proposals): JsonObject {
  const root: JsonObject = new Map();
  for (const { opened } of gathering.files) {
    if (!opened) continue;
    const base = defaultContext(opened.system.axes);
    const holding = opened.system.sources.filter(({ when }) =>
      Object.entries(when).every(([axis, context]) => base[axis] === context),
    );
    for (const { groups } of holding)
      for (const [path, own] of groups) if (path !== '') fill(groupAt(root, path.split('.')), own);
    for (const { tokens } of holding)
      for (const [path, object] of tokens) {
        const segments = path.split('.');
        groupAt(root, segments.slice(0, -1)).set(segments.at(-1)!, object);
      }
  }
  return documentOfProposals(proposals, new Map(), root, gathering.authored.paths);
}

const fill = (group: JsonObject, own: JsonObject) => own.forEach((value, name) => group.set(name, value));

/** What the custom properties and variables of a sheet are called as tokens. */
function namesOf({ name: file, opened }: ReadFile, sheets: ReturnType<typeof readSheets>): [string, string][] {
  const tokens = new Set(opened?.system.sources.flatMap((source) => [...source.tokens.keys()]));
  const names = new Set<string>();
  eachDeclaration(sheets, ({ prop }, sheet) => {
    if (sheet.file === file && /^(--|\$)/.test(prop)) names.add(prop.startsWith('$') ? prop.replace(/_/g, '-') : prop);
  });
  return [...pathsOfNames(names)].filter(([, path]) => tokens.has(path));
} // prettier-ignore

/** The literal tokens of a file that is no style sheet, as values of an inventory. */
function literalsIn({ name: file, opened }: ReadFile): InventoryEntry[] {
  if (!opened) return [];
  return literalsOf(new Resolution(opened.system)).flatMap(({ path, type, values: [value] }) => {
    if (value === undefined) return [];
    const entry = (kind: InventoryKind, text: string, number?: number): InventoryEntry => ({
      kind,
      value: text,
      count: 1,
      places: [{ file, line: 1, selector: '', property: path }],
      uses: {},
      ...(number !== undefined && { number }),
    });
    const css = cssLine({ type, value });
    switch (type) {
      case 'color':
        return [entry('color', colorText(colorOf(value)!))];
      case 'dimension': {
        const px = Math.abs(Number.parseFloat(css) * (css.endsWith('rem') ? 16 : 1));
        return px === 0 ? [] : [entry(kindByName(path) ?? 'space', `${px}px`, px)];
      }
      case 'duration': {
        const ms = Number.parseFloat(css) * (css.endsWith('ms') ? 1 : 1000);
        return ms === 0 ? [] : [entry('duration', `${ms}ms`, ms)];
      }
      case 'fontWeight':
        return [entry('fontWeight', css, Number(css))];
      case 'fontFamily':
        return familiesJson(css) === undefined ? [] : [entry('fontFamily', css)];
      case 'cubicBezier':
        return [entry('easing', css)];
      case 'shadow':
        return valueParts('box-shadow', css).map((part) => entry('shadow', part.text));
      case 'number': {
        const kind = kindByName(path);
        return kind === 'lineHeight' || kind === 'opacity' || kind === 'zIndex' ? [entry(kind, css, Number(css))] : []; // prettier-ignore
      }
      default:
        return [];
    }
  });
}

/** Puts values of other files in, those that are there already counted on. */
function addTo(inventory: Inventory, more: readonly InventoryEntry[]): void {
  const known = new Map(inventory.entries.map((entry) => [`${entry.kind}\n${entry.value}`, entry]));
  for (const entry of more) {
    const key = `${entry.kind}\n${entry.value}`;
    const there = known.get(key);
    if (there) {
      there.count += entry.count;
      there.places.push(...entry.places);
    } else {
      known.set(key, entry);
      inventory.entries.push(entry);
    }
  }
  inventory.entries.sort((a, b) => b.count - a.count);
}

function authoredIn(
  inventory: Inventory,
  files: readonly ReadFile[],
  byName: ReadonlyMap<string, string>,
): Authored {
  const paths = new Set(
    files.flatMap((file) => file.opened?.system.sources.flatMap((source) => [...source.tokens.keys()]) ?? []),
  );
  const byValue = new Map<string, string>();
  for (const { kind, value, places } of inventory.entries)
    for (const { property } of places) {
      const path = /^(--|\$)/.test(property) ? byName.get(property.startsWith('$') ? property.replace(/_/g, '-') : property) : paths.has(property) ? property : undefined; // prettier-ignore
      if (path === undefined) continue;
      byValue.set(`${kind}\n${value}`, path);
      break;
    }
  return { byValue, byName, paths };
}

function axesOf(files: readonly ReadFile[]): Record<string, string[]> {
  const found = new Map<string, Set<string>>();
  for (const { opened } of files)
    for (const { name, contexts } of opened?.system.axes ?? [])
      found.set(name, new Set([...(found.get(name) ?? []), ...contexts]));
  return Object.fromEntries([...found].map(([name, contexts]) => [name, [...contexts]]));
}

/** What `intake` prints: every value with its group, the contexts, the roles. */
export function gatheringJson(gathering: Gathering): Record<string, unknown> {
  const { clusters } = proposalsOf(gathering);
  const inventory = Object.fromEntries(
    INVENTORY_KINDS.map((kind) => {
      const own = clusters.filter((cluster) => cluster.kind === kind);
      const of = new Map(own.flatMap(({ survivor, members }, cluster) =>
        members.map((member) => [member, { cluster, kept: member.value === survivor }] as const),
      ));
      return [kind, gathering.inventory.entries.filter((entry) => entry.kind === kind).map((entry) => ({ value: entry.value, count: entry.count, ...of.get(entry) }))];
    }),
  );
  return {
    files: gathering.files.map(({ name, declarations, skipped }) => ({ file: name, declarations, skipped })),
    inventory,
    axes: gathering.axes,
    roles: Object.fromEntries(gathering.roles.map(({ name, value }) => [name, value])),
    findings: gathering.findings,
  };
} // prettier-ignore
