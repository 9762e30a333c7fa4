import {
  ELEMENT_BASE,
  ELEMENT_BASE_TYPES,
  elementSource,
  elementTypes,
} from '../components/delivered/element';
import { componentSheets, scriptless } from './component-sheets';
import { css } from './css';
import type { Output } from './output';

/** Each component as a custom element, and the style sheets, fonts and drawings they use. */
export const elements: Output = {
  name: 'elements',
  title: 'Components as custom elements',
  about: 'A module with its types and a style sheet for each component, with the custom properties, fonts and drawings they use.',
  language: 'javascript',
  withFiles: true,
  withUnits: true,
  naming: css.naming!,
  write(input) {
    const sheets = componentSheets(input);
    if (!('sheets' in sheets)) return { files: [], findings: sheets.findings };
    // An element's name has a hyphen: without a prefix of the delivery it is that of any library.
    const prefix = input.prefix ?? 'ui';
    const written = sheets.compiled.flatMap((one) => {
      const text = elementSource(one, sheets.items, prefix);
      return text === undefined
        ? []
        : [
            { name: `components/${one.name}.js`, text },
            { name: `components/${one.name}.d.ts`, text: elementTypes(one, prefix) },
          ];
    });
    const offered = sheets.offered.filter(({ name }) => written.some((file) => file.name === `components/${name}.js`));
    return {
      files: [
        ...sheets.sheets,
        { name: 'components/library-element.js', text: ELEMENT_BASE },
        { name: 'components/library-element.d.ts', text: ELEMENT_BASE_TYPES },
        ...written,
        { name: 'index.js', text: offered.map(({ name }) => `import './components/${name}.js';\n`).join('') },
        ...sheets.assets,
      ],
      findings: [...sheets.findings, ...sheets.compiled.flatMap((one) => scriptless(one, 'these elements draw what their attributes say'))],
    };
  },
}; // prettier-ignore
