'use client';

import { Button, Group, MultiSelect, SegmentedControl, Text, TextInput } from '@mantine/core';
import { memo, useCallback, useEffect, useState, type ReactNode } from 'react';
import type { ProofView } from '@/editing/components/queries/proof';
import type { Refusal } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import { libraryAddress } from '@/features/session/navigation';
import { Refused, refusalText, useStore } from '@/features/session/refused';
import { useLensLink } from '@/ui/frame/lens';
import { PageLink } from '@/ui/page-link';
import { AddProperty, CopyRule, NewRules, RuleForm, RuleMenu, type RuleGesture } from './rule-editing';
import { useKeys } from '@/ui/use-keys';
import { moveAmongRules } from './rule-keys';
import { RuleTable } from './rule-table';
import { RuleValue } from './rule-value';
import classes from '../components.module.css';

/** The rules of a component as sentences, each value to be changed where it stands. */
export function RulesPanel({ view }: { view: ProofView }) {
  const [adding, setAdding] = useState(false);
  const [shown, setShown] = useState<'sentences' | 'table'>('sentences');
  const [doing, setDoing] = useState<{ rule: string; what: RuleGesture } | null>(null);
  const { put, refusal, setRefusal } = useStore();
  useKeys([['N', () => view.canEdit && setAdding(true)]]);
  // A rule that was added without a declaration goes on to its first property.
  const [known, setKnown] = useState<readonly string[] | null>(null);
  useEffect(() => {
    const added = known && view.rules.find(({ id, from }) => !from && !known.includes(id));
    if (!added) return;
    setKnown(null);
    setDoing({ rule: added.id, what: 'add' });
  }, [view.rules, known]);
  const begin = useCallback((rule: string, what: RuleGesture) => setDoing({ rule, what }), []);
  return (
    <section className={classes.sheet} aria-label="Rules">
      <header>
        <h2>Rules</h2>
        <Text size="xs" c="dimmed">
          More specific rules win; among equals the later one
        </Text>
        {view.rules.length > 0 && (
          <SegmentedControl
            size="xs"
            aria-label="Show rules as"
            style={{ flexShrink: 0 }}
            value={shown}
            data={[
              { value: 'sentences', label: 'Sentences' },
              { value: 'table', label: 'Table' },
            ]}
            onChange={(value) => setShown(value as typeof shown)}
          />
        )}
      </header>
      {/* The buttons inside are reached by Tab too; the arrows are the short way. */}
      <div className={classes.body} onKeyDown={moveAmongRules}>
        {(view.canEdit || view.bases.length > 0) && <Bases view={view} />}
        <Theme view={view} />
        {shown === 'table' && <RuleTable view={view} report={setRefusal} />}
        {(shown === 'sentences' ? view.rules : []).map((rule) => (
          <RuleRow
            key={rule.id}
            component={view.name}
            rule={rule}
            canEdit={view.canEdit}
            begin={begin}
            report={setRefusal}
          >
            {doing?.rule === rule.id ? (
              doing.what === 'share' ? (
                <ShareForm
                  share={async (set) => {
                    if (await put('shareRules', { component: view.name, rules: [rule.id], set }))
                      setDoing(null);
                  }}
                  leave={() => setDoing(null)}
                />
              ) : doing.what === 'change' ? (
                <RuleForm view={view} rule={rule} done={() => setDoing(null)} />
              ) : doing.what === 'copy' ? (
                <CopyRule component={view.name} rule={rule} done={() => setDoing(null)} />
              ) : (
                <AddProperty view={view} rule={rule} done={() => setDoing(null)} />
              )
            ) : null}
          </RuleRow>
        ))}
        {view.rules.length === 0 && (
          <Text size="sm" c="dimmed">
            No rules yet: the component is drawn with the browser’s own styles.
          </Text>
        )}
        <Refused refusal={refusal} />
        {adding ? (
          <NewRules
            view={view}
            done={(before, rule) => {
              setKnown(before);
              setAdding(false);
              if (rule !== undefined) setDoing({ rule, what: 'add' });
            }}
          />
        ) : (
          view.canEdit && (
            <Button size="compact-sm" variant="default" mt="xs" onClick={() => setAdding(true)}>
              Add rule
            </Button>
          )
        )}
      </div>
    </section>
  );
}

/** One rule as a sentence; drawn again only where it is another, for a key pressed in one of many changes that one alone. */
const RuleRow = memo(function RuleRow({
  component,
  rule,
  canEdit,
  begin,
  report,
  children,
}: {
  component: string;
  rule: ProofView['rules'][number];
  canEdit: boolean;
  begin: (rule: string, what: RuleGesture) => void;
  report: (refusal: Refusal | null) => void;
  /** The form that is open on it. */
  children: ReactNode;
}) {
  return (
    <div className={classes.rule} data-rule={rule.id}>
      {rule.when ? (
        <>
          When <span className={classes.condition}>{rule.when}</span>,{' '}
        </>
      ) : (
        <span className={classes.condition}>Always: </span>
      )}
      {rule.part === 'root' ? '' : `of ${rule.part}: `}
      {rule.declarations.map((declaration, i) => (
        <span key={declaration.property}>
          {i > 0 ? (i === rule.declarations.length - 1 ? ' and ' : ', ') : ''}
          {declaration.property} is{' '}
          <RuleValue
            component={component}
            rule={rule.id}
            declaration={declaration}
            from={rule.from}
            canEdit={canEdit}
          />
        </span>
      ))}
      .{rule.from && <span className={classes.origin}> from {rule.from.name}</span>}
      {rule.comment && <div className={classes.comment}>{rule.comment}</div>}
      {canEdit && !rule.from && (
        <span className={classes.ruleMenu}>
          <RuleMenu component={component} rule={rule} begin={begin} report={report} />
        </span>
      )}
      {children}
    </div>
  );
});

/** The rule sets a component stands on; what is said there holds here until a rule of its own says otherwise. */
function Bases({ view }: { view: ProofView }) {
  const { put, refusal } = useStore();
  if (view.ruleSets.length === 0) return null;
  return (
    <MultiSelect
      label="Uses rule sets"
      data={view.ruleSets}
      value={view.bases}
      readOnly={!view.canEdit}
      error={refusalText(refusal)}
      onChange={(sets) => void put('setBases', { component: view.name, sets })}
      mb={6}
    />
  );
}

/** The theme a component follows: what its own rules do not set is said there. */
function Theme({ view }: { view: ProofView }) {
  const library = useLibrary();
  const link = useLensLink(library.axes);
  if (view.themes.length === 0) return null;
  const address = `themes?apply=${encodeURIComponent(view.theme ?? view.themes[0]!)}&components=${view.name}`;
  return (
    <Text size="sm" mb={6}>
      {view.theme === null ? 'Follows no theme. ' : `Follows theme ${view.theme}. `}
      {view.canEdit && view.from === null && (
        <PageLink href={link(libraryAddress(library.slug, address))}>
          {view.theme === null ? 'Apply theme' : 'Change theme'}
        </PageLink>
      )}
    </Text>
  );
}

function ShareForm({ share, leave }: { share: (set: string) => void; leave: () => void }) {
  const [name, setName] = useState('');
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        share(name.trim());
      }}
    >
      <Group align="end" gap="xs" my={6}>
        <TextInput
          label="Rule set (an existing or a new one)"
          placeholder="control"
          value={name}
          required
          autoFocus
          onChange={(event) => setName(event.currentTarget.value)}
          onKeyDown={(event) => event.key === 'Escape' && leave()}
        />
        <Button type="submit">Save rule set</Button>
      </Group>
    </form>
  );
}
