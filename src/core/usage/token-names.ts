import type { Naming } from '../outputs/output';
import { OUTPUTS } from '../outputs/registry';
import type { Resolution } from '../tokens/resolve';

/** The tokens of a file by every name an output gives them. */
export class TokenNames {
  private readonly byNaming = new Map<Naming, Map<string, string>>();

  constructor(resolution: Resolution) {
    for (const output of OUTPUTS.values()) {
      if (!output.naming || this.byNaming.has(output.naming.of)) continue;
      const names = new Map<string, string>();
      this.byNaming.set(output.naming.of, names);
      for (const path of resolution.paths) {
        const type = resolution.variants(path).find(({ resolved }) => !resolved.failed)?.resolved.type ?? '';
        for (const name of output.naming.names(path, type)) if (!names.has(name)) names.set(name, path);
      }
    }
  }

  /** The path of the token a name means in a language. */
  pathOf(naming: Naming, name: string): string | undefined {
    const names = this.byNaming.get(naming);
    // SCSS takes `_` and `-` for one sign.
    return names?.get(name) ?? (naming === 'scss' ? names?.get(name.replaceAll('_', '-')) : undefined);
  }
}
