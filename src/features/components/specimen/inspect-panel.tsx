'use client';

import { CopyButton, Button, Group, Select, Tabs, Text } from '@mantine/core';
import { Fragment } from 'react';
import { lengthText, type MeasuredPart } from '@/core/components/measured';
import { useDocumentQuery } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import { useLensLink } from '@/ui/frame/lens';
import { PageLink } from '@/ui/page-link';
import { useSpecimenState } from './specimen-state';
import classes from '../components.module.css';

/** One part of the specimen, picked there or from the list: measured, explained, and as code. */
export function InspectPanel({
  name,
  lens,
  boxes,
  chosen,
  choose,
}: {
  name: string;
  lens: Record<string, string>;
  boxes: MeasuredPart[];
  chosen: number | null;
  choose: (at: number | null) => void;
}) {
  const library = useLibrary();
  const link = useLensLink(library.axes);
  const [state] = useSpecimenState();
  const at = chosen !== null && boxes[chosen] ? chosen : 0;
  const found = useDocumentQuery('inspect', {
    name,
    lens,
    props: state.props,
    states: state.states,
    stateOn: state.stateOn,
    boxes,
    at,
  });
  return (
    <section className={classes.sheet} aria-label="Inspect">
      <header>
        <h2>Inspect</h2>
        <Select
          aria-label="Part to inspect"
          w={260}
          allowDeselect={false}
          value={boxes[at] ? String(at) : null}
          data={boxes.slice(0, 300).map((box, i) => ({
            value: String(i),
            label: `${box.part}${box.text ? `, “${box.text.slice(0, 24)}”` : ''}`,
          }))}
          onChange={(value) => choose(value === null ? null : Number(value))}
        />
      </header>
      {found ? (
        <div className={classes.body}>
          <Text size="sm" mb={8}>
            <b>{found.part}</b>
            {found.of && (
              <>
                {' '}
                of{' '}
                <PageLink href={link(`/libraries/${library.slug}/components/${found.of}`)}>
                  {found.of}
                </PageLink>
              </>
            )}{' '}
            is {lengthText(found.size[0])} wide and {lengthText(found.size[1])} high
            {found.inside &&
              `, ${found.inside.insets.map(lengthText).join(', ')} (top, right, bottom, left) inside ${found.inside.part}`}
            .
            {found.others
              .filter(({ across, down }) => across + down > 0)
              .map(({ part, across, down }) => ` ${lengthText(Math.max(across, down))} from ${part}.`)}
          </Text>
          <table className="rows">
            <thead>
              <tr>
                <th>Property</th>
                <th>Source</th>
                <th>Value</th>
              </tr>
            </thead>
            <tbody>
              {found.declarations.map(({ property, tokens, value }) => (
                <tr key={property}>
                  <td className="path">{property}</td>
                  <td className="path">
                    {tokens.length === 0
                      ? 'raw value'
                      : tokens.map((token, i) => (
                          <Fragment key={token}>
                            {i > 0 && ', '}
                            <PageLink href={link(`/libraries/${library.slug}/tokens/${token}`)}>
                              {token}
                            </PageLink>
                          </Fragment>
                        ))}
                  </td>
                  <td className="path">{value}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <Tabs defaultValue="CSS" mt="sm">
            <Tabs.List>
              {found.code.map((one) => (
                <Tabs.Tab key={one.name} value={one.name}>
                  {one.name}
                </Tabs.Tab>
              ))}
            </Tabs.List>
            {found.code.map((one) => (
              <Tabs.Panel key={one.name} value={one.name} pt="xs">
                <Group justify="flex-end">
                  <CopyButton value={one.text}>
                    {({ copied, copy }) => (
                      <Button size="compact-xs" variant="subtle" onClick={copy}>
                        {copied ? 'Copied' : 'Copy'}
                      </Button>
                    )}
                  </CopyButton>
                </Group>
                <pre className={classes.code} tabIndex={0}>
                  {one.text}
                </pre>
              </Tabs.Panel>
            ))}
          </Tabs>
        </div>
      ) : (
        <Text size="sm" p={14}>
          Select a part of the specimen to see its measurements and values.
        </Text>
      )}
    </section>
  );
}
