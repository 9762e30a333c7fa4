import { parseConditions } from '@/core/components/condition';
import { partAncestry, templateOf } from '@/core/components/template';
import type { Prop, StyleRule, StyleValue } from '@/core/components/definition';
import type { Proposal } from '@/core/components/from-markup';
import type { OpenLibrary } from '@/editing/session/open-library';
import { blank } from '@/editing/components/definition-draft';
import { behindAllComponents, nameProblem } from '@/editing/components/own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';
import { listed } from '@/editing/components/code-link';

/** What a proposal binds: the token of each property of each rule, by `rule index` and property. */
type Bindings = Record<string, string>;

/** Starts a component from markup, as it was proposed; `bindings` says which raw values become which tokens. */
export function startFromMarkup(
  library: OpenLibrary,
  {
    name,
    proposal,
    bindings,
  }: { name: string; proposal: Pick<Proposal, 'template' | 'parts' | 'props' | 'rules'>; bindings: Bindings },
  newId: NewId,
): Command {
  const refused = nameProblem(library, name);
  if (refused) return refused;
  const { root, findings } = templateOf(proposal.template);
  const [finding] = findings;
  if (!root || finding)
    return refuse(finding?.message ?? 'The template is empty', finding?.fix ?? 'Choose another element');
  const there = partAncestry(root);
  return runCommand(library, newId, `Start ${name} from markup`, (work) => {
    const id = () => newId('entry');
    const valueOf = (rule: number, property: string, raw: string): StyleValue => {
      const path = bindings[`${rule} ${property}`];
      const token = path === undefined ? undefined : library.tree.ids.get(path);
      return token === undefined ? { raw } : { token: { id: token, path: path! } };
    };
    work.add({
      ...blank,
      id: newId('component'),
      name,
      order: behindAllComponents(library),
      template: proposal.template,
      parts: listed(
        proposal.parts.filter((part) => there.has(part.name)),
        id,
        (part, order) => ({ order, ...part, description: '' }),
      ),
      props: listed(proposal.props, id, (prop, order): Prop => ({ order, ...prop, description: '' })),
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
    });
  });
}
