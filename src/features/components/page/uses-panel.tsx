'use client';

import { counted } from '@/core/base/words';
import { Text } from '@mantine/core';
import { PageLink } from '@/ui/page-link';
import type { ProofView } from '@/editing/components/queries/proof';
import { useLibrary } from '@/features/session/library-shell';
import { useLensLink } from '@/ui/frame/lens';
import classes from '../components.module.css';

/** Where the component is used, and how far a change reaches. */
export function UsesPanel({ view }: { view: ProofView }) {
  const library = useLibrary();
  const link = useLensLink(library.axes);
  return (
    <section className={classes.sheet} aria-label="Uses">
      <header>
        <h2>Where it is used</h2>
      </header>
      <div className={classes.body}>
        <Text size="sm">
          {view.uses.length === 0
            ? 'No uses yet. Uses on screens, in components and in guides will be listed here.'
            : `${counted(view.uses.length, 'direct use')}; a change reaches ${view.reachText}.`}
        </Text>
        <ul style={{ margin: '6px 0 0', paddingInlineStart: 18, fontSize: 13 }}>
          {view.uses.map((use, i) => (
            <li key={i}>
              <PageLink href={link(use.href)}>{use.title}</PageLink>{' '}
              <span style={{ color: 'var(--mantine-color-dimmed)' }}>
                {use.inside ? `in ${use.inside}` : use.place}
              </span>
            </li>
          ))}
        </ul>
      </div>
    </section>
  );
}
