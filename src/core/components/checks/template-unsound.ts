import { templateOf } from '../template';
import type { ComponentCheck } from './check';

/** What of a template could not be taken: it was left out, and the rest is drawn. */
export const templateUnsound: ComponentCheck = {
  codes: ['template-root', 'template-unsafe', 'template-depth', 'template-condition'],
  run: ({ component }) =>
    templateOf(component.template).findings.map((finding) => ({
      ...finding,
      path: component.name,
      message: `${component.name}: ${finding.message}`,
    })),
};
