'use client';

import { useDeferredValue } from 'react';
import type { MeasuredPart } from '@/core/components/measured';
import type { ProofView } from '@/editing/components/queries/proof';
import type { SpecimenView } from '@/editing/components/queries/specimen';
import { useDocumentQuery } from '@/features/session/document';
import { useQuery } from '@/ui/frame/lens';
import classes from '../components.module.css';

/** What this combination's contrasts are, each in its worst context; what rules do not tell is told as it is drawn. */
export function ContrastRows({
  view,
  drawn,
  lens,
  boxes,
}: {
  view: ProofView;
  drawn: SpecimenView;
  lens: Record<string, string>;
  boxes: MeasuredPart[];
}) {
  const [query] = useQuery();
  const surface = query.get('backdrop');
  const asked = drawn.checks.flatMap(({ part, kind, ratio }) =>
    ratio === null ? [{ cell: null, part, kind }] : [],
  );
  const settled = useDeferredValue(asked.length > 0 ? boxes : NO_BOXES);
  const seen = useDocumentQuery('drawnChecks', {
    name: view.name,
    lens,
    ...(surface !== null && { surface }),
    asked,
    boxes: settled,
  });
  if (drawn.checks.length === 0) return null;
  return (
    <div data-testid="cell">
      <table className="rows">
        <caption className="visually-hidden">
          Contrast of {drawn.label}, {drawn.state}
        </caption>
        <thead>
          <tr>
            <th>
              {drawn.label}, {drawn.state}
            </th>
            <th>Content type</th>
            <th className="number">Lowest contrast</th>
            <th className="number">Required</th>
            <th>Under</th>
          </tr>
        </thead>
        <tbody>
          {drawn.checks.map((check) => {
            const measured =
              check.ratio === null
                ? seen?.find(({ part, kind }) => part === check.part && kind === check.kind)
                : undefined;
            const ratio = check.ratio ?? measured?.ratio ?? 'Not known';
            const weak = check.ratio === null ? measured?.passes === false : !check.passes;
            return (
              <tr key={check.part + check.kind}>
                <td className="path">{check.part}</td>
                <td>{check.kind}</td>
                <td className="number">{weak ? <b className={classes.failing}>{ratio}</b> : ratio}</td>
                <td className="number">{check.needs ?? 'None (disabled)'}</td>
                <td>{check.ratio === null ? 'measured in the current lens' : check.worst}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}

const NO_BOXES: MeasuredPart[] = [];
