'use client';

import { EmptyState } from '@/ui/empty-state';
import { LibraryButton } from '@/features/session/library-link';
import { Tabs } from '@mantine/core';
import { useDeferredValue, useState } from 'react';
import type { MeasuredPart } from '@/core/components/measured';
import type { ProofView } from '@/editing/components/queries/proof';
import { useDocumentQuery } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import { useLens, useQuery, useTrace } from '@/ui/frame/lens';
import { PageSkeleton } from '@/ui/page-skeleton';
import { AnatomyPanel } from '../specimen/anatomy-panel';
import { BehaviourPanel } from '../props/behaviour-panel';
import { CodePanel } from '../code/code-panel';
import { ComponentFindings } from '../checks/component-findings';
import { ComponentHead } from './component-head';
import { DataPanel } from '../data-tables/data-panel';
import { GuardsPanel } from '../checks/guards-panel';
import { InspectPanel } from '../specimen/inspect-panel';
import { LayoutPanel } from '../specimen/layout-panel';
import { MatrixPanel } from '../checks/matrix-panel';
import { PartsPanel } from '../props/parts-panel';
import { PropsPanel } from '../props/props-panel';
import { RulesPanel } from '../rules/rules-panel';
import { PLAIN_GROUNDS, SpecimenPanel } from '../specimen/specimen-panel';
import { useSpecimenState } from '../specimen/specimen-state';
import { UsesPanel } from './uses-panel';
import classes from '../components.module.css';

const SIDES = ['rules', 'props', 'parts', 'data', 'layout', 'guards', 'behaviour', 'code', 'uses'] as const;
const BELOW = ['matrix', 'anatomy', 'inspect'] as const;

/** One component: its live specimen, what it is made of, and every combination of it proved. */
export function Proof({ name }: { name: string }) {
  const library = useLibrary();
  const lens = useLens(library.axes);
  const [query, setQuery] = useQuery();
  const trace = useTrace();
  const [state] = useSpecimenState();
  const [boxes, setBoxes] = useState<MeasuredPart[]>([]);
  const [chosen, setChosen] = useState<number | null>(null);
  const [played, setPlayed] = useState(0);
  const replay = () => setPlayed((times) => times + 1);
  const [log, setLog] = useState<readonly string[]>([]);
  const asked = query.get('backdrop') ?? undefined;
  const surface = asked === undefined ? {} : { surface: asked };
  const view = useDocumentQuery('proof', { name, lens, ...surface, ...(trace !== null && { trace }) });
  const { props, states, stateOn, contents } = state;
  const drawn = useDocumentQuery('specimen', {
    name,
    lens,
    ...surface,
    props,
    states,
    stateOn,
    contents,
  });
  const settled = useDeferredValue(boxes);
  if (view === null) {
    return (
      <EmptyState
        title={`There is no component ${name}.`}
        actions={<LibraryButton to="components">All components</LibraryButton>}
      >
        It was renamed or removed, or the address is not right.
      </EmptyState>
    );
  }
  if (!view || !drawn) return <PageSkeleton height={420} />;
  const backdrop =
    PLAIN_GROUNDS.find((plain) => plain.value === asked)?.value ??
    `var(--${(view.backdrops.find((one) => one.name === asked) ?? view.backdrops[0])?.name.replace(/\./g, '-')}, #fff)`;
  const below = BELOW.find((one) => one === query.get('below')) ?? 'matrix';
  const side = SIDES.find((one) => one === query.get('side')) ?? 'rules';
  return (
    <>
      <ComponentHead view={view} />
      <ComponentFindings name={name} canEdit={view.canEdit} />
      <div className={classes.columns}>
        <div>
          <SpecimenPanel
            view={view}
            lens={lens}
            drawn={drawn}
            backdrop={backdrop}
            boxes={boxes}
            setBoxes={setBoxes}
            playing={side === 'behaviour' ? played : null}
            replay={replay}
            say={(text) => setLog((lines) => [text, ...lines].slice(0, 50))}
            chosen={below === 'inspect' ? chosen : null}
            choose={(at) => {
              setChosen(at);
              if (below === 'anatomy') setQuery({ below: 'inspect' });
            }}
          />
          <Tabs
            value={below}
            onChange={(value) => setQuery({ below: value === 'matrix' ? null : value })}
            keepMounted={false}
          >
            <Tabs.List mb="sm" aria-label="Component sections">
              {BELOW.map((one) => (
                <Tabs.Tab key={one} value={one}>
                  {capital(one)}
                </Tabs.Tab>
              ))}
            </Tabs.List>
            <Tabs.Panel value="matrix">
              <MatrixPanel view={view} lens={lens} backdrop={backdrop} />
            </Tabs.Panel>
            <Tabs.Panel value="anatomy">
              <AnatomyPanel
                name={name}
                lens={lens}
                boxes={settled}
                drawing={{ html: drawn.html, css: view.css }}
              />
            </Tabs.Panel>
            <Tabs.Panel value="inspect">
              <InspectPanel name={name} lens={lens} boxes={settled} chosen={chosen} choose={setChosen} />
            </Tabs.Panel>
          </Tabs>
        </div>
        <Tabs
          value={side}
          onChange={(value) => setQuery({ side: value === 'rules' ? null : value })}
          keepMounted={false}
        >
          <Tabs.List mb="sm" aria-label="Definition">
            {SIDES.map((one) => (
              <Tabs.Tab key={one} value={one}>
                {capital(one)}
                {countOf(view, one)}
              </Tabs.Tab>
            ))}
          </Tabs.List>
          <Tabs.Panel value="rules">
            <RulesPanel view={view} />
          </Tabs.Panel>
          <Tabs.Panel value="props">
            <PropsPanel view={view} />
          </Tabs.Panel>
          <Tabs.Panel value="parts">
            <PartsPanel view={view} />
          </Tabs.Panel>
          <Tabs.Panel value="data">
            <DataPanel view={view} />
          </Tabs.Panel>
          <Tabs.Panel value="layout">
            <LayoutPanel view={view} />
          </Tabs.Panel>
          <Tabs.Panel value="guards">
            <GuardsPanel view={view} lens={lens} boxes={settled} />
          </Tabs.Panel>
          <Tabs.Panel value="behaviour">
            <BehaviourPanel view={view} log={log} play={replay} clear={() => setLog([])} />
          </Tabs.Panel>
          <Tabs.Panel value="code">
            <CodePanel view={view} />
          </Tabs.Panel>
          <Tabs.Panel value="uses">
            <UsesPanel view={view} />
          </Tabs.Panel>
        </Tabs>
      </div>
    </>
  );
}

const capital = (word: string) => word[0]!.toUpperCase() + word.slice(1);

/** What a tab's name is followed by: broken guards, or how many uses there are. */
function countOf(view: ProofView, side: (typeof SIDES)[number]): string {
  const broken = view.guards.filter((guard) => guard.broken !== null).length;
  if (side === 'guards' && broken > 0) return `, ${broken} broken`;
  return side === 'uses' && view.uses.length > 0 ? ` (${view.uses.length})` : '';
}
