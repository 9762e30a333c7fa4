'use client';

import { Button, CopyButton, FileInput, Group, SegmentedControl, Select, Tabs, Text } from '@mantine/core';
import { useState } from 'react';
import type { ProofView } from '@/editing/components/queries/proof';
import { useDocumentQuery } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import { Refused, useStore } from '@/features/session/refused';
import { useLens } from '@/ui/frame/lens';
import { MarkupField } from './markup-field';
import { CodeField } from './code-field';
import { useCodeFile } from '../start/start-from-code';
import classes from '../components.module.css';

/** Template and style sheet as code, shown in the specimen while one types; one truth with the rules beside. */
export function CodePanel({ view }: { view: ProofView }) {
  const library = useLibrary();
  return (
    <section className={classes.sheet} aria-label="Code">
      <header>
        <h2>Code</h2>
      </header>
      <Tabs defaultValue="markup" p="sm" keepMounted={false}>
        <Tabs.List>
          <Tabs.Tab value="markup">Template and style sheet</Tabs.Tab>
          <Tabs.Tab value="script">Script</Tabs.Tab>
          <Tabs.Tab value="css">Generated code</Tabs.Tab>
          <Tabs.Tab value="beside">Compare with source</Tabs.Tab>
        </Tabs.List>
        <Tabs.Panel value="markup" pt="sm">
          <MarkupField view={view} />
        </Tabs.Panel>
        <Tabs.Panel value="script" pt="sm">
          <Text size="sm" c="dimmed" mb={6}>
            Runs in the specimen with <code>root</code>, the root element, and <code>say(text)</code>, which
            writes to the log. The script cannot reach this page or the network.
          </Text>
          <CodeField
            command="setScript"
            input={(text) => ({ component: view.name, text })}
            language="javascript"
            label="Script"
            place={`${library.slug} ${view.name} script`}
            stored={view.script}
            canEdit={view.canEdit}
          />
        </Tabs.Panel>
        <Tabs.Panel value="beside" pt="sm">
          <BesideCode view={view} />
        </Tabs.Panel>
        <Tabs.Panel value="css" pt="sm">
          <GeneratedCode component={view.name} />
        </Tabs.Panel>
      </Tabs>
    </section>
  );
}

/** What outputs deliver of the component, to be copied. */
function GeneratedCode({ component }: { component: string }) {
  const library = useLibrary();
  const context = useLens(library.axes);
  const forms = useDocumentQuery('deliveredCode', { name: component, context });
  const [name, setName] = useState('CSS');
  const shown = forms?.find((form) => form.name === name) ?? forms?.[0];
  if (!forms || !shown) return null;
  return (
    <>
      <Group justify="space-between" mb={6}>
        <SegmentedControl
          size="xs"
          aria-label="Form of the code"
          value={shown.name}
          data={forms.map((form) => form.name)}
          onChange={setName}
        />
        <CopyButton value={shown.text}>
          {({ copied, copy }) => (
            <Button size="compact-xs" variant="subtle" onClick={copy}>
              {copied ? 'Copied' : 'Copy'}
            </Button>
          )}
        </CopyButton>
      </Group>
      <pre className={classes.code} tabIndex={0}>
        {shown.text}
      </pre>
    </>
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
          ? 'Not compared with source code yet. Choose the component’s source file to find props that differ.'
          : `Compared with ${view.codeFile}. Choose that file again when it has changed.`}
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
            Compare props
          </Button>
        )}
      </Group>
      {view.drift.length > 0 && (
        <table className="rows" style={{ marginTop: 10 }}>
          <caption className="visually-hidden">Props that differ</caption>
          <thead>
            <tr>
              <th>Difference</th>
              <th>Change the library</th>
              <th>Change the code</th>
            </tr>
          </thead>
          <tbody>
            {view.drift.map(({ prop, problem: what, line }) => (
              <tr key={what}>
                <td>{what}</td>
                <td>
                  {view.canEdit && (
                    <Button
                      size="compact-xs"
                      variant="default"
                      aria-label={`${line === null ? 'Add prop' : 'Use code’s'} ${prop}`}
                      onClick={() => void put('takeFromCode', { component: view.name, prop })}
                    >
                      {line === null ? 'Add prop' : 'Use code’s'}
                    </Button>
                  )}
                </td>
                <td>
                  {line === null ? (
                    <Text size="xs" c="dimmed">
                      Remove it there
                    </Text>
                  ) : (
                    <CopyButton value={line}>
                      {({ copied, copy }) => (
                        <Button
                          size="compact-xs"
                          variant="subtle"
                          aria-label={`${copied ? 'Copied' : 'Copy line'} ${prop}`}
                          onClick={copy}
                        >
                          {copied ? 'Copied' : 'Copy line'}
                        </Button>
                      )}
                    </CopyButton>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {problem && (
        <Text size="sm" c="var(--bad)" role="alert" mt={4}>
          {problem}
        </Text>
      )}
      <Refused refusal={refusal} />
    </>
  );
}
