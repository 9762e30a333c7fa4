import { defineKind } from '../document/item-kind';
import { id, list, name, nullable, object, oneOf, order, pair, record, text } from '../document/schema';
import { assetChanges } from '../assets/asset-changes';

const weight = { type: 'integer', minimum: 1, maximum: 1000 };
const fontFacts = object({
  family: name,
  weight: pair(weight, weight),
  italic: { type: 'boolean' },
  axes: list(
    object({
      tag: name,
      name,
      min: { type: 'number' },
      default: { type: 'number' },
      max: { type: 'number' },
    }),
  ),
  scripts: list(name),
  glyphs: { type: 'integer', minimum: 0 },
  licence: text,
  embedding: oneOf('installable', 'restricted', 'preview and print', 'editable'),
  noSubsetting: { type: 'boolean' },
  bitmapOnly: { type: 'boolean' },
});
const assetFile = object(
  {
    order,
    file: name,
    mediaType: name,
    hash: { type: 'string', pattern: '^[0-9a-f]{64}$' },
    size: { type: 'integer', minimum: 1 },
    context: nullable(id),
    font: nullable(fontFacts),
    svg: { type: 'string', maxLength: 200_000 },
  },
  ['svg'],
);

export const asset = defineKind({
  kind: 'asset',
  document: 'library',
  words: ['asset', 'assets'],
  properties: { order, name, role: oneOf('font', 'icon', 'logo', 'picture'), files: record(assetFile) },
  unique: ({ name }) => `asset ${name}`,
  title: ({ name }) => name,
  impact: { added: 'minor', removed: 'major' },
  changes: assetChanges,
  page: ({ role }) => (role === 'font' ? 'fonts' : 'assets'),
});
