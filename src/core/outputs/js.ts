import { defaultContext } from '../tokens/system';
import { contextRemark, leftOut, type Output } from './output';
import { cssTextIn } from './units';

/** A JavaScript module: one object of CSS values by path, of a text style one for each longhand. */
export const js: Output = {
  name: 'js',
  title: 'JavaScript',
  about: 'A module with one object of CSS values by token path, for one combination of contexts.',
  language: 'javascript',
  singleContext: true,
  withUnits: true,
  naming: { of: 'path', names: (path) => [path] },
  write({ resolution, context, unit }) {
    const written = cssTextIn(unit);
    const shown = context ?? defaultContext(resolution.system.axes);
    const at = resolution.numberOf(shown);
    const remark = contextRemark(resolution, shown);
    const lines = resolution.paths.flatMap((path) => {
      const resolved = resolution.value(path, at);
      // A computed key is a property like any other, whatever it is called.
      const key = path === '__proto__' ? '["__proto__"]' : JSON.stringify(path);
      return resolved ? [`  ${key}: ${JSON.stringify(written(resolved))},\n`] : [];
    });
    return {
      files: [
        {
          name: 'tokens.js',
          text: `${remark && `// ${remark}\n`}export const tokens = {\n${lines.join('')}};\n`,
        },
      ],
      findings: leftOut(resolution),
    };
  },
};
