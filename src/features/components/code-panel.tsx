'use client';

import { Button, FileInput, Group, Select, Tabs, Text } from '@mantine/core';
import { css } from '@codemirror/lang-css';
import { html } from '@codemirror/lang-html';
import { javascript } from '@codemirror/lang-javascript';
import CodeMirror, { EditorView } from '@uiw/react-codemirror';
import { useEffect, useMemo, useState } from 'react';
import type { PlanArguments } from '@/core/views/plans/registry';
import type { ProofView } from '@/core/views/proof';
import { Refused, useStore } from '@/features/document/refused';
import { codeTheme } from './code-theme';
import { useCodeFile } from './start-from-code';
import classes from './components.module.css';

/** Template and style sheet as code, shown in the specimen while one types; one truth with the rules beside. */
export function CodePanel({ view }: { view: ProofView }) {
  return (
    <section className={classes.sheet} aria-label="Code">
      <header>
        <h2>Code</h2>
      </header>
      <Tabs defaultValue="template" p="sm" keepMounted={false}>
        <Tabs.List>
          <Tabs.Tab value="template">Template</Tabs.Tab>
          <Tabs.Tab value="sheet">Style sheet</Tabs.Tab>
          <Tabs.Tab value="script">Script</Tabs.Tab>
          <Tabs.Tab value="css">As delivered</Tabs.Tab>
          <Tabs.Tab value="beside">Beside its code</Tabs.Tab>
        </Tabs.List>
        <Tabs.Panel value="template" pt="sm">
          <CodeField view={view} plan="setTemplate" label="Template" stored={view.template} />
        </Tabs.Panel>
        <Tabs.Panel value="sheet" pt="sm">
          <Text size="sm" c="dimmed" mb={6}>
            Rules whose selector names parts, props and states are the component’s rules; anything else is
            kept as it stands.
          </Text>
          <CodeField view={view} plan="setStyleSheet" label="Style sheet" stored={view.sheet} />
        </Tabs.Panel>
        <Tabs.Panel value="script" pt="sm">
          <Text size="sm" c="dimmed" mb={6}>
            Runs in the specimen with <code>root</code>, the root element, and <code>say(text)</code>, which
            writes into the log. It reaches neither this page nor the network.
          </Text>
          <CodeField view={view} plan="setScript" label="Script" stored={view.script} />
        </Tabs.Panel>
        <Tabs.Panel value="beside" pt="sm">
          <BesideCode view={view} />
        </Tabs.Panel>
        <Tabs.Panel value="css" pt="sm">
          <pre className={classes.code} tabIndex={0}>
            {view.code}
          </pre>
        </Tabs.Panel>
      </Tabs>
    </section>
  );
}

const LANGUAGES = { setTemplate: html(), setStyleSheet: css(), setScript: javascript() };

/** One text as code: what is typed shows at once, and is stored by the button or Ctrl+Enter. */
function CodeField<K extends keyof typeof LANGUAGES>({
  view,
  plan,
  label,
  stored,
}: {
  view: ProofView;
  plan: K;
  label: string;
  stored: string;
}) {
  const { put, show, clear, refusal, setRefusal } = useStore();
  const [typed, setTyped] = useState<string | null>(null);
  // While one types, what the view says is what is typed.
  const [before, setBefore] = useState(stored);
  useEffect(() => {
    if (typed === null) setBefore(stored);
  }, [stored, typed]);
  const extensions = useMemo(
    () => [LANGUAGES[plan], codeTheme, EditorView.contentAttributes.of({ 'aria-label': label })],
    [plan, label],
  );
  const input = (text: string) => ({ component: view.name, text }) as PlanArguments<K>;
  const finish = async () => {
    if (typed === null || typed === before) return;
    if (await put(plan, input(typed))) setTyped(null);
  };
  const leave = () => {
    setTyped(null);
    setRefusal(null);
    clear();
  };
  return (
    <div
      onKeyDown={(event) => {
        if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) void finish();
      }}
    >
      <CodeMirror
        theme="none"
        value={typed ?? stored}
        editable={view.canEdit}
        extensions={extensions}
        basicSetup={{ foldGutter: false, tabSize: 2, syntaxHighlighting: false }}
        indentWithTab={false}
        onChange={(text) => {
          setTyped(text);
          void show(plan, input(text)).then((refused) => setRefusal(text === before ? null : refused));
        }}
      />
      <Refused refusal={refusal} />
      {view.canEdit && (
        <Group gap="xs" mt="xs">
          <Button disabled={typed === null || typed === before} onClick={() => void finish()}>
            Store the {label.toLowerCase()}
          </Button>
          {typed !== null && typed !== before && (
            <Button variant="default" onClick={leave}>
              Leave it as it was
            </Button>
          )}
        </Group>
      )}
    </div>
  );
}

/** The props that code of the component has, read again from its file; where they have drifted is told above. */
function BesideCode({ view }: { view: ProofView }) {
  const { put, refusal } = useStore();
  const { file, found, problem, read } = useCodeFile();
  const [chosen, setChosen] = useState<string | null>(null);
  const component = found.find((one) => one.name === chosen) ?? found[0];
  return (
    <>
      <Text size="sm" mb={6}>
        {view.codeFile === null
          ? 'It is not compared with any code yet.'
          : `It is compared with ${view.codeFile}. Bring that file again when it has changed.`}
      </Text>
      <Group align="end" gap="xs">
        <FileInput
          label="A .ts or .tsx file, or a custom-elements.json"
          placeholder="Choose a file"
          w={260}
          readOnly={!view.canEdit}
          onChange={(one) => void read(one)}
        />
        {found.length > 1 && (
          <Select
            label="Component"
            w={180}
            allowDeselect={false}
            searchable
            data={found.map((one) => one.name)}
            value={component?.name ?? null}
            onChange={setChosen}
          />
        )}
        {component && (
          <Button
            onClick={() =>
              void put('compareWithCode', { component: view.name, file, props: component.props })
            }
          >
            Compare them
          </Button>
        )}
      </Group>
      {problem && (
        <Text size="sm" c="var(--bad)" role="alert" mt={4}>
          {problem}
        </Text>
      )}
      <Refused refusal={refusal} />
    </>
  );
}
