'use client';

import { DialogFoot } from '@/ui/dialog-foot';
import { counted } from '@/core/base/words';
import {
  Button,
  Checkbox,
  FileInput,
  Group,
  ScrollArea,
  Stack,
  Text,
  Textarea,
  TextInput,
} from '@mantine/core';
import { useState } from 'react';
import type { Candidate } from '@/core/components/from-markup';
import type { ProposalView } from '@/editing/components/queries/markup';
import { useAsk } from '@/features/session/document';
import { Refused, useStore } from '@/features/session/refused';
import { useLibrary } from '@/features/session/library-shell';
import { useLens } from '@/ui/frame/lens';
import { toggled } from '@/ui/toggled';
import classes from '../components.module.css';

type Proposed = Exclude<ProposalView, { problem: string }>;

const mono = { input: { fontFamily: 'var(--mantine-font-family-monospace)', fontSize: 12 } };

/** A component from a piece of a page: paste or drop it, choose the piece, look at what it would become, and store it. */
export function StartFromMarkup({ open, close }: { open: (name: string) => void; close: () => void }) {
  const library = useLibrary();
  const lens = useLens(library.axes);
  const ask = useAsk();
  const { put, refusal } = useStore();
  const [html, setHtml] = useState('');
  const [css, setCss] = useState('');
  const [found, setFound] = useState<Candidate[] | null>(null);
  const [chosen, setChosen] = useState<ReadonlySet<number>>(new Set());
  const [proposed, setProposed] = useState<Proposed | null>(null);
  const [loose, setLoose] = useState<ReadonlySet<string>>(new Set());
  const [name, setName] = useState('');
  const [search, setSearch] = useState('');
  const [problem, setProblem] = useState<string | null>(null);

  const bring = async (files: File[]) => {
    for (const file of files) {
      const text = await file.text();
      if (/\.css$/i.test(file.name)) setCss((now) => (now ? `${now}\n${text}` : text));
      else setHtml(text);
    }
    setFound(null);
  };
  const look = async () => {
    const answer = await ask('markup', { html, css });
    setProposed(null);
    setChosen(new Set());
    setProblem('problem' in answer ? `${answer.problem}. ${answer.fix}.` : null);
    setFound('problem' in answer ? null : answer.candidates);
  };
  const propose = async (pieces: ReadonlySet<number>) => {
    setChosen(pieces);
    if (pieces.size === 0) return setProposed(null);
    const answer = await ask('proposal', { html, css, chosen: [...pieces].sort((a, b) => a - b), lens });
    if ('problem' in answer) {
      setProblem(`${answer.problem}. ${answer.fix}.`);
      return setProposed(null);
    }
    setProblem(null);
    setProposed(answer);
    setName(answer.name);
    // What is the same anyway is bound; what would change is left to be decided.
    const near = answer.rules.flatMap(({ declarations }, i) =>
      declarations.flatMap(({ property, suggestion }) =>
        suggestion && !suggestion.exact ? [`${i} ${property}`] : [],
      ),
    );
    return setLoose(new Set(near));
  };
  const store = async () => {
    if (!proposed) return;
    const bindings = Object.fromEntries(
      proposed.rules.flatMap(({ declarations }, i) =>
        declarations.flatMap(({ property, suggestion }) =>
          suggestion && !loose.has(`${i} ${property}`) ? [[`${i} ${property}`, suggestion.path]] : [],
        ),
      ),
    );
    const { template, parts, props, rules } = proposed;
    const plain = rules.map(({ when, part, declarations }) => ({
      when,
      part,
      declarations: declarations.map(({ property, value }): [string, string] => [property, value]),
    }));
    if (
      await put('startFromMarkup', {
        name: name.trim(),
        proposal: { template, parts, props, rules: plain },
        bindings,
      })
    )
      open(name.trim());
  };
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  const shown = (found ?? []).filter(({ tag, classes: names, text }) => {
    const all = `${tag} ${names.join(' ')} ${text}`.toLowerCase();
    return words.every((word) => all.includes(word));
  });
  return (
    <Stack gap="sm">
      <div
        onDragOver={(event) => event.preventDefault()}
        onDrop={(event) => {
          event.preventDefault();
          void bring([...event.dataTransfer.files]);
        }}
      >
        <Group grow align="start">
          <Textarea
            label="HTML (paste or drop)"
            rows={5}
            wrap="off"
            spellCheck={false}
            styles={mono}
            value={html}
            onChange={(event) => setHtml(event.currentTarget.value)}
          />
          <Textarea
            label="Its CSS"
            rows={5}
            wrap="off"
            spellCheck={false}
            styles={mono}
            value={css}
            onChange={(event) => setCss(event.currentTarget.value)}
          />
        </Group>
        <Group mt="xs" align="end">
          <FileInput
            label="Or choose files"
            placeholder=".html and .css"
            multiple
            accept=".html,.htm,.css"
            w={220}
            onChange={(files) => void bring(files)}
          />
          <Button variant="default" disabled={html.trim() === ''} onClick={() => void look()}>
            Find elements
          </Button>
        </Group>
      </div>
      {problem && (
        <Text size="sm" c="var(--bad)" role="alert">
          {problem}
        </Text>
      )}
      {found && (
        <>
          <TextInput
            aria-label="Search elements"
            placeholder={`Search ${found.length} elements`}
            value={search}
            onChange={(event) => setSearch(event.currentTarget.value)}
          />
          <ScrollArea.Autosize mah={190} type="auto" className={classes.pieces}>
            {shown.slice(0, 200).map((one) => (
              <Group key={one.at} gap={6} wrap="nowrap" pl={Math.min(one.depth, 12) * 10}>
                <Checkbox
                  label={`${one.tag}${one.classes.map((each) => `.${each}`).join('')}`}
                  checked={chosen.has(one.at)}
                  onChange={() => void propose(toggled(chosen, one.at))}
                />
                <Text size="xs" c="dimmed" truncate style={{ flex: 1 }}>
                  {one.text}
                </Text>
                {one.alike.length > 1 && one.alike.length <= 40 && (
                  <Button size="compact-xs" variant="subtle" onClick={() => void propose(new Set(one.alike))}>
                    Select all {one.alike.length} alike
                  </Button>
                )}
              </Group>
            ))}
            {shown.length > 200 && (
              <Text size="xs" p={6}>
                and {shown.length - 200} more: narrow the search
              </Text>
            )}
          </ScrollArea.Autosize>
        </>
      )}
      {proposed && (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            void store();
          }}
        >
          <Text size="sm" data-testid="proposal">
            {counted(proposed.parts.length, 'part')}, {counted(proposed.props.length, 'prop')} (
            {proposed.props.map((prop) => prop.name).join(', ') || 'none'}),{' '}
            {counted(proposed.rules.length, 'rule')}. Of the values {proposed.exact} equal a token,{' '}
            {proposed.near} are near a token, {proposed.raw} are raw.
          </Text>
          <ScrollArea.Autosize mah={230} type="auto" my={6}>
            <table className="rows">
              <thead>
                <tr>
                  <th>Rule</th>
                  <th>Property</th>
                  <th>Value</th>
                  <th>Bound to</th>
                </tr>
              </thead>
              <tbody>
                {proposed.rules.flatMap((rule, i) =>
                  rule.declarations.map(({ property, value, suggestion }) => {
                    const key = `${i} ${property}`;
                    return (
                      <tr key={key}>
                        <td>
                          {rule.part}
                          {rule.when && `, ${rule.when}`}
                        </td>
                        <td className="path">{property}</td>
                        <td className="path">{value.slice(0, 60)}</td>
                        <td>
                          {suggestion ? (
                            <Checkbox
                              label={`${suggestion.path}${suggestion.exact ? '' : `, becomes ${suggestion.becomes}`}`}
                              checked={!loose.has(key)}
                              onChange={() => setLoose((now) => toggled(now, key))}
                            />
                          ) : (
                            <Text size="xs" c="dimmed">
                              No token
                            </Text>
                          )}
                        </td>
                      </tr>
                    );
                  }),
                )}
              </tbody>
            </table>
          </ScrollArea.Autosize>
          {proposed.notes.length > 0 && (
            <Text size="xs" c="dimmed">
              {proposed.notes.slice(0, 8).join('; ')}.
            </Text>
          )}
          <Group align="end" mt="xs">
            <TextInput
              label="Name"
              w={220}
              required
              value={name}
              onChange={(event) => setName(event.currentTarget.value)}
            />
            <DialogFoot close={close}>
              <Button type="submit">Create component</Button>
            </DialogFoot>
          </Group>
          <Refused refusal={refusal} />
        </form>
      )}
    </Stack>
  );
}
