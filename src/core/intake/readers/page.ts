import { stylesOfPage } from '../page';
import type { Reader } from '../reader';
import { css } from './css';

/** Custom properties that the style elements of a page set, as those of a style sheet; its lines are kept. */
export const page: Reader = {
  name: 'page',
  label: 'Custom properties of a page',
  accepts: (file) => /\.html?$/i.test(file),
  read(file, text, readText) {
    let sheet = '';
    let lines = 0;
    for (const style of stylesOfPage(file, text)) {
      if (style.inline) continue;
      sheet += '\n'.repeat(Math.max(0, style.line - lines)) + style.text;
      lines = Math.max(lines, style.line) + style.text.split('\n').length - 1;
    }
    return css.read(file, sheet, readText);
  },
};
