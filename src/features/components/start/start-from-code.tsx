'use client';

import { DialogFoot } from '@/ui/dialog-foot';
import { Button, FileInput, Select, Stack, Text, TextInput } from '@mantine/core';
import { useState } from 'react';
import type { CodeComponent } from '@/core/components/source/source';
import { plainName } from '@/core/components/plain-name';
import { useAsk } from '@/features/session/document';
import { errorAt, Refused, useStore } from '@/features/session/refused';

/** Reads a file of code and offers the components it declares. */
export function useCodeFile() {
  const ask = useAsk();
  const [file, setFile] = useState('');
  const [found, setFound] = useState<CodeComponent[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const read = async (chosen: File | null) => {
    setFound([]);
    setProblem(null);
    if (!chosen) return;
    setFile(chosen.name);
    const answer = await ask('codeProps', { file: chosen.name, text: await chosen.text() });
    if ('problem' in answer) setProblem(`${answer.problem}. ${answer.fix}.`);
    else setFound(answer.components);
  };
  return { file, found, problem, read };
}

/** A component with the props that code of it has. */
export function StartFromCode({ open, close }: { open: (name: string) => void; close: () => void }) {
  const { put, refusal } = useStore();
  const { file, found, problem, read } = useCodeFile();
  const [chosen, setChosen] = useState<string | null>(null);
  const [name, setName] = useState('');
  const component = found.find((one) => one.name === chosen) ?? found[0];
  const called = name || (component ? plainName(component.name, 'component') : '');
  return (
    <form
      onSubmit={async (event) => {
        event.preventDefault();
        if (component && (await put('startFromCode', { name: called, file, props: component.props })))
          open(called);
      }}
    >
      <Stack>
        <FileInput
          label="A .ts or .tsx file with typed props, or a custom-elements.json"
          placeholder="Choose a file"
          onChange={(one) => void read(one)}
        />
        {problem && (
          <Text size="sm" c="var(--bad)" role="alert">
            {problem}
          </Text>
        )}
        {component && (
          <>
            <Select
              label="Component"
              searchable
              allowDeselect={false}
              data={found.map((one) => one.name)}
              value={component.name}
              onChange={(value) => {
                setChosen(value);
                setName('');
              }}
            />
            <table className="rows">
              <thead>
                <tr>
                  <th>Prop</th>
                  <th>Kind</th>
                  <th>Values</th>
                </tr>
              </thead>
              <tbody>
                {component.props.slice(0, 30).map((prop) => (
                  <tr key={prop.name}>
                    <td className="path">{prop.name}</td>
                    <td>{prop.kind}</td>
                    <td>{prop.values.join(', ')}</td>
                  </tr>
                ))}
              </tbody>
            </table>
            <TextInput
              label="Name"
              value={called}
              required
              error={errorAt(refusal, 'name')}
              onChange={(event) => setName(event.currentTarget.value)}
            />
          </>
        )}
        <Refused refusal={refusal} fields={['name']} />
        <DialogFoot close={close}>
          <Button type="submit" disabled={!component}>
            Create component
          </Button>
        </DialogFoot>
      </Stack>
    </form>
  );
}
