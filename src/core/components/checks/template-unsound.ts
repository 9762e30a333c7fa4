import { templateOf } from '../template';
import type { ComponentCheck } from './check';

/** What of a template could not be taken: it was left out, and the rest is drawn. */
export const templateUnsound: ComponentCheck = {
  titles: {
    'template-root': 'Template without a root part',
    'template-unsafe': 'Unsafe template',
    'template-tag': 'Tag without its counterpart',
    'template-depth': 'Template nested too deep',
    'template-condition': 'Invalid condition in template',
  },
  run: ({ component }) =>
    templateOf(component.template).findings.map((finding) => ({
      ...finding,
      path: component.name,
      message: `${component.name}: ${finding.message}`,
    })),
};
