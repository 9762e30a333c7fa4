import { addItem, moveEntry, removeItem, setField, type Edit } from '../documents/edits';
import { declare } from '../documents/import';
import {
  itemsOf,
  ordered,
  type ComponentItem,
  type GuideBlock,
  type GuideItem,
  type Items,
  type StyleValue,
  type TokenItem,
} from '../documents/items';
import { libraryTree, printedObject } from '../documents/library';
import { orderBetween, ordersAfter } from '../documents/order';
import { readJson } from '../json/read';
import { writeJson } from '../json/write';
import { parseTemplate } from '../components/template';
import { aliasPath } from '../tokens/references';
import { nameProblem } from '../tokens/read';
import { parentPath, lastName } from '../tokens/system';
import { readTyped, withValue } from '../tokens/typed-value';
import type { OpenLibrary } from './open-library';
import type { OpenProduct } from './open-product';

/** The edits a gesture comes to, with what to call them; or what is wrong with it. */
export type Plan = { label: string; edits: Edit[] } | { problem: string; fix: string };
type NewId = (prefix: string) => string;

const refuse = (problem: string, fix: string): Plan => ({ problem, fix });

function ownToken(
  library: OpenLibrary,
  path: string,
): { effective: TokenItem; own: TokenItem | undefined } | undefined {
  const id = library.tree.ids.get(path);
  const effective = id === undefined ? undefined : library.items.get(id);
  if (effective?.kind !== 'token') return undefined;
  const own = library.own.items.get(effective.id);
  return { effective, own: own?.kind === 'token' ? own : undefined };
}

/** What a layer says of a token, as typed. Of what is inherited, an override is made here; the ancestor is not touched. */
function declareValue(
  library: OpenLibrary,
  { path, layer, text }: { path: string; layer: string; text: string },
): Plan {
  const token = ownToken(library, path);
  if (!token) return refuse(`There is no token ${path}`, 'It may have been renamed or removed');
  if (!library.own.items.has(layer))
    return refuse(
      'This layer comes from an ancestor',
      'Set the value in a layer of this library, or change it at the source',
    );
  const type = library.resolution.variants(path).find(({ resolved }) => !resolved.failed)?.resolved.type;
  const typed = readTyped(text, type);
  if ('problem' in typed) return refuse(typed.problem, typed.fix);
  const target = typeof typed.value === 'string' ? aliasPath(typed.value) : undefined;
  if (target !== undefined && !library.tree.ids.has(target))
    return refuse(`There is no token ${target}`, 'Pick one from the list, or type a value');
  const old = token.effective.declarations[layer];
  const written = withValue(old && writeJson(printedObject(old, library.tree)), typed.value);
  const declaration = { ...old, ...declare(readJson(written) as never, library.tree.ids) };
  const label = `Set ${path} to ${text.trim().slice(0, 60)}`;
  if (token.own) return { label, edits: [setField(token.own, `declarations/${layer}`, declaration)] };
  return { label, edits: [addItem({ ...token.effective, declarations: { [layer]: declaration } })] };
}

/** Takes away what a layer says, so that a weaker one shows again. */
function silence(library: OpenLibrary, { path, layer }: { path: string; layer: string }): Plan {
  const own = ownToken(library, path)?.own;
  if (!own?.declarations[layer]) return refuse('This layer says nothing of it', 'Nothing to take away');
  if (Object.keys(own.declarations).length === 1)
    return { label: `Remove ${path}`, edits: [removeItem(own)] };
  return { label: `Clear ${path} in one layer`, edits: [setField(own, `declarations/${layer}`, null)] };
}

/** Sets or clears one `$` member of a token in the first layer of this library that speaks of it. */
function setMember(
  library: OpenLibrary,
  { path, member, text }: { path: string; member: '$description' | '$deprecated'; text: string },
): Plan {
  const own = ownToken(library, path)?.own;
  const [layer, declaration] = Object.entries(own?.declarations ?? {})[0] ?? [];
  if (!own || !layer || !declaration)
    return refuse(`${path} comes from an ancestor`, 'Change it at the source');
  const object = new Map(printedObject(declaration, library.tree));
  if (text.trim() === '') object.delete(member);
  else object.set(member, text.trim());
  const label =
    member === '$description'
      ? `Describe ${path}`
      : text.trim() === ''
        ? `Take back the deprecation of ${path}`
        : `Deprecate ${path}`;
  return {
    label,
    edits: [setField(own, `declarations/${layer}`, { ...declaration, ...declare(object, library.tree.ids) })],
  };
}

function renameToken(library: OpenLibrary, { path, name }: { path: string; name: string }): Plan {
  const id = library.tree.ids.get(path);
  const item = id === undefined ? undefined : library.own.items.get(id);
  if (item?.kind !== 'token' && item?.kind !== 'group')
    return refuse(`${path} comes from an ancestor`, 'Rename it at the source');
  const wrong = nameProblem(name);
  if (wrong) return refuse(wrong, 'Choose another name');
  const target = parentPath(path) === '' ? name : `${parentPath(path)}.${name}`;
  if (library.tree.ids.has(target))
    return refuse(`There is something at ${target} already`, 'Choose another name');
  return {
    label: `Rename ${path} to ${name}`,
    edits: [
      setField(item, 'name', name),
      setField(item, 'redirects', [...new Set([...item.redirects, path])]),
    ],
  };
}

/** A new token, in a group that is made where it does not exist yet. */
function addToken(
  library: OpenLibrary,
  { path, type, text }: { path: string; type: string; text: string },
  newId: NewId,
): Plan {
  const segments = path.trim().split('.');
  const wrong = segments.map(nameProblem).find(Boolean);
  if (wrong) return refuse(wrong, 'Write the path as group.name');
  if (library.tree.ids.has(path.trim()))
    return refuse(`There is something at ${path.trim()} already`, 'Choose another path');
  const typed = readTyped(text, type);
  if ('problem' in typed) return refuse(typed.problem, typed.fix);
  const edits: Edit[] = [];
  let layer = itemsOf(library.own.items, 'layer').find((other) => other.when.length === 0)?.id;
  if (!layer) {
    layer = newId('layer');
    edits.push(
      addItem({
        id: layer,
        kind: 'layer',
        name: 'base',
        when: [],
        file: null,
        order: ordersAfter(null, 1)[0]!,
      }),
    );
  }
  let parent: string | null = null;
  segments.slice(0, -1).forEach((name, i) => {
    const known = library.tree.ids.get(segments.slice(0, i + 1).join('.'));
    if (!known) {
      const id = newId('group');
      edits.push(
        addItem({
          id,
          kind: 'group',
          name,
          parent,
          order: after(library.items, parent),
          declarations: { [layer!]: { text: '{}', refs: [] } },
          redirects: [],
        }),
      );
      parent = id;
    } else parent = known;
  });
  const object = new Map([
    ['$type', type as never],
    ['$value', typed.value as never],
  ]);
  edits.push(
    addItem({
      id: newId('token'),
      kind: 'token',
      name: lastName(path.trim()),
      parent,
      order: after(library.items, parent),
      declarations: { [layer]: declare(object, library.tree.ids) },
      redirects: [],
    }),
  );
  return { label: `Add ${path.trim()}`, edits };
}

const after = (items: Items, parent: string | null) =>
  ordersAfter(libraryTree(items).children.get(parent)?.at(-1)?.order ?? null, 1)[0]!;

function removeToken(library: OpenLibrary, { path }: { path: string }): Plan {
  const own = ownToken(library, path)?.own;
  return own
    ? { label: `Remove ${path}`, edits: [removeItem(own)] }
    : refuse(`${path} comes from an ancestor`, 'Remove it at the source');
}

function ownComponent(library: OpenLibrary, name: string): ComponentItem | undefined {
  return itemsOf(library.own.items, 'component').find((component) => component.name === name);
}

/** Binds one declaration of one rule, to a token as `{path}` or to a raw value; an empty text takes it away. */
function setRuleValue(
  library: OpenLibrary,
  {
    component: name,
    rule: id,
    property,
    text,
  }: { component: string; rule: string; property: string; text: string },
): Plan {
  const component = ownComponent(library, name);
  const rule = component?.entries[id];
  if (!component || rule?.kind !== 'rule')
    return refuse(`The rule is not in this library`, 'Change it at the source');
  const trimmed = text.trim();
  const path = aliasPath(trimmed);
  const token = path === undefined ? undefined : library.tree.ids.get(path);
  if (path !== undefined && token === undefined)
    return refuse(`There is no token ${path}`, 'Pick one from the list');
  if (path === undefined && /[;{}<>]/.test(trimmed))
    return refuse('A value cannot hold ; { } < or >', 'Write one CSS value');
  const value: StyleValue = path === undefined ? { raw: trimmed } : { token: { id: token, path } };
  const known = rule.declarations.some(([other]) => other === property);
  const declarations =
    trimmed === ''
      ? rule.declarations.filter(([other]) => other !== property)
      : known
        ? rule.declarations.map(([other, old]): [string, StyleValue] => [
            other,
            other === property ? value : old,
          ])
        : [...rule.declarations, [property, value] as [string, StyleValue]];
  return {
    label: `Set ${property} of ${name} to ${trimmed || 'nothing'}`,
    edits: [setField(component, `entries/${id}`, { ...rule, declarations })],
  };
}

function setTemplate(
  library: OpenLibrary,
  { component: name, text }: { component: string; text: string },
): Plan {
  const component = ownComponent(library, name);
  if (!component) return refuse(`${name} comes from an ancestor`, 'Change it at the source');
  const [finding] = parseTemplate(text).findings;
  if (finding)
    return refuse(
      `${finding.message}${finding.at?.line ? ` (line ${finding.at.line})` : ''}`,
      finding.fix ?? '',
    );
  return { label: `Change the template of ${name}`, edits: [setField(component, 'template', text)] };
}

function ownGuide(library: OpenLibrary, name: string): GuideItem | undefined {
  return itemsOf(library.own.items, 'guide').find((guide) => guide.name === name);
}

function addGuide(library: OpenLibrary, { title }: { title: string }, newId: NewId): Plan {
  const name = title
    .trim()
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '');
  if (name === '') return refuse('A guide needs a title', 'Type one');
  const all = itemsOf(library.items, 'guide');
  if (all.some((guide) => guide.name === name))
    return refuse(`There is a guide at ${name} already`, 'Choose another title');
  const last =
    all
      .map((guide) => guide.order)
      .sort()
      .at(-1) ?? null;
  const block = {
    order: ordersAfter(null, 1)[0]!,
    kind: 'text' as const,
    markdown: 'Say what this is for, and what it is not for.',
  };
  return {
    label: `Add the guide ${title.trim()}`,
    edits: [
      addItem({
        id: newId('guide'),
        kind: 'guide',
        name,
        title: title.trim(),
        order: ordersAfter(last, 1)[0]!,
        blocks: { [newId('block')]: block },
      }),
    ],
  };
}

type NewBlock =
  | { kind: 'text'; markdown: string }
  | { kind: 'tokenTable'; group: string }
  | { kind: 'typeSpecimen'; group: string; sample: string }
  | { kind: 'component'; component: string };

function addBlock(
  library: OpenLibrary,
  { guide: name, block, behind }: { guide: string; block: NewBlock; behind?: string },
  newId: NewId,
): Plan {
  const guide = ownGuide(library, name);
  if (!guide) return refuse(`${name} comes from an ancestor`, 'Change it at the source');
  const all = ordered(guide.blocks);
  const at = behind === undefined ? all.length - 1 : all.findIndex((other) => other.id === behind);
  const order = orderBetween(all[at]?.order ?? null, all[at + 1]?.order ?? null);
  const group = (path: string) => ({ id: library.tree.ids.get(path), path });
  const stored: GuideBlock =
    block.kind === 'text'
      ? { order, kind: 'text', markdown: block.markdown }
      : block.kind === 'tokenTable'
        ? { order, kind: 'tokenTable', group: group(block.group) }
        : block.kind === 'typeSpecimen'
          ? { order, kind: 'typeSpecimen', group: group(block.group), sample: block.sample }
          : {
              order,
              kind: 'component',
              component: {
                id: itemsOf(library.items, 'component').find((other) => other.name === block.component)?.id,
                path: block.component,
              },
              props: {},
            };
  return {
    label: `Add a block to ${guide.title}`,
    edits: [setField(guide, `blocks/${newId('block')}`, stored)],
  };
}

function moveBlock(
  library: OpenLibrary,
  { guide: name, block, to }: { guide: string; block: string; to: number },
): Plan {
  const guide = ownGuide(library, name);
  if (!guide?.blocks[block]) return refuse('The block is no longer there', 'Reload the guide');
  const others = ordered(guide.blocks).filter((other) => other.id !== block);
  const order = orderBetween(others[to - 1]?.order ?? null, others[to]?.order ?? null);
  return { label: `Move a block of ${guide.title}`, edits: [moveEntry(guide, `blocks/${block}`, order)] };
}

function setBlockText(
  library: OpenLibrary,
  { guide: name, block, text }: { guide: string; block: string; text: string },
): Plan {
  const guide = ownGuide(library, name);
  const old = guide?.blocks[block];
  if (!guide || old?.kind !== 'text') return refuse('The block is no longer there', 'Reload the guide');
  return {
    label: `Write in ${guide.title}`,
    edits: [setField(guide, `blocks/${block}`, { ...old, markdown: text })],
  };
}

function removeBlock(library: OpenLibrary, { guide: name, block }: { guide: string; block: string }): Plan {
  const guide = ownGuide(library, name);
  if (!guide?.blocks[block]) return refuse('The block is no longer there', 'Reload the guide');
  return { label: `Take a block out of ${guide.title}`, edits: [setField(guide, `blocks/${block}`, null)] };
}

function setPlacementProp(
  product: OpenProduct,
  { placement: id, prop, value }: { placement: string; prop: string; value: string },
): Plan {
  const placement = product.own.items.get(id);
  if (placement?.kind !== 'placement') return refuse('The placement is no longer there', 'Reload the screen');
  return {
    label: `Set ${prop} of ${placement.component.path}`,
    edits: [setField(placement, `props/${prop}`, value === '' ? null : value)],
  };
}

export const LIBRARY_PLANS = {
  declareValue,
  silence,
  setMember,
  renameToken,
  addToken,
  removeToken,
  setRuleValue,
  setTemplate,
  addGuide,
  addBlock,
  moveBlock,
  setBlockText,
  removeBlock,
};
export const PRODUCT_PLANS = { setPlacementProp };
export type Plans = typeof LIBRARY_PLANS & typeof PRODUCT_PLANS;
export type PlanName = keyof Plans;
export type PlanArguments<K extends PlanName> = Parameters<Plans[K]>[1];
