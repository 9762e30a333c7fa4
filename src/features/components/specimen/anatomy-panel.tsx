'use client';

import { Button, Text } from '@mantine/core';
import { useMemo } from 'react';
import { rootStates } from '@/core/components/held-states';
import { lengthText, type MeasuredPart } from '@/core/components/measured';
import { useDocumentQuery } from '@/features/session/document';
import { download } from '@/features/tokens/download';
import { ROOM } from '@/core/components/anatomy';
import { contextAttributes } from '@/core/products/screen';
import { PreviewFrame } from '@/ui/specimen/preview-frame';
import { useSpecimenState } from './specimen-state';
import classes from '../components.module.css';

/** The anatomy of what the specimen shows: numbered parts, measured, and named by the tokens that make them so. */
export function AnatomyPanel({
  name,
  lens,
  boxes,
  drawing,
}: {
  name: string;
  lens: Record<string, string>;
  boxes: MeasuredPart[];
  /** What was measured: it stands faintly behind. */
  drawing: { html: string; css: string };
}) {
  const [state] = useSpecimenState();
  return (
    <section className={classes.sheet} aria-label="Anatomy">
      <header>
        <h2>Anatomy</h2>
      </header>
      <AnatomyFigure
        name={name}
        lens={lens}
        boxes={boxes}
        props={state.props}
        states={rootStates(state.states, state.stateOn)}
        drawing={drawing}
      />
    </section>
  );
}

/** The drawing and its list. */
export function AnatomyFigure({
  name,
  lens,
  boxes,
  props,
  states,
  drawing,
}: {
  name: string;
  lens: Record<string, string>;
  boxes: MeasuredPart[];
  props: Record<string, string>;
  states: string[];
  drawing?: { html: string; css: string };
}) {
  const found = useDocumentQuery('anatomy', { name, lens, props, states, boxes });
  const picture = useMemo(
    () => (found ? `data:image/svg+xml;charset=utf-8,${encodeURIComponent(found.svg)}` : ''),
    [found],
  );
  if (!found || found.parts.length === 0)
    return (
      <Text size="sm" p={14}>
        The specimen has not been measured yet.
      </Text>
    );
  return (
    <div className={classes.body}>
      <div className={classes.anatomy}>
        {drawing && boxes[0] && (
          <div
            className={classes.faint}
            style={{ left: ROOM.left, top: ROOM.top, width: Math.ceil(boxes[0].width) }}
            aria-hidden
            inert
          >
            <PreviewFrame
              title={`${name}, behind its anatomy`}
              html={drawing.html}
              css={drawing.css}
              attributes={contextAttributes(lens)}
              width={Math.ceil(boxes[0].width)}
            />
          </div>
        )}
        <img
          src={picture}
          alt={`Anatomy of ${name}: ${found.parts.map(({ number, part }) => `${number} ${part}`).join(', ')}`}
        />
      </div>
      <table className="rows">
        <thead>
          <tr>
            <th className="number">No.</th>
            <th>Part</th>
            <th>Size</th>
            <th>Measurement and source</th>
          </tr>
        </thead>
        <tbody>
          {found.parts.map((part) => (
            <tr key={part.part}>
              <td className="number">{part.number}</td>
              <td className="path">{part.part}</td>
              <td className="number" style={{ whiteSpace: 'nowrap' }}>
                {part.size}
              </td>
              <td>
                {part.lengths.length === 0
                  ? 'by its content'
                  : part.lengths.map(({ name: length, px, token }) => (
                      <span key={length} className={classes.length}>
                        {length} {lengthText(px)}
                        {token && <span className="path"> {token}</span>}
                      </span>
                    ))}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <Button
        mt="sm"
        size="compact-sm"
        variant="default"
        onClick={() => download(`${name}-anatomy.svg`, found.svg, 'image/svg+xml')}
      >
        Download drawing
      </Button>
    </div>
  );
}
