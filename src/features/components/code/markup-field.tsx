'use client';

import { Text } from '@mantine/core';
import { useCallback, useMemo } from 'react';
import { sheetCompletion, templateCompletion, tokenAsked } from '@/core/components/code-completion';
import { partRenamedInCss, partRenamedInTemplate } from '@/core/components/part-names';
import type { ProofView } from '@/editing/components/queries/proof';
import { customProperty } from '@/core/tokens/naming';
import { useAsk } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import { errorAt, Refused, useStore } from '@/features/session/refused';
import { useLens } from '@/ui/frame/lens';
import { CodeActions, CodeEditor, isSaveKey, useCodeText } from './code-editor';
import { PartsTree } from './parts-tree';
import classes from '../components.module.css';

/**
 * Template and style sheet beside each other: both as typed are seen at once in the specimen, and both are saved together, since
 * one may need the other, as where a part is renamed in both.
 */
export function MarkupField({ view }: { view: ProofView }) {
  const library = useLibrary();
  const { put, show, clear, refusal, setRefusal } = useStore();
  const place = `${library.slug} ${view.name}`;
  const template = useCodeText(`${place} template`, view.template);
  const sheet = useCodeText(`${place} style sheet`, view.sheet);
  const names = useMemo(
    () => ({ parts: view.parts.map(({ name }) => name), props: view.props, states: view.states }),
    [view.parts, view.props, view.states],
  );
  const completeTemplate = useCallback((before: string) => templateCompletion(before, names), [names]);
  const ask = useAsk();
  const lens = useLens(library.axes);
  const completeSheet = useCallback(
    async (before: string) => {
      const asked = tokenAsked(before);
      if (!asked) return sheetCompletion(before, names);
      const { from, property, typed: text } = asked;
      const found = await ask('bindings', { property, typed: text, lens }).catch(() => []);
      return {
        from,
        filter: false,
        options: found.map(({ path, css }) => ({ label: `var(${customProperty(path)})`, detail: css })),
      };
    },
    [names, ask, lens],
  );
  const changed = template.changed || sheet.changed;
  const input = (html: string, css: string) => ({
    component: view.name,
    ...(html !== template.before && { template: html }),
    ...(css !== sheet.before && { sheet: css }),
  });
  const typed = (html: string, css: string) => {
    const same = html === template.before && css === sheet.before;
    void show('setCode', input(html, css)).then((refused) => setRefusal(same ? null : refused));
  };
  const leave = () => {
    template.leave();
    sheet.leave();
    setRefusal(null);
  };
  const save = async () => {
    if (changed && (await put('setCode', input(template.text, sheet.text)))) leave();
  };
  const wrong = (field: 'template' | 'sheet') => {
    const text = errorAt(refusal, field);
    return text === undefined ? null : (
      <Text size="sm" c="var(--bad)" role="alert" mt={4}>
        {text}
      </Text>
    );
  };
  return (
    <div onKeyDown={(event) => isSaveKey(event) && void save()}>
      <div className={classes.pair}>
        <div>
          <h3>Template</h3>
          <CodeEditor
            label="Template"
            language="html"
            complete={completeTemplate}
            text={template.text}
            canEdit={view.canEdit}
            onType={(text) => {
              template.type(text);
              typed(text, sheet.text);
            }}
          />
          {wrong('template')}
        </div>
        <PartsTree
          view={view}
          template={template.text}
          renamed={(from, to) => {
            if (template.changed) template.type(partRenamedInTemplate(template.text, from, to));
            if (sheet.changed) sheet.type(partRenamedInCss(sheet.text, from, to));
          }}
        />
        <div>
          <h3>Style sheet</h3>
          <CodeEditor
            label="Style sheet"
            language="css"
            complete={completeSheet}
            text={sheet.text}
            canEdit={view.canEdit}
            onType={(text) => {
              sheet.type(text);
              typed(template.text, text);
            }}
          />
          {wrong('sheet')}
          <Text size="sm" c="dimmed" mt={6}>
            A rule whose selector names parts, props and states becomes a rule of the component; all other CSS
            is passed through unchanged.
          </Text>
        </div>
      </div>
      <Refused refusal={refusal} fields={['template', 'sheet']} />
      {view.canEdit && (
        <CodeActions
          save={SAVES[`${template.changed}-${sheet.changed}`]}
          changed={changed}
          found={template.found || sheet.found}
          onSave={() => void save()}
          onLeave={() => {
            leave();
            clear();
          }}
        />
      )}
    </div>
  );
}

const BOTH = 'Save template and style sheet';
const SAVES = {
  'true-true': BOTH,
  'true-false': 'Save template',
  'false-true': 'Save style sheet',
  'false-false': BOTH,
} as const;
