import { counted } from '../base/words';
import { colorJson, parseColor, rgbOf } from '../base/color/color';
import { luminance } from '../base/color/contrast';
import { jsonObject, type Json, type JsonObject } from '../base/json/json';
import type { Cluster } from './cluster';
import { readCssValue } from '../base/css/css-value';
import type { ColorUse, Inventory, InventoryKind } from './inventory';
import { hueName, stepName } from './names';

/** A token proposed from an inventory. */
interface Proposal {
  path: string;
  tier: 'primitive' | 'semantic' | 'component';
  /** CSS text, or `{path}` for an alias. */
  value: string;
  type: string;
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
  spacing: 'dimension', radius: 'dimension', shadow: 'shadow', duration: 'duration',
}; // prettier-ignore

/**
 * Three tiers of tokens from clusters of an inventory: a primitive for each, named by hue and lightness or by size;
 * purposes named by use and role; tokens of components that several rules speak of. Pairings are those that rules set
 * together.
 */
export function propose(inventory: Inventory, clusters: readonly Cluster[]): Proposals {
  const tokens: Proposal[] = [];
  const taken = new Set<string>();
  const add = (proposal: Proposal): string => {
    let path = proposal.path;
    for (let n = 2; taken.has(path); n++) path = `${proposal.path}-${n}`;
    taken.add(path);
    tokens.push({ ...proposal, path });
    return path;
  };
  const survivors = new Map<string, string>();
  const primitives = new Map<string, string>();
  for (const cluster of clusters) {
    for (const member of cluster.members) survivors.set(`${cluster.kind}\n${member.value}`, cluster.survivor);
    const named = primitiveName(cluster);
    if (named)
      primitives.set(
        `${cluster.kind}\n${cluster.survivor}`,
        add({ tier: 'primitive', value: cluster.survivor, type: TYPES[cluster.kind], ...named }),
      );
  }
  const purposes = new Map<string, string>();
  colorPurposes(clusters, primitives, purposes, add);
  textPurposes(clusters, primitives, add);
  const survivor = (kind: InventoryKind, value: string) => survivors.get(`${kind}\n${value}`);
  componentTokens(inventory, survivor, purposes, add);
  const pairings = new Map<string, ProposedPairing>();
  for (const { text, surface } of inventory.pairs) {
    const [a, b] = [
      purposes.get(`text ${survivor('color', text)}`),
      purposes.get(`surface ${survivor('color', surface)}`),
    ];
    if (a !== undefined && b !== undefined && a !== b)
      pairings.set(`${a} ${b}`, { text: a, surface: b, needs: 4.5 });
  }
  return { tokens, pairings: [...pairings.values()] };
}

function primitiveName({ kind, survivor, members }: Cluster): { path: string; why: string } | undefined {
  const [first] = members;
  const number = members.find((member) => member.value === survivor)?.number;
  const plain = (value: number) => String(value).replace('.', '_');
  switch (kind) {
    case 'color': {
      const color = parseColor(survivor)!;
      const hue = hueName(color);
      const step = hue === 'white' || hue === 'black' ? '' : `.${stepName(color)}`;
      const alpha = color.alpha < 1 ? `-${Math.round(color.alpha * 100)}` : '';
      const path =
        step === '' && alpha === ''
          ? `color.${hue}`
          : step === ''
            ? `color.${hue}${alpha}`
            : `color.${hue}${step}${alpha}`;
      return { path, why: `its hue is ${hue}${step && `, its lightness that of step ${step.slice(1)}`}` };
    }
    case 'fontSize':
      return { path: `size.${plain(number!)}`, why: 'its size in px' };
    case 'spacing':
      return { path: `space.${plain(number!)}`, why: 'its size in px' };
    case 'radius':
      return { path: `radius.${plain(number!)}`, why: 'its size in px' };
    case 'fontWeight':
      return { path: `weight.${plain(number!)}`, why: 'its weight' };
    case 'lineHeight':
      return /px$/.test(survivor) ? undefined : { path: `line.${plain(number!)}`, why: 'its height' };
    case 'duration':
      return { path: `duration.${plain(number!)}`, why: 'its length in ms' };
    case 'fontFamily': {
      const name = survivor
        .split(',')[0]!
        .replace(/"/g, '')
        .trim()
        .toLowerCase()
        .replace(/[^a-z0-9]+/g, '-');
      return { path: `family.${name || 'other'}`, why: 'the first family of its list' };
    }
    case 'shadow': {
      const read = readCssValue(survivor, 'shadow', () => undefined);
      return first && !('unread' in read) && read.type === 'shadow'
        ? { path: 'shadow.raised', why: 'it is a shadow' }
        : undefined;
    }
  }
}

const NEUTRAL_NAMES: Readonly<Record<'text' | 'surface' | 'border', readonly string[]>> = {
  text: ['default', 'quiet', 'faint'],
  surface: ['page', 'raised', 'sunken'],
  border: ['default', 'quiet', 'strong'],
};

/** A purpose for each colour and use: neutrals by how often they are used, others by their hue. */
function colorPurposes(
  clusters: readonly Cluster[],
  primitives: ReadonlyMap<string, string>,
  purposes: Map<string, string>,
  add: (proposal: Proposal) => string,
): void {
  for (const use of ['text', 'surface', 'border'] as const) {
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

/**
 * A DTCG document of chosen proposals. What refers to a proposal left out is left out too.
 * @param known primitives that the library has already, by the path proposed: they are referred to and not made again
 */
export function documentOfProposals(
  { tokens: all, pairings }: Proposals,
  known: ReadonlyMap<string, string> = new Map(),
): JsonObject {
  const tokens = all.filter((token) => !known.has(token.path));
  const root: JsonObject = new Map();
  const chosen = new Map(tokens.map((token) => [token.path, token]));
  const tiers = new Map<string, Set<string>>();
  const groupOf = (segments: string[]): JsonObject => {
    let group = root;
    for (const segment of segments) {
      const next = group.get(segment);
      if (next instanceof Map) group = next as JsonObject;
      else {
        const made: JsonObject = new Map();
        group.set(segment, made);
        group = made;
      }
    }
    return group;
  };
  for (const token of tokens) {
    const segments = token.path.split('.');
    const alias = /^\{(.+)\}$/.exec(token.value)?.[1];
    const value =
      alias === undefined
        ? valueOf(token)
        : chosen.has(alias)
          ? `{${alias}}`
          : known.has(alias)
            ? `{${known.get(alias)!}}`
            : undefined;
    if (value === undefined) continue;
    tiers.set(segments[0]!, (tiers.get(segments[0]!) ?? new Set()).add(token.tier));
    groupOf(segments.slice(0, -1)).set(
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
    if (kinds.size === 1 && only !== 'primitive')
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
