import { counted } from '../base/words';
import { colorJson, parseColor, rgbOf } from '../base/color/color';
import { luminance } from '../base/color/contrast';
import { isObject, jsonObject, type Json, type JsonObject } from '../base/json/json';
import type { Cluster } from './cluster';
import { lchOf } from '../base/color/gamut';
import { EASINGS, easingJson, readCssValue } from '../base/css/css-value';
import { INVENTORY_KINDS, type ColorUse, type Inventory, type InventoryKind } from './inventory';
import { hueName, hueOrder, stepName } from './names';
import type { Role, RoleName } from './roles';

/** A token proposed from an inventory. */
interface Proposal {
  path: string;
  tier: 'primitive' | 'semantic' | 'component';
  /** CSS text, or `{path}` for an alias. */
  value: string;
  type: string;
  /** Of a primitive what its value is about. */
  kind?: InventoryKind;
  /** Why it has that name, in words. */
  why: string;
}

interface ProposedPairing {
  text: string;
  surface: string;
  needs: number;
}

export interface Proposals {
  tokens: Proposal[];
  pairings: ProposedPairing[];
}

const TYPES: Readonly<Record<InventoryKind, string>> = {
  color: 'color', fontSize: 'dimension', fontFamily: 'fontFamily', fontWeight: 'fontWeight', lineHeight: 'number',
  letterSpacing: 'dimension', space: 'dimension', radius: 'dimension', strokeWidth: 'dimension', shadow: 'shadow',
  duration: 'duration', easing: 'cubicBezier', opacity: 'number', breakpoint: 'dimension', zIndex: 'number',
}; // prettier-ignore

/** Tokens that the files name themselves: what a value or a name of theirs is called. */
export interface Authored {
  /** The path of a token by kind and value, parted by a line. */
  byValue: ReadonlyMap<string, string>;
  /** The path of a custom property or variable by its name. */
  byName: ReadonlyMap<string, string>;
  /** Every path that is taken. */
  paths: ReadonlySet<string>;
}
const NOBODY: Authored = { byValue: new Map(), byName: new Map(), paths: new Set() };

/**
 * Three tiers of tokens from clusters of an inventory: a primitive for each, named by hue and lightness or by size, but
 * for what the files name themselves; purposes by the roles of the page's elements, and where the rules name no element,
 * by use; tokens of components that several rules speak of. Pairings are those of the roles, and those that rules set
 * together.
 */
export function propose(
  inventory: Inventory,
  clusters: readonly Cluster[],
  roles: readonly Role[] = [],
  authored: Authored = NOBODY,
): Proposals {
  const tokens: Proposal[] = [];
  const taken = new Taken(authored.paths);
  const add = (proposal: Proposal): string => {
    const path = taken.free(proposal.path);
    tokens.push({ ...proposal, path });
    return path;
  };
  const survivors = new Map<string, string>();
  const primitives = new Map<string, string>();
  for (const cluster of inOrder(clusters)) {
    for (const member of cluster.members) survivors.set(`${cluster.kind}\n${member.value}`, cluster.survivor);
    const key = `${cluster.kind}\n${cluster.survivor}`;
    const own = authored.byValue.get(key);
    const named = own === undefined ? primitiveName(cluster) : undefined;
    if (own !== undefined) primitives.set(key, own);
    else if (named)
      primitives.set(key, add({ tier: 'primitive', value: cluster.survivor, type: TYPES[cluster.kind], kind: cluster.kind, ...named }));
  }
  const survivor = (kind: InventoryKind, value: string) => survivors.get(`${kind}\n${value}`);
  const purposes = new Map<string, string>();
  const pairings = new Map<string, ProposedPairing>();
  const byRole = rolePurposes(roles, authored, survivor, primitives, purposes, add);
  // Of a use that no role of the page tells, what occurs most tells it.
  const told = new Set(
    [...byRole.keys()].flatMap((name): ColorUse[] =>
      name === 'page.surface' ? ['surface'] : name === 'page.text' ? ['text'] : name === 'border.default' ? ['border'] : [],
    ),
  );
  colorPurposes(clusters, primitives, purposes, told, add);
  textPurposes(clusters, primitives, add);
  componentTokens(inventory, survivor, purposes, add);
  for (const [text, surface, needs] of PAIRED) {
    const [a, b] = [byRole.get(text), byRole.get(surface)];
    if (a !== undefined && b !== undefined) pairings.set(`${a} ${b}`, { text: a, surface: b, needs });
  }
  for (const { text, surface } of inventory.pairs) {
    const [a, b] = [
      purposes.get(`text ${survivor('color', text)}`),
      purposes.get(`surface ${survivor('color', surface)}`),
    ];
    if (a !== undefined && b !== undefined && a !== b && !pairings.has(`${a} ${b}`))
      pairings.set(`${a} ${b}`, { text: a, surface: b, needs: 4.5 });
  }
  return { tokens, pairings: [...pairings.values()] };
} // prettier-ignore

/** Paths that are taken: none stands twice, and no token stands where a group does or within another. */
class Taken {
  private readonly paths = new Set<string>();
  private readonly groups = new Set<string>();
  constructor(there: ReadonlySet<string>) {
    for (const path of there) this.put(path);
  }

  free(wanted: string): string {
    let path = wanted;
    // Within a token nothing stands: there the group is called otherwise.
    const barred = above(wanted).find((group) => this.paths.has(group));
    for (let n = 2; !this.isFree(path); n++)
      path = barred === undefined ? `${wanted}-${n}` : `${barred}-${n}${wanted.slice(barred.length)}`;
    this.put(path);
    return path;
  }

  private isFree(path: string): boolean {
    return !this.paths.has(path) && !this.groups.has(path) && !above(path).some((group) => this.paths.has(group));
  }

  private put(path: string): void {
    this.paths.add(path);
    for (const group of above(path)) this.groups.add(group);
  }
} // prettier-ignore

function above(path: string): string[] {
  const segments = path.split('.');
  return segments.slice(1).map((_, i) => segments.slice(0, i + 1).join('.'));
}

/** Colours by hue and from light to dark, everything else by size; what has none as often as it is used. */
export function inOrder(clusters: readonly Cluster[]): Cluster[] {
  const numberOf = ({ survivor, members }: Cluster) =>
    members.find((member) => member.value === survivor)?.number;
  const weight = new Map<Cluster, [number, number]>();
  for (const cluster of clusters) {
    const kind = INVENTORY_KINDS.indexOf(cluster.kind);
    if (cluster.kind === 'color') {
      const color = parseColor(cluster.survivor)!;
      weight.set(cluster, [kind * 100 + hueOrder(color), -lchOf(color).l]);
    } else weight.set(cluster, [kind * 100, numberOf(cluster) ?? blurOf(cluster.survivor)]);
  }
  return [...clusters].sort((a, b) => {
    const [one, other] = [weight.get(a)!, weight.get(b)!];
    return one[0] - other[0] || one[1] - other[1];
  });
}

/** The blur of a shadow in px, by which it is named and ordered; 0 for what is none. */
const blurOf = (text: string): number => Number(/^(?:inset )?\S+ \S+ ([\d.]+)px/.exec(text)?.[1] ?? 0);

function primitiveName({ kind, survivor, members }: Cluster): { path: string; why: string } | undefined {
  const number = members.find((member) => member.value === survivor)?.number;
  const plain = (value: number) => String(value).replace('.', '_');
  switch (kind) {
    case 'color': {
      const color = parseColor(survivor)!;
      const hue = hueName(color);
      const step = hue === 'white' || hue === 'black' ? '' : `.${stepName(color)}`;
      const alpha = color.alpha < 1 ? `-${Math.round(color.alpha * 100)}` : '';
      return {
        path: `color.${hue}${step}${alpha}`,
        why: `its hue is ${hue}${step && `, its lightness that of step ${step.slice(1)}`}`,
      };
    }
    case 'fontSize':
      return { path: `size.${plain(number!)}`, why: 'its size in px' };
    case 'space':
    case 'radius':
      return { path: `${kind}.${plain(number!)}`, why: 'its size in px' };
    case 'strokeWidth':
      return { path: `stroke.${plain(number!)}`, why: 'its width in px' };
    case 'breakpoint':
      return { path: `breakpoint.${plain(number!)}`, why: 'its width in px' };
    case 'letterSpacing':
      return /px$/.test(survivor) ? { path: `tracking.${plain(number!)}`, why: 'its size in px' } : undefined;
    case 'fontWeight':
      return { path: `weight.${plain(number!)}`, why: 'its weight' };
    case 'lineHeight':
      return /px$/.test(survivor) ? undefined : { path: `line.${plain(number!)}`, why: 'its height' };
    case 'duration':
      return { path: `duration.${plain(number!)}`, why: 'its length in ms' };
    case 'opacity':
      return number! > 0 && number! < 1
        ? { path: `opacity.${plain(Number((number! * 100).toFixed(2)))}`, why: 'its share of a hundred' }
        : undefined;
    case 'zIndex':
      return number! < 0 ? undefined : { path: `stack.${number!}`, why: 'its place in the stack' };
    case 'easing': {
      const json = easingJson(survivor);
      const word = json && Object.entries(EASINGS).find(([, curve]) => String(curve) === String(json))?.[0];
      return json ? { path: `easing.${word ?? 'curve'}`, why: 'its curve' } : undefined;
    }
    case 'fontFamily': {
      const name = survivor
        .split(',')[0]!
        .replace(/"/g, '')
        .trim()
        .toLowerCase()
        .replace(/[^a-z0-9]+/g, '-')
        .replace(/^-|-$/g, '');
      return { path: `family.${name || 'other'}`, why: 'the first family of its list' };
    }
    case 'shadow': {
      const read = readCssValue(survivor, 'shadow', () => undefined);
      return !('unread' in read) && read.type === 'shadow'
        ? { path: `shadow.${plain(blurOf(survivor))}`, why: 'its blur in px' }
        : undefined;
    }
  }
}

const lastOf = (name: RoleName) => name.replace(/^.*\./, '') as 'surface' | 'text' | 'border' | 'outline' | 'default'; // prettier-ignore
const USE_OF = { surface: 'surface', text: 'text', border: 'border', outline: 'border', default: 'border' } as const; // prettier-ignore
/** Roles that stand on one another, with the contrast each needs (WCAG 2.2, 1.4.3 and 1.4.11). */
const PAIRED: readonly [RoleName, RoleName, number][] = [
  ['page.text', 'page.surface', 4.5],
  ['heading.text', 'page.surface', 4.5],
  ['link.text', 'page.surface', 4.5],
  ['action.text', 'action.surface', 4.5],
  ['field.text', 'field.surface', 4.5],
  ['focus.outline', 'page.surface', 3],
];

/** A purpose for each role: the author's own token where one is named, else the primitive of its colour. */
function rolePurposes(
  roles: readonly Role[],
  authored: Authored,
  survivor: (kind: InventoryKind, value: string) => string | undefined,
  primitives: Map<string, string>,
  purposes: Map<string, string>,
  add: (proposal: Proposal) => string,
): Map<RoleName, string> {
  const found = new Map<RoleName, string>();
  for (const { name, value, from, selector, file, line } of roles) {
    // What is clear has no colour that a token would hold.
    if (parseColor(value)?.alpha === 0) continue;
    const kept = survivor('color', value) ?? value;
    const key = `color\n${kept}`;
    let target = (from === undefined ? undefined : authored.byName.get(from)) ?? primitives.get(key);
    if (target === undefined) {
      const named = primitiveName({ kind: 'color', survivor: kept, members: [], count: 0 });
      target = add({ tier: 'primitive', value: kept, type: 'color', kind: 'color', ...named! });
      primitives.set(key, target);
    }
    const path = add({
      path: `purpose.${name}`,
      tier: 'semantic',
      value: `{${target}}`,
      type: 'color',
      why: `${selector} says it in ${file.replace(/^.*\//, '')}, line ${line}`,
    });
    found.set(name, path);
    const use = `${USE_OF[lastOf(name)]} ${kept}`;
    if (!purposes.has(use)) purposes.set(use, path);
  }
  return found;
}

const NEUTRAL_NAMES: Readonly<Record<'text' | 'surface' | 'border', readonly string[]>> = {
  text: ['default', 'quiet', 'faint'],
  surface: ['page', 'raised', 'sunken'],
  border: ['default', 'quiet', 'strong'],
};

/**
 * Where no rule speaks of an element, a purpose for each colour of a use: neutrals by how often they are used, others by
 * their hue.
 */
function colorPurposes(
  clusters: readonly Cluster[],
  primitives: ReadonlyMap<string, string>,
  purposes: Map<string, string>,
  told: ReadonlySet<ColorUse>,
  add: (proposal: Proposal) => string,
): void {
  for (const use of (['text', 'surface', 'border'] as const).filter((one) => !told.has(one))) {
    const own = clusters
      .filter((cluster) => cluster.kind === 'color')
      .map((cluster) => ({ cluster, uses: usesOf(cluster, use) }))
      .filter(({ uses }) => uses > 0)
      .sort((a, b) => b.uses - a.uses);
    const neutral = own.filter(({ cluster }) => isNeutral(cluster.survivor));
    // The page is the lightest surface of those much used, whatever else is used as often.
    if (use === 'surface') neutral.sort((a, b) => lightOf(b.cluster.survivor) - lightOf(a.cluster.survivor));
    for (const { cluster, uses } of own) {
      const primitive = primitives.get(`color\n${cluster.survivor}`);
      if (primitive === undefined) continue;
      const rank = neutral.findIndex((other) => other.cluster === cluster);
      const name =
        rank === -1 ? hueName(parseColor(cluster.survivor)!) : (NEUTRAL_NAMES[use][rank] ?? 'other');
      const path = add({
        path: `purpose.${use}.${name}`,
        tier: 'semantic',
        value: `{${primitive}}`,
        type: 'color',
        why: `it is used ${counted(uses, 'time')} as ${use}`,
      });
      purposes.set(`${use} ${cluster.survivor}`, path);
    }
  }
}

const usesOf = (cluster: Cluster, use: ColorUse) =>
  cluster.members.reduce((sum, member) => sum + (member.uses[use] ?? 0), 0);
const isNeutral = (value: string) => ['grey', 'white', 'black'].includes(hueName(parseColor(value)!));
const lightOf = (value: string) => luminance(rgbOf(parseColor(value)!));

/** Roles of text, by the elements whose rules say a size. */
function textPurposes(
  clusters: readonly Cluster[],
  primitives: ReadonlyMap<string, string>,
  add: (proposal: Proposal) => string,
): void {
  const roles = new Map<string, { path: string; count: number }>();
  for (const cluster of clusters) {
    if (cluster.kind !== 'fontSize') continue;
    const primitive = primitives.get(`fontSize\n${cluster.survivor}`);
    if (primitive === undefined) continue;
    for (const { selector } of cluster.members.flatMap((member) => member.places)) {
      for (const part of selector.split(',')) {
        const role = /^\s*(?:\w+\s+)?(h[1-6]|body|small|label|code|p)\s*$/.exec(part)?.[1];
        if (role === undefined) continue;
        const name = role === 'p' ? 'body' : role;
        const known = roles.get(name);
        if (!known || known.count < cluster.count) roles.set(name, { path: primitive, count: cluster.count });
      }
    }
  }
  for (const [role, { path }] of [...roles].sort(([a], [b]) => (a < b ? -1 : 1)))
    add({
      path: `text.${role}.size`,
      tier: 'semantic',
      value: `{${path}}`,
      type: 'dimension',
      why: `the rule of ${role} says it`,
    });
}

/** Components that rules speak of by class or element, with the colours they have at rest. */
function componentTokens(
  inventory: Inventory,
  survivor: (kind: InventoryKind, value: string) => string | undefined,
  purposes: ReadonlyMap<string, string>,
  add: (proposal: Proposal) => string,
): void {
  const found = new Map<string, Map<string, string>>();
  for (const entry of inventory.entries) {
    if (entry.kind !== 'color') continue;
    for (const { selector, property } of entry.places) {
      const use = /^color$/.test(property) ? 'text' : /^background(-color)?$/.test(property) ? 'surface' : /^border(-color)?$/.test(property) ? 'border' : undefined; // prettier-ignore
      if (!use) continue;
      for (const part of selector.split(',')) {
        const name = /^\s*\.?([a-z][a-z0-9]*)\s*$/.exec(part)?.[1];
        if (name === undefined || NOT_COMPONENTS.has(name)) continue;
        const purpose = purposes.get(`${use} ${survivor('color', entry.value)}`);
        if (purpose === undefined) continue;
        const own = found.get(name) ?? new Map<string, string>();
        if (!own.has(use)) own.set(use, purpose);
        found.set(name, own);
      }
    }
  }
  for (const [name, own] of [...found].sort(([a], [b]) => (a < b ? -1 : 1))) {
    if (own.size < 2) continue;
    for (const [use, purpose] of own)
      add({
        path: `${name}.${use}`,
        tier: 'component',
        value: `{${purpose}}`,
        type: 'color',
        why: `the rule of ${name} says it`,
      });
  }
}

const NOT_COMPONENTS = new Set([
  'html',
  'body',
  'h1',
  'h2',
  'h3',
  'h4',
  'h5',
  'h6',
  'p',
  'a',
  'small',
  'root',
  'strong',
  'em',
  'b',
  'i',
]);

/** The group of this path, made where it is not there. */
export function groupAt(root: JsonObject, segments: readonly string[]): JsonObject {
  let group = root;
  for (const segment of segments) {
    const next = group.get(segment);
    const made: JsonObject = isObject(next) ? next : new Map();
    if (made !== next) group.set(segment, made);
    group = made;
  }
  return group;
}

/**
 * A DTCG document of chosen proposals. What refers to a proposal left out is left out too.
 * @param known primitives that the library has already, by the path proposed: they are referred to and not made again
 * @param root what the proposals are put into
 * @param there paths of tokens beside the proposals that they may refer to
 */
export function documentOfProposals(
  { tokens: all, pairings }: Proposals,
  known: ReadonlyMap<string, string> = new Map(),
  root: JsonObject = new Map(),
  there: ReadonlySet<string> = new Set(),
): JsonObject {
  const tokens = all.filter((token) => !known.has(token.path));
  const chosen = new Map(tokens.map((token) => [token.path, token]));
  const tiers = new Map<string, Set<string>>();
  const before = new Set(root.keys());
  for (const token of tokens) {
    const segments = token.path.split('.');
    const alias = /^\{(.+)\}$/.exec(token.value)?.[1];
    const value =
      alias === undefined
        ? valueOf(token)
        : chosen.has(alias) || there.has(alias)
          ? `{${alias}}`
          : known.has(alias)
            ? `{${known.get(alias)!}}`
            : undefined;
    if (value === undefined) continue;
    tiers.set(segments[0]!, (tiers.get(segments[0]!) ?? new Set()).add(token.tier));
    groupAt(root, segments.slice(0, -1)).set(
      segments.at(-1)!,
      jsonObject([
        ...(alias === undefined ? ([['$type', token.type]] as [string, Json][]) : []),
        ['$value', value],
      ]),
    );
  }
  for (const [name, kinds] of tiers) {
    const group = root.get(name) as JsonObject;
    const [only] = kinds;
    if (kinds.size === 1 && only !== 'primitive' && !before.has(name))
      group.set('$extensions', jsonObject([['app.seedplan', jsonObject([['tier', only!]])]]));
  }
  const kept = pairings.filter(({ text, surface }) => chosen.has(text) && chosen.has(surface));
  if (kept.length > 0) {
    const list = kept.map(({ text, surface, needs }) =>
      jsonObject([
        ['text', text],
        ['surface', surface],
        ['needs', needs],
      ]),
    );
    root.set('$extensions', jsonObject([['app.seedplan', jsonObject([['pairings', list]])]]));
  }
  return root;
}

function valueOf({ value, type }: Proposal): Json | undefined {
  if (type === 'color') return colorJson(parseColor(value)!);
  const read = readCssValue(
    value,
    type === 'fontWeight' ? 'weight' : type === 'fontFamily' ? 'font-family' : type,
    () => undefined,
  );
  return 'unread' in read || read.type !== type ? undefined : read.value;
}
