import type { SourceElement } from './source';

/** A component as source code may use it. */
export interface NamedComponent {
  name: string;
  props: readonly string[];
}

/** The end of the class that every part of delivered markup carries: the component's name, and a hash of what it is. */
const HASH = /-[0-9a-z]{8}$/;

/** `fare-card` as a class of a script: `FareCard`. */
const pascal = (name: string): string =>
  name.replace(/(^|-)([a-z0-9])/g, (_, __, letter: string) => letter.toUpperCase());

/** What the library is called in tags of source code: the commonest word in front of a component's name; none where no tag has one. */
export function wordsIn(tags: Iterable<string>, components: readonly NamedComponent[]): string[] {
  const names = new Set(components.map(({ name }) => name));
  const counts = new Map<string, number>();
  for (const tag of tags) {
    const [, word, name] = /^([a-z][a-z0-9]*)-(.+)$/.exec(tag) ?? [];
    if (word !== undefined && names.has(name!)) counts.set(word, (counts.get(word) ?? 0) + 1);
  }
  const [most] = [...counts].sort((a, b) => b[1] - a[1]);
  return most ? [most[0]] : [];
}

/** By which names source code uses the components of a library: tags, imports and classes. */
export class ComponentNames {
  private readonly byTag = new Map<string, NamedComponent>();
  private readonly byFunction = new Map<string, NamedComponent>();
  private readonly byName = new Map<string, NamedComponent>();
  private readonly module: RegExp;

  /** @param words what the library is called in code: its slug, and the prefixes of its outputs */
  constructor(components: readonly NamedComponent[], words: readonly string[]) {
    const known = words.filter((word) => /^[a-z][a-z0-9-]*$/.test(word));
    for (const component of components) {
      this.byName.set(component.name, component);
      this.byFunction.set(pascal(component.name), component);
      for (const word of known) {
        this.byTag.set(`${word}-${component.name}`, component);
        this.byTag.set(pascal(`${word}-${component.name}`), component);
      }
    }
    this.module = new RegExp(`(^|[/@._-])(${known.join('|') || '(?!)'})([/._-]|$)`);
  }

  /**
   * The component an element is an instance of: by a tag with the library's word in front, by what a script imports
   * from a module that has that word in its path, or by the class of delivered markup.
   */
  of({ tag, imported, attributes }: SourceElement): NamedComponent | undefined {
    const byTag = this.byTag.get(imported?.name ?? tag);
    if (byTag) return byTag;
    if (imported && this.module.test(imported.module)) return this.byFunction.get(imported.name);
    // Of delivered markup each part has the class; its root is the instance.
    const isRoot = (attributes['part'] ?? '').split(/\s+/).includes('root');
    for (const one of (attributes['class'] ?? attributes['className'] ?? '').split(/\s+/)) {
      const delivered = isRoot && HASH.test(one) ? this.byName.get(one.replace(HASH, '')) : undefined;
      const found = this.byTag.get(one) ?? delivered;
      if (found) return found;
    }
    return undefined;
  }

  /** The props of a component that an element sets, with their values; null where one is worked out. */
  propsOf({ props }: NamedComponent, { attributes }: SourceElement): [prop: string, value: string | null][] {
    const known = new Set(props);
    return Object.entries(attributes).flatMap(([name, value]): [string, string | null][] => {
      const prop = name.replace(/^data-/, '');
      return known.has(prop) ? [[prop, value === '' ? 'true' : value]] : [];
    });
  }
}
