import { micromark } from 'micromark';
import { gfm, gfmHtml } from 'micromark-extension-gfm';
import { object, oneOf, order } from '../../document/schema';
import type { BlockForm } from '../block';

declare module '../block' {
  interface GuideBlockTypes {
    text: { stored: { markdown: string }; shown: { markdown: string } };
  }
}

export const text: BlockForm<'text'> = {
  kind: 'text',
  title: 'Text',
  fence: null,
  schema: object({ order, kind: oneOf('text'), markdown: { type: 'string', maxLength: 200_000 } }),
  options: [{ name: 'markdown', label: 'Text', kind: 'markdown' }],
  parse: ({ markdown }) => (markdown === undefined ? undefined : { kind: 'text', markdown }),
  print: ({ markdown }) => ({ markdown }),
  references: () => [],
  show: ({ markdown }) => ({ kind: 'text', markdown }),
  html: ({ markdown }) => micromark(markdown, { extensions: [gfm()], htmlExtensions: [gfmHtml()] }),
};
