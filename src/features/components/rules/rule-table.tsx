'use client';

import { TextInput } from '@mantine/core';
import { useRef, useState, type ClipboardEvent, type KeyboardEvent } from 'react';
import type { ProofView } from '@/editing/components/queries/proof';
import { useCommand, type Refusal } from '@/features/session/document';
import { TokenChoice } from './token-choice';
import classes from '../components.module.css';

type Rule = ProofView['rules'][number];
interface Cell {
  row: number;
  column: number;
}

const textOf = (rule: Rule, property: string): string => {
  const declaration = rule.declarations.find((one) => one.property === property);
  return declaration === undefined
    ? ''
    : declaration.token !== undefined && declaration.token !== null
      ? `{${declaration.token}}`
      : (declaration.raw ?? '');
};

/**
 * Rules by properties, edited as a sheet: Enter or typing opens a cell, Enter goes on to the rule below, Tab to the next
 * property, and rows pasted from a spreadsheet fill the cells from the one in the focus on.
 */
export function RuleTable({ view, report }: { view: ProofView; report: (refusal: Refusal | null) => void }) {
  const { store } = useCommand();
  const table = useRef<HTMLTableElement>(null);
  const [open, setOpen] = useState<(Cell & { text: string }) | null>(null);
  const [more, setMore] = useState<string[]>([]);
  const [adding, setAdding] = useState('');
  const properties = [
    ...new Set([...view.rules.flatMap((rule) => rule.declarations.map(({ property }) => property)), ...more]),
  ];
  const isOwn = (rule: Rule | undefined) => view.canEdit && rule !== undefined && !rule.from;
  const focus = ({ row, column }: Cell) =>
    requestAnimationFrame(() =>
      table.current?.querySelector<HTMLElement>(`[data-cell="${row} ${column}"]`)?.focus(),
    );
  const set = async (cells: { rule: string; property: string; text: string }[]) => {
    const changed = cells.filter(({ rule, property, text }) => {
      const own = view.rules.find(({ id }) => id === rule)!;
      return text.trim() !== textOf(own, property);
    });
    if (changed.length === 0) return true;
    const refused = await store('setRuleValues', { component: view.name, values: changed });
    report(refused);
    return refused === null;
  };
  const finish = async (text: string, by: { rows: number; columns: number }) => {
    if (!open) return;
    const { row, column } = open;
    if (!(await set([{ rule: view.rules[row]!.id, property: properties[column]!, text }]))) return;
    setOpen(null);
    const next = { row: row + by.rows, column: column + by.columns };
    focus(view.rules[next.row] && properties[next.column] ? next : open);
  };
  const move = (event: KeyboardEvent, cell: Cell) => {
    const steps: Record<string, [number, number]> = {
      ArrowDown: [1, 0], ArrowUp: [-1, 0], ArrowRight: [0, 1], ArrowLeft: [0, -1],
    }; // prettier-ignore
    const step = steps[event.key];
    if (step) {
      event.preventDefault();
      focus({ row: cell.row + step[0], column: cell.column + step[1] });
    } else if (isOwn(view.rules[cell.row])) {
      const property = properties[cell.column]!;
      if (event.key === 'Delete' || event.key === 'Backspace') {
        event.preventDefault();
        void set([{ rule: view.rules[cell.row]!.id, property, text: '' }]);
      } else if (event.key.length === 1 && !event.ctrlKey && !event.metaKey && !event.altKey && event.key !== ' ') {
        event.preventDefault();
        setOpen({ ...cell, text: event.key });
      }
    }
  }; // prettier-ignore
  const paste = (event: ClipboardEvent, cell: Cell) => {
    const rows = event.clipboardData
      .getData('text/plain')
      .replace(/\r?\n$/, '')
      .split(/\r?\n/)
      .map((line) => line.split('\t'));
    event.preventDefault();
    void set(
      rows.flatMap((cells, i) =>
        cells.flatMap((text, j) => {
          const rule = view.rules[cell.row + i];
          const property = properties[cell.column + j];
          return rule && property && isOwn(rule) ? [{ rule: rule.id, property, text }] : [];
        }),
      ),
    );
  };
  return (
    <div className={classes.ruleTable}>
      <table className="rows" ref={table}>
        <thead>
          <tr>
            <th>Rule</th>
            {properties.map((property) => (
              <th key={property}>{property}</th>
            ))}
            {view.canEdit && (
              <th>
                <TextInput
                  size="xs"
                  aria-label="Add property column"
                  placeholder="Add property"
                  value={adding}
                  onChange={(event) => setAdding(event.currentTarget.value)}
                  onKeyDown={(event) => {
                    if (event.key !== 'Enter' || adding.trim() === '') return;
                    setMore([...more, adding.trim()]);
                    setAdding('');
                    focus({ row: 0, column: properties.length });
                  }}
                />
              </th>
            )}
          </tr>
        </thead>
        <tbody>
          {view.rules.map((rule, row) => (
            <tr key={rule.id}>
              <th scope="row">
                {rule.when || 'Always'}
                {rule.part === 'root' ? '' : `, ${rule.part}`}
                {rule.from && <span className={classes.origin}> from {rule.from.name}</span>}
              </th>
              {properties.map((property, column) => {
                const text = textOf(rule, property);
                const css = rule.declarations.find((one) => one.property === property)?.css ?? '';
                const label = `${property} of ${rule.when || 'always'}${rule.part === 'root' ? '' : `, ${rule.part}`}`;
                if (open?.row === row && open.column === column)
                  return (
                    <td key={property}>
                      <TokenChoice
                        aria-label={label}
                        property={property}
                        value={open.text}
                        stored={text}
                        size="xs"
                        w={190}
                        autoFocus
                        openOnFocus={false}
                        onChange={(value) => setOpen({ ...open, text: value })}
                        finish={(value) => void finish(value, { rows: 1, columns: 0 })}
                        onBlur={() => void finish(open.text, { rows: 0, columns: 0 })}
                        leave={() => {
                          setOpen(null);
                          focus({ row, column });
                        }}
                      />
                    </td>
                  );
                return (
                  <td key={property}>
                    <button
                      type="button"
                      className={classes.cellValue}
                      data-cell={`${row} ${column}`}
                      aria-label={`${label}: ${text || 'not set'}`}
                      disabled={!isOwn(rule)}
                      onClick={() => setOpen({ row, column, text })}
                      onKeyDown={(event) => move(event, { row, column })}
                      onPaste={(event) => paste(event, { row, column })}
                    >
                      {/^(#|rgb|oklch|hsl|color\()/.test(css) && (
                        <span
                          className={classes.chip}
                          style={{ background: css }}
                          data-specimen
                          aria-hidden
                        />
                      )}
                      {text.replace(/^\{(.*)\}$/, '$1') || '\u2013'}
                    </button>
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
