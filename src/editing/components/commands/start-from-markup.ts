import { parseConditions } from '@/core/components/condition';
import { DATA_LIMITS } from '@/core/components/data-table';
import { partAncestry, templateOf } from '@/core/components/template';
import type { DataTable, Nested, Prop, StyleRule, StyleValue } from '@/core/components/definition';
import type { Proposal } from '@/core/components/from-markup';
import { ordersAfter } from '@/core/document/order';
import { listed as inWords, plural } from '@/core/base/words';
import type { OpenLibrary } from '@/editing/session/open-library';
import { blank } from '@/editing/components/definition-draft';
import { behindAllComponents, nameProblem } from '@/editing/components/own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';
import { listed } from '@/editing/components/code-link';

/** A component of markup as it was proposed. */
interface MarkupComponent {
  name: string;
  proposal: Pick<Proposal, 'template' | 'parts' | 'props' | 'rules'>;
  /** The token of each property of each rule, by `rule index` and property. */
  bindings: Record<string, string>;
  /** Slots that hold another of the components, one before this, once for each of these rows. */
  repeated?: { slot: string; piece: number; rows: Record<string, string>[] }[];
}

/** Pieces that a slot shows until it is filled; all rows are kept as data. */
const SHOWN = 3;

/** Starts components from markup as they were proposed: what stands in slots comes first, and keeps its rows as data. */
export function startFromMarkup(
  library: OpenLibrary,
  { components }: { components: MarkupComponent[] },
  newId: NewId,
): Command {
  if (components.length === 0) return refuse('There is no component to create', 'Choose an element');
  const names = components.map(({ name }) => name);
  for (const { name, proposal } of components) {
    const refused = nameProblem(library, name);
    if (refused) return refused;
    if (names.filter((other) => other === name).length > 1)
      return refuse(`Two components are called ${name}`, 'Give each a name of its own');
    const { root, findings } = templateOf(proposal.template);
    const [finding] = findings;
    if (!root || finding)
      return refuse(finding?.message ?? 'The template is empty', finding?.fix ?? 'Choose another element');
  }
  const label = `Start ${inWords(names)} from markup`;
  return runCommand(
    library,
    newId,
    names.length > 3 ? `Start ${names.length} ${plural(names.length, 'component')} from markup` : label,
    (work) => {
      const ids = components.map(() => newId('component'));
      const id = () => newId('entry');
      const orders = [behindAllComponents(library)];
      orders.push(...ordersAfter(orders[0]!, components.length));
      components.forEach(({ name, proposal, bindings, repeated = [] }, at) => {
        const there = partAncestry(templateOf(proposal.template).root);
        const held = repeated.filter(({ piece }) => piece < at);
        const referTo = (piece: number) => ({ id: ids[piece]!, path: names[piece]! });
        const valueOf = (rule: number, property: string, raw: string): StyleValue => {
          const path = bindings[`${rule} ${property}`];
          const token = path === undefined ? undefined : library.tree.ids.get(path);
          return token === undefined ? { raw } : { token: { id: token, path: path! } };
        };
        work.add({
          ...blank,
          id: ids[at]!,
          name,
          order: orders[at]!,
          template: proposal.template,
          parts: listed(
            proposal.parts.filter((part) => there.has(part.name)),
            id,
            (part, order) => ({ order, ...part, description: '' }),
          ),
          props: listed(proposal.props, id, (prop, order): Prop => {
            const slot = held.find((one) => one.slot === prop.name);
            const filled = slot && {
              accepts: [referTo(slot.piece)],
              holds: slot.rows
                .slice(0, SHOWN)
                .map((props): Nested => ({ component: referTo(slot.piece), props, passed: {} })),
            };
            return { order, ...prop, description: '', ...(prop.kind === 'slot' && filled) };
          }),
          entries: listed(
            proposal.rules.map((rule, i) => ({ ...rule, i })).filter(({ part }) => there.has(part)),
            id,
            (rule, order): StyleRule => ({
              order,
              kind: 'rule',
              when: parseConditions(rule.when),
              part: rule.part,
              declarations: rule.declarations.map(([property, raw]) => [
                property,
                valueOf(rule.i, property, raw),
              ]),
              comment: '',
            }),
          ),
          ...(held.length > 0 && {
            data: listed(held, id, ({ slot, piece, rows }, order): DataTable => {
              const columns = components[piece]!.proposal.props.filter(({ kind }) => kind !== 'slot')
                .map((prop) => prop.name)
                .slice(0, DATA_LIMITS.columns);
              return {
                order,
                name: held.length > 1 ? `As pasted, ${slot}` : 'As pasted',
                fills: slot,
                columns: columns.length > 0 ? columns : ['text'],
                rows: rows
                  .slice(0, DATA_LIMITS.rows)
                  .map((row) =>
                    (columns.length > 0 ? columns : ['text']).map((column) =>
                      (row[column] ?? '').slice(0, DATA_LIMITS.cell),
                    ),
                  ),
              };
            }),
          }),
        });
      });
    },
  );
}
