import type { Finding } from '../../findings/finding';
import { ordered } from '../../document/item';
import { conditionsText, KNOWN_STATES } from '../condition';
import { templateOf, type TemplateNode } from '../template';
import type { ComponentCheck } from './check';

/** What a template asks of props that are not there: slots, conditions and bound attributes. */
export const templateNames: ComponentCheck = {
  titles: {
    'slot-missing': 'Slot without a prop',
    'template-name': 'Template names a missing prop or value',
  },
  run({ component }) {
    const { root } = templateOf(component.template);
    const props = new Map(ordered(component.props).map((prop) => [prop.name, prop]));
    const states = new Set<string>([...KNOWN_STATES, ...component.states]);
    const findings: Finding[] = [];
    const said = new Set<string>();
    const tell = (code: string, what: string, fix: string, at: Finding['at']) => {
      if (said.has(what)) return;
      said.add(what);
      findings.push({
        code,
        level: 'warning',
        path: `${component.name}: template`,
        message: `${component.name}: ${what}${at?.line ? `, at line ${at.line}, column ${at.column}` : ''}`,
        fix,
        at,
      });
    };
    const walk = (node: TemplateNode): void => {
      if (node.kind === 'text') return;
      if (node.kind === 'slot') {
        if (!props.has(node.name))
          tell('slot-missing', `the template has a slot ${node.name}, and there is no such prop`, `Add the prop ${node.name}, or name the slot after one`, node.at);
        return node.fallback.forEach(walk);
      }
      for (const condition of node.when) {
        const prop = condition.kind === 'state' ? undefined : props.get(condition.prop);
        const gone =
          condition.kind === 'state'
            ? states.has(condition.state) ? undefined : `the state ${condition.state}`
            : !prop
              ? `the prop ${condition.prop}`
              : condition.kind === 'choice' && prop.kind === 'choice'
                ? condition.is.filter((value) => !prop.values.includes(value)).map((value) => `the value ${value} of ${prop.name}`)[0]
                : undefined;
        if (gone) tell('template-name', `a part is there when ${conditionsText([condition])}, and ${gone} is not there`, 'Correct the condition, or add what it asks for', node.at);
      }
      for (const [attribute, name] of node.bound)
        if (!props.has(name) && !states.has(name))
          tell('template-name', `${attribute} is bound to ${name}, which is neither a prop nor a state`, 'Bind a prop or a state', node.at);
      node.children.forEach(walk);
    };
    if (root) walk(root);
    return findings;
  },
}; // prettier-ignore
