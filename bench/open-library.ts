import { applyChangeSet } from '../src/core/kinds/registry';
import { documentOf } from '../src/core/document/change-set';
import { addItem } from '../src/core/document/edits';
import type { Document } from '../src/core/document/item';
import { importEdits } from '../src/core/intake/import';
import { openTokens } from '../src/core/tokens/open';
import { libraryTree } from '../src/core/tokens/token-tree';
import type { ComponentDefinition, StyleEntry } from '../src/core/components/definition';
import type { AnswerOf } from '../src/api/operations';
import { sampleResolver } from './sample';
import { sampleComponent } from './sample-component';

/** A library of as many tokens under twelve contexts, and of as many components bound to them. */
export function sampleLibrary(tokens: number, components: number): Document {
  let n = 0;
  const newId = (prefix: string) => `${prefix}_${++n}`;
  const opened = openTokens('sample.resolver.json', sampleResolver(tokens), () => undefined);
  const apply = (document: Document, edits: Parameters<typeof applyChangeSet>[1]['edits']): Document => {
    const result = applyChangeSet(document, { edits });
    if ('clashes' in result) throw new Error(result.clashes[0]!.message);
    return result.document;
  };
  const document = apply(
    documentOf('sample', 'library', []),
    importEdits(new Map(), opened, 'sample.resolver.json', newId).edits,
  );
  const { ids, paths } = libraryTree(document.items);
  const colors = [...document.items.values()].flatMap((item) =>
    item.kind === 'token' && Object.values(item.declarations)[0]!.text.includes('"color"') ? [item.id] : [],
  );
  return apply(
    document,
    Array.from({ length: components }, (_, i) => addItem(boundTo(colors, i, paths, ids))),
  );
}

function boundTo(
  colors: readonly string[],
  at: number,
  paths: ReadonlyMap<string, string>,
  ids: ReadonlyMap<string, string>,
): ComponentDefinition {
  const component = sampleComponent(`sample-${at}`, [['tone', 4], ['size', 3]]); // prettier-ignore
  const to = (path: string) => {
    const now = paths.get(colors[(Number(path.slice('color.c'.length)) + at * 7) % colors.length]!)!;
    return { id: ids.get(now)!, path: now };
  };
  const entries = Object.entries(component.entries).map(([id, entry]): [string, StyleEntry] => [
    id,
    entry.kind === 'rule'
      ? {
          ...entry,
          declarations: entry.declarations.map(([property, value]) => [
            property,
            'token' in value ? { token: to(value.token.path) } : value,
          ]),
        }
      : entry,
  ]);
  return {
    ...component,
    order: `a${at.toString(36).padStart(3, '0')}V`,
    entries: Object.fromEntries(entries),
  };
}

/** What the server sends of it, released as it stands. */
export const sentOf = (document: Document): AnswerOf<'libraries.open'> => ({
  document: { id: 'sample', kind: 'library', slug: 'sample', name: 'Sample', about: '', team: 'Team' },
  role: 'maintainer',
  sequence: 1,
  items: [...document.items.values()],
  ancestors: [],
  withheld: false,
  parent: null,
  last: { version: '1.0.0', others: [], without: [], ancestors: null },
  versions: [{ version: '1.0.0', at: '2026-01-01' }],
  products: [],
  log: [],
  people: [{ id: 'me', name: 'Me' }],
});
