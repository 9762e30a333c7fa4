import { isSteps, runToEnd } from '@/core/base/steps';
import { LIBRARY_QUERIES, type QueryArguments } from '@/editing/queries';
import type { OpenLibrary } from '@/editing/session/open-library';
import { demo, lens } from './library';
import { itemsOf } from '@/core/document/item';

export type QueryName = keyof typeof LIBRARY_QUERIES;

const ink = itemsOf(demo().items, 'token').find(({ name }) => name === '700')!;

/** What each query is asked of the demo library; null: each is asked of what a person gave in, beside it. */
export const ASKED: { [K in QueryName]: QueryArguments<K> | null } = {
  frame: {},
  changeCount: {},
  users: {},
  card: {},
  findingCount: {},
  search: { text: 'estuary', limit: 20 } as never,
  pick: { text: 'space', lens } as never,
  removal: { kind: 'paths', paths: ['space'] },
  valueNote: { property: 'padding', typed: '20 px' },
  bindings: { property: 'color', typed: '#10324e', lens },
  offeredGuards: { name: 'button' },
  contrastFix: { name: 'notice', part: 'hint', kind: 'text' },
  dataTables: { name: 'departure-table' },
  typedTable: { name: 'departure-table', fills: 'rows', text: 'time,to\n09:40,Skerry' },
  deliveredCode: { name: 'badge', context: lens },
  tiers: { lens, filter: {}, folded: [], from: 0, to: 1e6, selected: null },
  tokenList: { lens, filter: {}, order: 'path', down: false, from: 0, to: 40 } as never,
  matchingPaths: { lens, filter: {} } as never,
  tokenCsv: { lens, filter: {}, order: 'path', down: false } as never,
  token: { path: 'color.text.quiet', lens },
  tokenValues: { lens },
  overrides: { layer: null } as never,
  overridesCsv: { layer: null } as never,
  pairingGrid: { lens, all: false } as never,
  pairingSolutions: { text: 'color.text.quiet', surface: 'color.surface.page', context: lens } as never,
  pairingsCsv: { lens } as never,
  findings: { code: '', level: '', find: '' },
  findingsOf: { name: 'badge' },
  findingsCsv: {} as never,
  recipes: {},
  recipePreview: null,
  scheme: null,
  textStyles: { lens } as never,
  rolePreview: { roles: ['h6'], base: 16, ratio: 1.2 } as never,
  axes: {},
  brands: { lens } as never,
  fonts: {},
  spacing: { lens } as never,
  intakeReview: { files: [], strip: '', into: '', decisions: {} } as never,
  importHistory: {},
  recognise: { values: [{ kind: 'color', value: '#00617e' }] } as never,
  replacedPaths: { find: 'estuary', replace: 'tide' } as never,
  components: { lens },
  componentSums: {},
  cardSpecimen: { name: 'badge', lens },
  groupedRanks: {},
  themes: { lens } as never,
  themeChanges: { theme: null, components: ['badge'], lens } as never,
  markup: null,
  proposal: null,
  codeProps: null,
  assets: { lens } as never,
  proof: { name: 'button', lens },
  matrix: { name: 'button', lens },
  sizes: { name: 'badge', lens },
  specimen: { name: 'badge', lens },
  nestedProps: { name: 'icon' } as never,
  anatomy: { name: 'badge', lens, props: {}, states: [], boxes: [] } as never,
  inspect: { name: 'badge', lens, props: {}, states: [], boxes: [], chosen: null } as never,
  measuredGuards: { name: 'badge', lens, props: {}, states: [], boxes: [] } as never,
  drawnChecks: { name: 'badge', lens, asked: [], boxes: [] } as never,
  whatIf: null,
  guides: { lens },
  guide: { name: 'buttons', lens },
  guideFile: { name: 'buttons', lens } as never,
  ledger: { leftOut: [] },
  changeSpecimen: { item: ink.id },
  parentUpgrade: { version: '1.1.0' },
  outputs: {},
  usage: {},
  uses: { id: ink.id },
};

/** Answers a query to its end. */
export const answer = (library: OpenLibrary, name: QueryName, input: never): unknown => {
  const found = (LIBRARY_QUERIES[name] as (of: OpenLibrary, input: never) => unknown)(library, input);
  return isSteps(found) ? runToEnd(found) : found;
};
