import type { Output } from '@/core/outputs/output';

const ENDINGS: Readonly<Record<string, Output['language']>> = {
  html: 'html',
  css: 'css',
  scss: 'scss',
  less: 'less',
  json: 'json',
  js: 'javascript',
  ts: 'typescript',
  swift: 'swift',
  kt: 'kotlin',
  xml: 'xml',
  svg: 'xml',
};

/** The language of a file, by the ending of its name. */
export const languageOf = (name: string): Output['language'] | undefined => ENDINGS[name.split('.').at(-1)!];
