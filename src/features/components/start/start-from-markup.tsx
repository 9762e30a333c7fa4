'use client';

import { DialogFoot } from '@/ui/dialog-foot';
import { counted } from '@/core/base/words';
import {
  Button,
  Checkbox,
  FileInput,
  Group,
  ScrollArea,
  SegmentedControl,
  Stack,
  Text,
  Textarea,
  TextInput,
} from '@mantine/core';
import { useState } from 'react';
import type { Candidate } from '@/core/components/markup-elements';
import type { ProposalView, ProposedComponent } from '@/editing/components/queries/markup';
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
  const [names, setNames] = useState<readonly string[]>([]);
  /** Whether each chosen element is a component of its own, be it like another or not. */
  const [apart, setApart] = useState(false);
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
  const propose = async (pieces: ReadonlySet<number>, each = apart) => {
    setChosen(pieces);
    setApart(each);
    if (pieces.size === 0) return setProposed(null);
    const asked = { html, css, chosen: [...pieces].sort((a, b) => a - b), lens, apart: each };
    const answer = await ask('proposal', asked);
    if ('problem' in answer) {
      setProblem(`${answer.problem}. ${answer.fix}.`);
      return setProposed(null);
    }
    setProblem(null);
    setProposed(answer);
    setNames(answer.components.map(({ name }) => name));
    // What is the same anyway is bound; what would change is left to be decided.
    const near = answer.components.flatMap(({ rules }, at) =>
      rules.flatMap(({ declarations }, i) =>
        declarations.flatMap(({ property, suggestion }) =>
          suggestion && !suggestion.exact ? [`${at} ${i} ${property}`] : [],
        ),
      ),
    );
    return setLoose(new Set(near));
  };
  const store = async () => {
    if (!proposed) return;
    const components = proposed.components.map(({ template, parts, props, rules, repeated }, at) => ({
      name: names[at]!.trim(),
      proposal: {
        template,
        parts,
        props,
        rules: rules.map(({ when, part, declarations }) => ({
          when,
          part,
          declarations: declarations.map(({ property, value }): [string, string] => [property, value]),
        })),
      },
      bindings: Object.fromEntries(
        rules.flatMap(({ declarations }, i) =>
          declarations.flatMap(({ property, suggestion }) =>
            suggestion && !loose.has(`${at} ${i} ${property}`) ? [[`${i} ${property}`, suggestion.path]] : [],
          ),
        ),
      ),
      repeated,
    }));
    if (await put('startFromMarkup', { components })) open(components.at(-1)!.name);
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
          {proposed.apart > proposed.together && (
            <SegmentedControl
              aria-label="Like elements"
              mb="sm"
              value={apart ? 'apart' : 'together'}
              data={[
                {
                  value: 'together',
                  label: `${counted(proposed.together, 'component')}, like elements as kinds`,
                },
                { value: 'apart', label: `${counted(proposed.apart, 'component')}, one for each element` },
              ]}
              onChange={(value) => void propose(chosen, value === 'apart')}
            />
          )}
          <Stack gap="sm" data-testid="proposal">
            {proposed.components.map((one, at) => (
              <ProposedSheet
                key={at}
                component={one}
                name={names[at] ?? ''}
                setName={(next) => setNames((all) => all.map((now, i) => (i === at ? next : now)))}
                others={names}
                isBound={(rule, property) => !loose.has(`${at} ${rule} ${property}`)}
                toggle={(rule, property) => setLoose((now) => toggled(now, `${at} ${rule} ${property}`))}
              />
            ))}
          </Stack>
          {proposed.notes.length > 0 && (
            <details>
              <summary>
                <Text size="sm" component="span">
                  Left out or changed ({proposed.notes.length})
                </Text>
              </summary>
              <ul className={classes.notes}>
                {proposed.notes.map((note) => (
                  <li key={note}>{note}</li>
                ))}
              </ul>
            </details>
          )}
          <DialogFoot close={close}>
            <Button type="submit">
              {proposed.components.length === 1
                ? 'Create component'
                : `Create ${counted(proposed.components.length, 'component')}`}
            </Button>
          </DialogFoot>
          <Refused refusal={refusal} />
        </form>
      )}
    </Stack>
  );
}

/** A component that would be made: its name, what it has, and each value with the token it could be bound to. */
function ProposedSheet({
  component,
  name,
  setName,
  others,
  isBound,
  toggle,
}: {
  component: ProposedComponent;
  name: string;
  setName: (name: string) => void;
  /** The names of all, by their place. */
  others: readonly string[];
  isBound: (rule: number, property: string) => boolean;
  toggle: (rule: number, property: string) => void;
}) {
  const { parts, props, rules, repeated, exact, near, raw } = component;
  return (
    <section className={classes.proposed} aria-label={`Component ${component.name}`}>
      <Group align="end" gap="sm">
        <TextInput
          label="Name"
          w={180}
          required
          value={name}
          onChange={(event) => setName(event.currentTarget.value)}
        />
        <Text size="sm" flex={1}>
          {counted(parts.length, 'part')}, {counted(props.length, 'prop')} (
          {props.map((prop) => prop.name).join(', ') || 'none'}), {counted(rules.length, 'rule')}. Of the
          values {exact} equal a token, {near} are near a token, {raw} are raw.
          {repeated.map(
            ({ slot, piece, rows }) =>
              ` Slot ${slot} holds ${others[piece]}, ${counted(rows.length, 'row')} kept as data.`,
          )}
        </Text>
      </Group>
      <ScrollArea.Autosize mah={200} type="auto" my={6}>
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
            {rules.flatMap((rule, i) =>
              rule.declarations.map(({ property, value, suggestion }) => (
                <tr key={`${i} ${property}`}>
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
                        checked={isBound(i, property)}
                        onChange={() => toggle(i, property)}
                      />
                    ) : (
                      <Text size="xs" c="dimmed">
                        No token
                      </Text>
                    )}
                  </td>
                </tr>
              )),
            )}
          </tbody>
        </table>
      </ScrollArea.Autosize>
    </section>
  );
}
