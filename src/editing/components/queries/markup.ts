import { Bindings } from '@/core/components/bindings';
import { MarkupProblem } from '@/core/components/cascade';
import { proposeComponents, type Proposal } from '@/core/components/from-markup';
import { candidates, type Candidate } from '@/core/components/markup-elements';
import { readSource } from '@/core/components/source/registry';
import { SourceProblem, type CodeComponent } from '@/core/components/source/source';
import { itemsOf } from '@/core/document/item';
import type { Context } from '@/core/tokens/system';
import type { OpenLibrary } from '@/editing/session/open-library';

/** A raw value and the token it could be bound to. */
interface Suggestion {
  path: string;
  exact: boolean;
  /** What it would become, as CSS. */
  becomes: string;
}

type MarkupView = { candidates: Candidate[] } | { problem: string; fix: string };

/** The elements of pasted or dropped markup, to choose from. */
export function markup(_: OpenLibrary, { html, css }: { html: string; css: string }): MarkupView {
  return inWords(() => ({ candidates: candidates(html, css) }));
}

interface ProposedRule {
  when: string;
  part: string;
  declarations: { property: string; value: string; suggestion: Suggestion | null }[];
}
/** A component that would be made. */
export interface ProposedComponent extends Omit<Proposal, 'rules' | 'repeated' | 'notes'> {
  rules: ProposedRule[];
  /** Its slots that hold another of these, by its place among them, with what each piece says. */
  repeated: { slot: string; piece: number; rows: Record<string, string>[] }[];
  exact: number;
  near: number;
  raw: number;
}
export type ProposalView =
  | {
      /** Each behind those that stand in it. */
      components: ProposedComponent[];
      /** What was left out, and why. */
      notes: string[];
      /** How many components the chosen elements are where like ones are one, and where each is one. */
      together: number;
      apart: number;
    }
  | { problem: string; fix: string };

/** The components that chosen elements would become, each of their raw values with the token nearest to it. */
export function proposal(
  library: OpenLibrary,
  {
    html,
    css,
    chosen,
    lens,
    apart = false,
  }: { html: string; css: string; chosen: number[]; lens: Context; apart?: boolean },
): ProposalView {
  return inWords(() => {
    const { proposals: found, together } = proposeComponents(html, css, chosen, apart);
    const bindings = new Bindings(library.resolution, lens);
    const components: ProposedComponent[] = [];
    const names = new Set(itemsOf(library.items, 'component').map(({ name }) => name));
    const free = (wanted: string) => {
      let name = wanted;
      for (let n = 2; names.has(name); n++) name = `${wanted}-${n}`;
      names.add(name);
      return name;
    };
    /** Puts a component behind those in its slots; answers where it is. */
    const add = ({ repeated, notes: _, ...one }: Proposal, within: string | null): number => {
      const name = free(within === null || one.name.startsWith(within) ? one.name : `${within}-${one.name}`);
      const inner = repeated.map(({ slot, piece, rows }) => ({ slot, piece: add(piece, name), rows }));
      const rules = one.rules.map((rule) => ({
        ...rule,
        declarations: rule.declarations.map(([property, value]) => ({
          property,
          value,
          suggestion: suggestion(bindings.suggest(property, value)),
        })),
      }));
      const all = rules.flatMap(({ declarations }) => declarations);
      const count = (holds: (suggestion: Suggestion | null) => boolean) =>
        all.filter((declaration) => holds(declaration.suggestion)).length;
      components.push({
        ...one,
        name,
        rules,
        repeated: inner,
        exact: count((near) => near?.exact === true),
        near: count((near) => near?.exact === false),
        raw: count((near) => near === null),
      });
      return components.length - 1;
    };
    for (const one of found) add(one, null);
    return {
      components,
      notes: [...new Set(found.flatMap(({ notes }) => notes))],
      together,
      apart: chosen.length,
    };
  });
}

/** The components that a file of code declares, with their props. */
export function codeProps(
  _: OpenLibrary,
  { file, text }: { file: string; text: string },
): { components: CodeComponent[] } | { problem: string; fix: string } {
  return inWords(() => ({ components: readSource(file, text) }));
}

const suggestion = (found: ReturnType<Bindings['suggest']>): Suggestion | null =>
  found ? { path: found.path, exact: found.exact, becomes: found.css } : null;

function inWords<T>(work: () => T): T | { problem: string; fix: string } {
  try {
    return work();
  } catch (error) {
    if (!(error instanceof MarkupProblem || error instanceof SourceProblem)) throw error;
    return { problem: error.message, fix: error.fix };
  }
}
