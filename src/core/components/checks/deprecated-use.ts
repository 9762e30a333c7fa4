import type { Finding } from '../../findings/finding';
import { itemsOf, ordered } from '../../document/item';
import { deprecationOf as tokenDeprecation } from '../../tokens/tier';
import { named } from '../compose';
import { conditionsText } from '../condition';
import { pathOf } from '../../tokens/token-tree';
import { replacementOf } from '../../tokens/fix-intents';
import { bindToken } from '../bind-token';
import { placeText, type ComponentCheck } from './check';

/** What is deprecated and still used: components that stand in its slots, and tokens its own rules are bound to. */
export const deprecatedUse: ComponentCheck = {
  titles: {
    'deprecated-piece': 'Deprecated component in use',
    'deprecated-binding': 'Deprecated token in a rule',
  },
  run({ component, authored, items, resolution }) {
    if (component.deprecation) return [];
    const pieces = ordered(component.props).flatMap((prop) =>
      (prop.holds ?? []).flatMap(({ component: piece }): Finding[] => {
        const held = named(items, 'component', piece);
        if (!held?.deprecation) return [];
        const { reason, replacement } = held.deprecation;
        const next = itemsOf(items, 'component').find(({ id }) => id === replacement?.id)?.name;
        return [
          {
            code: 'deprecated-piece',
            level: 'warning',
            path: `${component.name}: ${held.name} in ${prop.name}`,
            message: `${component.name}: ${prop.name} holds ${held.name}, which is deprecated${reason ? `: ${reason}` : ''}`,
            fix: next ? `Put ${next} there` : 'Put something else there',
          },
        ];
      }),
    );
    const bindings = ordered(authored.entries).flatMap((entry) =>
      entry.kind === 'kept'
        ? []
        : entry.declarations.flatMap(([property, value]): Finding[] => {
            const path = 'token' in value ? pathOf(value.token, items) : undefined;
            const said = path === undefined ? undefined : tokenDeprecation(resolution, path);
            if (said === undefined) return [];
            const place = placeText(component, property, entry.part, conditionsText(entry.when));
            return [
              {
                code: 'deprecated-binding',
                level: 'warning',
                path: place,
                message: `${place} is bound to ${path}, which is deprecated${typeof said === 'string' ? `: ${said}` : ''}`,
                fix: 'Bind another token',
                related: [path!],
                at: { pointer: `/entries/${entry.id}/${property}` },
              },
            ];
          }),
    );
    return [...pieces, ...bindings];
  },
  fixes: {
    /** Binds what its deprecation names in place of a deprecated token. */
    'deprecated-binding': (ground, finding) => {
      const [old] = finding.related ?? [];
      const next = old === undefined ? undefined : replacementOf(ground, old);
      return next === undefined ? undefined : bindToken(ground, { ...finding, related: [next] });
    },
  },
};
