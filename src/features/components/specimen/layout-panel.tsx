'use client';

import { Button, Group, Select, Text } from '@mantine/core';
import { useEffect, useState } from 'react';
import type { ProofView } from '@/editing/components/queries/proof';
import { refusalText, useStore } from '@/features/session/refused';
import { TokenChoice } from '../rules/token-choice';
import { useQuery } from '@/ui/frame/lens';
import classes from '../components.module.css';

/** What places a part and what stands in it (CSS Flexible Box, Grid, Box Alignment and Box Sizing), with its keywords. */
const LAYOUT: { property: string; keywords: string[]; under?: 'flex' | 'grid' }[] = [
  { property: 'display', keywords: ['block', 'flex', 'inline-flex', 'grid', 'inline-grid', 'inline-block'] },
  { property: 'flex-direction', keywords: ['row', 'column', 'row-reverse', 'column-reverse'], under: 'flex' },
  { property: 'flex-wrap', keywords: ['nowrap', 'wrap'], under: 'flex' },
  {
    property: 'grid-template-columns',
    keywords: ['1fr 1fr', 'repeat(auto-fill, minmax(200px, 1fr))'],
    under: 'grid',
  },
  { property: 'align-items', keywords: ['stretch', 'center', 'start', 'end', 'baseline'] },
  { property: 'justify-content', keywords: ['start', 'center', 'end', 'space-between'] },
  { property: 'gap', keywords: [] },
  { property: 'padding-block', keywords: [] },
  { property: 'padding-inline', keywords: [] },
  { property: 'width', keywords: ['auto', '100%', 'fit-content'] },
  { property: 'min-width', keywords: ['0', 'min-content'] },
  { property: 'max-width', keywords: ['none', '100%', '60ch'] },
  { property: 'min-height', keywords: [] },
];

/** How one part lays out what it holds, always or under conditions that rules know already. */
export function LayoutPanel({ view }: { view: ProofView }) {
  const [query, setQuery] = useQuery();
  const [part, setPart] = useState('root');
  const [when, setWhen] = useState('');
  const about = view.rules.filter((rule) => rule.part === part);
  const said = (property: string) =>
    about
      .filter((rule) => rule.when === when)
      .flatMap((rule) => rule.declarations)
      .findLast((one) => one.property === property);
  const text = (property: string) => {
    const found = said(property);
    return found?.token ? `{${found.token}}` : (found?.raw ?? '');
  };
  const display =
    text('display') ||
    about.flatMap((rule) => rule.declarations).find((one) => one.property === 'display')?.raw ||
    '';
  const several = query.get('width') === 'several';
  return (
    <section className={classes.sheet} aria-label="Layout">
      <header>
        <h2>Layout</h2>
        <Button
          size="compact-sm"
          variant="default"
          aria-pressed={several}
          onClick={() => setQuery({ width: several ? null : 'several' })}
        >
          {several ? 'Single width' : 'All preview widths'}
        </Button>
      </header>
      <div className={classes.body}>
        <Group gap="sm" mb="sm">
          <Select
            label="Part"
            w={150}
            allowDeselect={false}
            value={part}
            data={view.parts.map(({ name }) => name)}
            onChange={(value) => setPart(value ?? 'root')}
          />
          <Select
            label="Applies when"
            w={250}
            allowDeselect={false}
            value={when}
            data={[
              { value: '', label: 'Always' },
              ...[...new Set(view.rules.map((rule) => rule.when))]
                .filter(Boolean)
                .map((value) => ({ value, label: `When ${value}` })),
            ]}
            onChange={(value) => setWhen(value ?? '')}
          />
        </Group>
        <div className={classes.layout}>
          {LAYOUT.filter(({ under }) => under === undefined || display.includes(under)).map(
            ({ property, keywords }) => (
              <LayoutField
                key={`${part} ${when} ${property}`}
                component={view.name}
                part={part}
                when={when}
                property={property}
                keywords={keywords}
                stored={text(property)}
                canEdit={view.canEdit}
              />
            ),
          )}
        </div>
        <Text size="sm" c="dimmed" mt="sm">
          Each value is a rule of the component, listed under Rules too. An empty field sets nothing.
        </Text>
      </div>
    </section>
  );
}

/** One property: what is typed shows at once, and is stored on leaving it. */
function LayoutField({
  component,
  part,
  when,
  property,
  keywords,
  stored,
  canEdit,
}: {
  component: string;
  part: string;
  when: string;
  property: string;
  keywords: string[];
  stored: string;
  canEdit: boolean;
}) {
  const { put, show, clear, refusal, setRefusal } = useStore();
  const [typed, setTyped] = useState<string | null>(null);
  // While one types, what is stored is already what is typed.
  const [before, setBefore] = useState(stored);
  useEffect(() => {
    if (typed === null) setBefore(stored);
  }, [stored, typed]);
  const input = (text: string) => ({ component, part, when, property, text });
  const leave = () => {
    setTyped(null);
    setRefusal(null);
    clear();
  };
  const finish = async (text: string) => {
    if (text.trim() === before) return leave();
    if (await put('setPartStyle', input(text))) setTyped(null);
  };
  return (
    <TokenChoice
      label={property}
      property={property}
      keywords={keywords}
      readOnly={!canEdit}
      value={typed ?? stored}
      data-saved={typed === null || undefined}
      stored={before}
      error={refusalText(refusal)}
      onChange={async (text) => {
        setTyped(text);
        setRefusal(
          text.trim() === '' || text === before ? (clear(), null) : await show('setPartStyle', input(text)),
        );
      }}
      finish={(text) => void finish(text)}
      leave={leave}
      onBlur={() => typed !== null && void finish(typed)}
    />
  );
}
