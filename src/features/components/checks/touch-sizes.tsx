'use client';

import { useDebouncedValue } from '@mantine/hooks';
import { useMemo, useState } from 'react';
import { isTouchable, LEAST_TARGET, type MeasuredPart } from '@/core/components/measured';
import { contextAttributes } from '@/core/products/screen';
import type { ProofView } from '@/editing/components/queries/proof';
import { useLongView } from '@/features/session/document';
import { PreviewFrame } from '@/ui/specimen/preview-frame';
import { useSpecimenState } from '../specimen/specimen-state';
import classes from '../components.module.css';

const NOTHING: readonly string[] = [];
const NAMED = 6;
/** Milliseconds. */
const PAUSE = 400;

/**
 * Whether everything that is operated is big enough to be hit, in every combination: one of each size is drawn out of
 * sight and measured.
 */
export function TouchSizes({ view, lens }: { view: ProofView; lens: Record<string, string> }) {
  const { answer: found } = useLongView('sizes', { name: view.name, lens });
  // Drawn once one pauses: with each key it would be felt, and nobody looks at it while typing.
  const now = useMemo(() => ({ answer: found, css: view.css }), [found, view.css]);
  const [{ answer, css }] = useDebouncedValue(now, PAUSE);
  const [boxes, setBoxes] = useState<MeasuredPart[]>([]);
  const [, setState] = useSpecimenState();
  if (!answer || answer.cells.length === 0) return null;
  const operated = boxes.filter((box) => box.operated);
  const small = new Set(operated.filter((box) => !isTouchable(box)).map(({ cell }) => Number(cell)));
  const tooSmall = answer.cells.filter((_, i) => small.has(i));
  const told = new Set(operated.map(({ cell }) => cell)).size;
  const standard = new Map(view.props.map((prop) => [prop.name, prop.default]));
  return (
    <>
      {operated.length > 0 && (
        <div className={classes.sums} data-testid="touch">
          {tooSmall.length === 0
            ? `Every target is at least ${LEAST_TARGET} by ${LEAST_TARGET}, ${told < answer.cells.length || answer.more > 0 ? `in the ${told} sizes that were measured; it can come in ${answer.cells.length + answer.more}` : 'in every combination'}.`
            : `${tooSmall.reduce((sum, { times }) => sum + times, 0)} combinations have a target under ${LEAST_TARGET} by ${LEAST_TARGET} (WCAG 2.5.8): `}
          {tooSmall.slice(0, NAMED).map(({ label, props, states }, i) => (
            <span key={label}>
              {i > 0 && ', '}
              <button
                className={classes.bound}
                onClick={() =>
                  setState({
                    props: Object.fromEntries(
                      Object.entries(props).filter(([name, value]) => standard.get(name) !== value),
                    ),
                    states,
                    stateOn: undefined,
                  })
                }
              >
                {label}
              </button>
            </span>
          ))}
          {tooSmall.length > NAMED && ` and ${tooSmall.length - NAMED} more sizes`}
        </div>
      )}
      <div className={classes.unseen} aria-hidden inert>
        <PreviewFrame
          title={`Sizes of ${view.name}`}
          html={answer.html}
          css={css}
          attributes={contextAttributes(lens)}
          measure={NOTHING}
          onMeasured={setBoxes}
        />
      </div>
    </>
  );
}
