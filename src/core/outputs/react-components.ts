import { reactSource } from '../components/delivered/react-source';
import { pascal } from '../components/delivered/signature';
import { componentSheets, scriptless } from './component-sheets';
import { css } from './css';
import type { Output } from './output';

/** Each component as a function of React with its types, and the style sheets, fonts and drawings they use. */
export const react: Output = {
  name: 'react',
  title: 'Components in React',
  about: 'A function with its types and a style sheet for each component, with the custom properties, fonts and drawings they use.',
  language: 'typescript',
  withFiles: true,
  withUnits: true,
  naming: css.naming!,
  write(input) {
    const sheets = componentSheets(input);
    if (!('sheets' in sheets)) return { files: [], findings: sheets.findings };
    const written = sheets.compiled.flatMap((one) => {
      const text = reactSource(one, sheets.items);
      return text === undefined ? [] : [{ name: `components/${one.name}.tsx`, text }];
    });
    const offered = sheets.offered.filter(({ name }) => written.some((file) => file.name === `components/${name}.tsx`));
    const index =
      ['base', 'fonts', 'tokens'].map((sheet) => `import './${sheet}.css';\n`).join('') +
      offered.map(({ name }) => `export { ${pascal(name)}, type ${pascal(name)}Props } from './components/${name}';\n`).join('');
    return {
      files: [...sheets.sheets, ...written, { name: 'index.ts', text: index }, ...sheets.assets],
      findings: [...sheets.findings, ...sheets.compiled.flatMap((one) => scriptless(one, 'these are functions of their props'))],
    };
  },
}; // prettier-ignore
