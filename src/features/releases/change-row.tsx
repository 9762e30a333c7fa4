'use client';

import { Checkbox } from '@mantine/core';
import { PageLink } from '@/ui/page-link';
import { contextText } from '@/core/tokens/system';
import { contextAttributes } from '@/core/products/screen';
import type { ChangeSpecimen } from '@/editing/releases/queries/change-specimen';
import type { ToldEntry } from '@/editing/releases/told-entry';
import { useDocumentQuery } from '@/features/session/document';
import { PAGE_BACKDROP } from '@/core/components/page-backdrop';
import { PreviewFrame } from '@/ui/specimen/preview-frame';
import { useNear } from '@/ui/use-near';
import classes from './releases.module.css';

export const IMPACT_WORDS = { major: 'breaks', minor: 'adds or changes', patch: 'not visible' } as const;

/** One change since the last release: what, before and after, and a component in which it is seen. */
export function ChangeRow({
  entry,
  include,
  upgrade,
  link,
}: {
  entry: ToldEntry;
  /** Whether it goes into the release: follows the hand at once, the entry itself when the ledger has been computed anew. */
  include?: { chosen: boolean; toggle: () => void };
  /** The release of the parent that would bring it, where it is none of the draft's own. */
  upgrade?: string;
  link: (href: string) => string;
}) {
  const out = include?.chosen === false;
  const first = entry.changes.find((change) => change.impact === entry.impact) ?? entry.changes[0]!;
  return (
    <tr data-out={out || undefined} className={out ? classes.out : undefined}>
      {include && (
        <td>
          <Checkbox
            aria-label={`${entry.title} is in the release`}
            checked={include.chosen}
            onChange={include.toggle}
          />
        </td>
      )}
      <td>
        <span className={classes.impact} data-impact={entry.impact} title={IMPACT_WORDS[entry.impact]}>
          {entry.impact}
        </span>
      </td>
      <td>
        {entry.href ? (
          <PageLink href={link(entry.href)} className="path">
            {entry.title}
          </PageLink>
        ) : (
          <span className="path">{entry.title}</span>
        )}
        {entry.changes.map((change, i) => (
          <div key={i} className={classes.why}>
            {change.why}
            {change.contexts ? ` (${change.contexts.map(contextText).join('; ')})` : ''}.
          </div>
        ))}
        {entry.authors.length > 0 && <div className={classes.by}>by {entry.authors.join(', ')}</div>}
      </td>
      <td>
        <div className={classes.values}>
          <Value text={first.before} />
          <Value text={first.after} />
        </div>
      </td>
      <td>
        <Seen item={entry.item} upgrade={upgrade} />
        {entry.reached.length === 0 ? (
          'Reaches nothing'
        ) : (
          <details>
            <summary>{entry.reachText}</summary>
            <ul className={classes.reached}>
              {entry.reached.slice(0, 20).map((one) => (
                <li key={one.id}>
                  <PageLink href={link(one.href)}>{one.title}</PageLink>
                  {one.inside ? ` in ${one.inside}` : ''}
                </li>
              ))}
            </ul>
          </details>
        )}
      </td>
    </tr>
  );
}

/** A value large enough to judge: a field of its colour over its text. */
function Value({ text }: { text: string | null }) {
  if (text === null) return <span className={classes.by}>—</span>;
  const color = /^#[0-9a-f]{6,8}\b/.exec(text)?.[0];
  return (
    <span className={classes.value}>
      {color && <span className={classes.field} style={{ background: color }} data-specimen aria-hidden />}
      <span className="path">{text.length > 70 ? `${text.slice(0, 68)}…` : text}</span>
    </span>
  );
}

/** Drawn when its row comes into view: a ledger may have hundreds of rows. */
function Seen(shown: { item: string; upgrade?: string }) {
  const { ref, near } = useNear<HTMLDivElement>('200px');
  return <div ref={ref}>{near && <Drawn {...shown} />}</div>;
}

function Drawn(shown: { item: string; upgrade?: string }) {
  const view = useDocumentQuery('changeSpecimen', shown);
  if (!view) return null;
  const sides: { label: string; drawing: ChangeSpecimen['before'] }[] = [
    { label: 'before', drawing: view.before },
    { label: 'after', drawing: view.after },
  ];
  return (
    <div className={classes.seen}>
      {sides.map(({ label, drawing }) => (
        <figure key={label}>
          {drawing ? (
            <PreviewFrame
              title={`${view.component}, ${label}`}
              html={drawing.html}
              css={drawing.css}
              attributes={contextAttributes(view.lens)}
              backdrop={PAGE_BACKDROP}
              padding={12}
              fit={84}
            />
          ) : (
            <span className={classes.absent}>{label === 'before' ? 'New' : 'Removed'}</span>
          )}
          <figcaption>
            {view.component}, {label}
          </figcaption>
        </figure>
      ))}
    </div>
  );
}
