import { writeJson } from '../base/json/write';
import type { Output } from './output';

/** The token files as they were written: aliases, contexts and extensions kept. */
export const dtcg: Output = {
  name: 'dtcg',
  title: 'DTCG token files',
  about: 'The token files as authored, with aliases, contexts and extensions; reads back exactly.',
  language: 'json',
  write({ authored, resolution }) {
    const files = authored().map(({ name, json }) => ({ name, text: writeJson(json, 2) + '\n' }));
    const combined = resolution.system.sources.filter((source) => Object.keys(source.when).length > 1);
    return {
      files,
      findings: combined.map((source) => ({
        code: 'combined-layer',
        level: 'note',
        message: `The layer ${source.label} applies under a combination of contexts, which only Seedplan reads`,
        fix: 'Move its values to layers of one context if other tools are to see them',
      })),
    };
  },
};
