'use client';

import { counted, plural, listed } from '@/core/base/words';
import {
  ActionIcon,
  Autocomplete,
  Button,
  Group,
  Menu,
  MultiSelect,
  Select,
  Stack,
  Textarea,
} from '@mantine/core';
import { IconDots } from '@tabler/icons-react';
import { useRef, useState, type ReactNode } from 'react';
import { partAncestry, templateOf } from '@/core/components/template';
import type { MatrixView } from '@/editing/components/queries/matrix';
import type { ProofView } from '@/editing/components/queries/proof';
import { useCommand, type Refusal } from '@/features/session/document';
import { refusalText, useStore } from '@/features/session/refused';
import { DeclarationsField } from './declarations-field';
import { PROPERTIES } from './properties';
import { TokenChoice } from './token-choice';
import { WhenField } from './when-field';
import classes from '../components.module.css';

type Rule = ProofView['rules'][number];

/** The parts a rule can be about: those described, and those that only the template names yet. */
const partsOf = (view: ProofView): string[] => [
  ...new Set([...view.parts.map(({ name }) => name), ...partAncestry(templateOf(view.template).root).keys()]),
];

/** What a rule is about: its conditions as chips, and the part. */
export function RuleForm({ view, rule, done }: { view: ProofView; rule: Rule; done: () => void }) {
  const { put, refusal } = useStore();
  const [when, setWhen] = useState(rule.when);
  const [part, setPart] = useState(rule.part);
  return (
    <form
      onSubmit={async (event) => {
        event.preventDefault();
        if (await put('setRule', { component: view.name, rule: rule.id, when, part })) done();
      }}
    >
      <Group align="start" gap="xs" my={6}>
        <WhenField
          view={view}
          value={when}
          onChange={setWhen}
          leave={done}
          error={refusalText(refusal)}
          autoFocus
        />
        <Select
          label="Part"
          w={120}
          value={part}
          data={partsOf(view)}
          allowDeselect={false}
          onChange={(value) => setPart(value ?? 'root')}
        />
        <Button type="submit" mt={24}>
          Save rule
        </Button>
        <Button variant="default" mt={24} onClick={done}>
          Cancel
        </Button>
      </Group>
    </form>
  );
}

/** Rules one after the other, each in one line: when it holds, for which parts, and what it declares. */
export function NewRules({
  view,
  done,
}: {
  view: ProofView;
  /** Hears which rules there were before one was added that declares nothing yet, null where none was; or the one meant. */
  done: (before: string[] | null, rule?: string) => void;
}) {
  const { put, refusal, setRefusal } = useStore();
  const [when, setWhen] = useState('');
  const [parts, setParts] = useState<string[]>(['root']);
  const [text, setText] = useState('');
  const first = useRef<HTMLInputElement>(null);
  return (
    <form
      aria-label="Add rules"
      onSubmit={async (event) => {
        event.preventDefault();
        const before = view.rules.map(({ id }) => id);
        const there = view.rules.find(
          (one) => !one.from && one.when === when && parts.length === 1 && one.part === parts[0],
        );
        // Nothing is declared yet, and the rule is there: it takes what comes.
        if (text.trim() === '' && there) return done(null, there.id);
        if (!(await put('addRules', { component: view.name, when, parts, text }))) return;
        if (text.trim() === '') return done(before);
        setWhen('');
        setText('');
        setRefusal(null);
        first.current?.focus();
      }}
    >
      <Group align="start" gap="xs" my={6}>
        <WhenField
          view={view}
          field={first}
          value={when}
          placeholder="always, or kind=danger hover"
          onChange={setWhen}
          leave={() => done(null)}
          autoFocus
        />
        <MultiSelect
          label="Parts"
          w={150}
          searchable
          selectFirstOptionOnChange
          value={parts}
          data={partsOf(view)}
          onChange={setParts}
        />
        <DeclarationsField
          label="Declarations"
          placeholder="padding: 4px 8px; color: …"
          style={{ flex: '1 1 240px' }}
          value={text}
          onChange={setText}
          leave={() => done(null)}
          error={refusalText(refusal)}
        />
        <Button type="submit" mt={24}>
          Add rule
        </Button>
        <Button variant="default" mt={24} onClick={() => done(null)}>
          Done
        </Button>
      </Group>
    </form>
  );
}

/** More properties of a rule, each with a token or a value: one set, the next can be typed. */
export function AddProperty({ view, rule, done }: { view: ProofView; rule: Rule; done: () => void }) {
  const { put, refusal } = useStore();
  const [property, setProperty] = useState('');
  const [text, setText] = useState('');
  const first = useRef<HTMLInputElement>(null);
  return (
    <form
      onSubmit={async (event) => {
        event.preventDefault();
        const input = { component: view.name, rule: rule.id, property: property.trim(), text };
        if (!(await put('setRuleValue', input))) return;
        setProperty('');
        setText('');
        first.current?.focus();
      }}
    >
      <Group align="start" gap="xs" my={6}>
        <Autocomplete
          ref={first}
          label="Property"
          placeholder="Or paste several"
          w={170}
          data={PROPERTIES.filter((name) => !rule.declarations.some((one) => one.property === name))}
          limit={8}
          value={property}
          required
          autoFocus
          // Focus comes here by itself, after each property: the list opens once one types.
          openOnFocus={false}
          onChange={setProperty}
          onKeyDown={(event) => event.key === 'Escape' && done()}
          // Several declarations pasted are set at once.
          onPaste={(event) => {
            const pasted = event.clipboardData.getData('text/plain');
            if (!/^\s*[a-z-]+\s*:/.test(pasted)) return;
            event.preventDefault();
            void put('addDeclarations', { component: view.name, rule: rule.id, text: pasted });
          }}
        />
        <TokenChoice
          label="Value"
          placeholder="Token or value"
          w={300}
          property={property.trim()}
          stored=""
          value={text}
          required
          error={refusalText(refusal)}
          onChange={setText}
        />
        <Button type="submit" mt={24}>
          Set property
        </Button>
        <Button variant="default" mt={24} onClick={done}>
          Done
        </Button>
      </Group>
    </form>
  );
}

/** The same rule under other conditions, one typed on each line. */
export function CopyRule({ component, rule, done }: { component: string; rule: Rule; done: () => void }) {
  const { put, refusal } = useStore();
  const [text, setText] = useState('');
  return (
    <form
      onSubmit={async (event) => {
        event.preventDefault();
        if (await put('copyRule', { component, rule: rule.id, whens: text.split('\n') })) done();
      }}
    >
      <Stack gap="xs" my={6}>
        <Textarea
          label="Conditions of the copies"
          description="One on each line"
          placeholder={'tone is quiet\ntone is plain and state is hover'}
          w={300}
          autosize
          minRows={2}
          required
          autoFocus
          value={text}
          error={refusalText(refusal)}
          onChange={(event) => setText(event.currentTarget.value)}
          onKeyDown={(event) => event.key === 'Escape' && done()}
        />
        <Group gap="xs">
          <Button type="submit">Copy rule</Button>
          <Button variant="default" onClick={done}>
            Cancel
          </Button>
        </Group>
      </Stack>
    </form>
  );
}

export type RuleGesture = 'change' | 'add' | 'share' | 'copy';

/** What can be done with one rule. */
export function RuleMenu({
  component,
  rule,
  begin,
  report,
}: {
  component: string;
  rule: Rule;
  begin: (rule: string, what: RuleGesture) => void;
  report: (refusal: Refusal | null) => void;
}) {
  const { store } = useCommand();
  return (
    <OpenedMenu label={`Actions for rule ${rule.when || 'always'}`}>
      <Menu.Item onClick={() => begin(rule.id, 'add')}>Add property</Menu.Item>
      <Menu.Item onClick={() => begin(rule.id, 'change')}>Edit condition</Menu.Item>
      <Menu.Item onClick={() => begin(rule.id, 'copy')}>Copy to other conditions</Menu.Item>
      <Menu.Item onClick={() => begin(rule.id, 'share')}>Save as rule set</Menu.Item>
      <Menu.Item
        color="red"
        onClick={() => void store('removeRule', { component, rule: rule.id }).then(report)}
      >
        Remove rule
      </Menu.Item>
    </OpenedMenu>
  );
}

/** A menu of which, until it is first opened, only the button is there: many of them stand on one page. */
function OpenedMenu({ label, children }: { label: string; children: ReactNode }) {
  const [opened, setOpened] = useState<boolean | null>(null);
  const target = useRef<HTMLButtonElement>(null);
  const button = (
    <ActionIcon
      ref={target}
      variant="subtle"
      color="gray"
      size="sm"
      aria-label={label}
      aria-haspopup="menu"
      onClick={() => setOpened((now) => !now)}
    >
      <IconDots size={14} />
    </ActionIcon>
  );
  if (opened === null) return button;
  return (
    <Menu position="bottom-end" opened={opened} onChange={setOpened} onClose={() => target.current?.focus()}>
      <Menu.Target>{button}</Menu.Target>
      <Menu.Dropdown>{children}</Menu.Dropdown>
    </Menu>
  );
}

/** What the rules come to, where there is something to say of it. */
export function Sums({ sums }: { sums: MatrixView['sums'] }) {
  const count = (list: readonly string[], one: string, many: string) =>
    list.length === 0 ? '' : `${list.length} ${list.length === 1 ? one : many}`;
  const said = [
    sums.alike > 0
      ? `${counted(sums.alike, 'combination')} ${plural(sums.alike, 'renders', 'render')} identically to another`
      : '',
    sums.idle.length > 0 ? `${listed(sums.idle)} ${plural(sums.idle.length, 'has', 'have')} no effect` : '',
    count(sums.never, 'rule never applies', 'rules never apply'),
    count(sums.overruled, 'rule is always overridden', 'rules are always overridden'),
    count(sums.ties, 'conflict between equally specific rules', 'conflicts between equally specific rules'),
  ].filter(Boolean);
  if (said.length === 0) return null;
  const details = [
    ...sums.never.map((rule) => `Never applies: ${rule}`),
    ...sums.overruled.map((rule) => `Always overridden: ${rule}`),
    ...sums.ties.map((tie) => `Equally specific, the later wins: ${tie}`),
  ];
  const summary = `${said.join('; ')}.`;
  return (
    <div className={classes.sums} data-testid="sums">
      {details.length === 0 ? (
        summary
      ) : (
        <details>
          <summary>{summary}</summary>
          <ul>
            {details.slice(0, 40).map((detail) => (
              <li key={detail}>{detail}</li>
            ))}
          </ul>
        </details>
      )}
    </div>
  );
}
