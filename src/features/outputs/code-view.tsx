'use client';

import { css } from '@codemirror/lang-css';
import { html } from '@codemirror/lang-html';
import { javascript } from '@codemirror/lang-javascript';
import { less } from '@codemirror/lang-less';
import { sass } from '@codemirror/lang-sass';
import { xml } from '@codemirror/lang-xml';
import { StreamLanguage } from '@codemirror/language';
import { kotlin } from '@codemirror/legacy-modes/mode/clike';
import { swift } from '@codemirror/legacy-modes/mode/swift';
import { unifiedMergeView } from '@codemirror/merge';
import { RangeSet } from '@codemirror/state';
import { EditorView, gutter, GutterMarker } from '@codemirror/view';
import CodeMirror from '@uiw/react-codemirror';
import { useMemo } from 'react';
import { colorsIn } from '@/core/base/color/in-text';
import type { Output } from '@/core/outputs/output';
import { codeTheme } from '@/features/components/code/code-theme';
import classes from './outputs.module.css';

const LANGUAGES = {
  html: html(),
  css: css(),
  scss: sass(),
  less: less(),
  json: javascript(),
  javascript: javascript(),
  typescript: javascript({ typescript: true }),
  swift: StreamLanguage.define(swift),
  kotlin: StreamLanguage.define(kotlin),
  xml: xml(),
};

class SwatchMarker extends GutterMarker {
  constructor(readonly colors: string[]) {
    super();
  }
  override eq(other: SwatchMarker) {
    return other.colors.join() === this.colors.join();
  }
  override toDOM() {
    const swatches = document.createElement('span');
    swatches.className = classes.swatches!;
    swatches.setAttribute('aria-hidden', 'true');
    for (const color of this.colors) {
      const swatch = document.createElement('i');
      swatch.dataset.specimen = '';
      swatch.style.background = color;
      swatches.append(swatch);
    }
    return swatches;
  }
}

/** The colours of each line, beside it. */
const swatchGutter = (alphaFirst: boolean) =>
  gutter({
    class: classes.margin!,
    markers: () => RangeSet.empty,
    lineMarker(view, line) {
      const text = view.state.sliceDoc(line.from, Math.min(line.to, line.from + 500));
      const colors = colorsIn(text, alphaFirst);
      return colors.length > 0 ? new SwatchMarker(colors.slice(0, 2)) : null;
    },
    lineMarkerChange: (update) => update.docChanged || update.viewportChanged,
  });

/** A file to read: highlighted, with swatches in its margin; against `before`, with what was added and removed. */
export function CodeView({
  text,
  before,
  language,
  label,
}: {
  text: string;
  before?: string;
  language: Output['language'];
  label: string;
}) {
  const extensions = useMemo(
    () => [
      LANGUAGES[language],
      swatchGutter(language === 'xml' || language === 'kotlin'),
      codeTheme,
      EditorView.contentAttributes.of({ 'aria-label': label, 'aria-readonly': 'true', tabindex: '0' }),
      ...(before === undefined
        ? []
        : [
            unifiedMergeView({
              original: before,
              mergeControls: false,
              gutter: true,
              collapseUnchanged: { margin: 2, minSize: 5 },
              diffConfig: { scanLimit: 1000, timeout: 800 },
            }),
          ]),
    ],
    [before, language, label],
  );
  return (
    <CodeMirror
      theme="none"
      value={text}
      readOnly
      height="calc(100vh - 250px)"
      minHeight="320px"
      extensions={extensions}
      basicSetup={{ foldGutter: false, syntaxHighlighting: false, highlightActiveLine: false }}
    />
  );
}
