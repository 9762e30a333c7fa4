import type { ComponentDefinition } from '../components/definition';
import type { Items } from '../document/item';
import type { Finding } from '../findings/finding';
import type { Json } from '../base/json/json';
import type { Resolution } from '../tokens/resolve';
import { defaultContext, unknownContext } from '../tokens/system';
import type { OutputFile } from './output';
import type { OutputForm } from './output-item';
import { OUTPUTS } from './registry';

/**
 * The files of one delivery of an output. With an error among the findings nothing is to be written.
 */
export function deliveryFiles(
  { formats, context, prefix, unit }: OutputForm,
  library: {
    resolution: Resolution;
    components: readonly ComponentDefinition[];
    items: Items;
    authored: () => { name: string; json: Json }[];
  },
): { files: OutputFile[]; findings: Finding[] } {
  const { axes } = library.resolution.system;
  const unknown = context && unknownContext(axes, context);
  if (unknown) {
    const fix = 'Choose the contexts of this output again';
    const message = `There is no context ${unknown}`;
    return { files: [], findings: [{ code: 'unknown-context', level: 'error', message, fix }] };
  }
  const files: OutputFile[] = [];
  const findings: Finding[] = [];
  for (const name of formats) {
    const written = OUTPUTS.get(name)!.write({
      ...library,
      ...(context && { context: { ...defaultContext(axes), ...context } }),
      ...(prefix && { prefix }),
      ...(unit && { unit }),
    });
    const folder = formats.length > 1 ? `${name}/` : '';
    files.push(...written.files.map((file) => ({ ...file, name: folder + file.name })));
    findings.push(...written.findings);
  }
  return { files, findings };
}
