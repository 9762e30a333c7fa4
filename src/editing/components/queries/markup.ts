import { Bindings } from '@/core/components/bindings';
import { MarkupProblem } from '@/core/components/cascade';
import { candidates, proposeComponent, type Candidate, type Proposal } from '@/core/components/from-markup';
import { readSource } from '@/core/components/source/registry';
import { SourceProblem, type CodeComponent } from '@/core/components/source/source';
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
export type ProposalView =
  | (Omit<Proposal, 'rules'> & { rules: ProposedRule[]; exact: number; near: number; raw: number })
  | { problem: string; fix: string };

/** The component that chosen elements would become, each of its raw values with the token nearest to it. */
export function proposal(
  library: OpenLibrary,
  { html, css, chosen, lens }: { html: string; css: string; chosen: number[]; lens: Context },
): ProposalView {
  return inWords(() => {
    const found = proposeComponent(html, css, chosen);
    const bindings = new Bindings(library.resolution, lens);
    const rules = found.rules.map((rule) => ({
      ...rule,
      declarations: rule.declarations.map(([property, value]) => ({
        property,
        value,
        suggestion: suggestion(bindings.suggest(property, value)),
      })),
    }));
    const all = rules.flatMap(({ declarations }) => declarations);
    const count = (holds: (suggestion: Suggestion | null) => boolean) =>
      all.filter(({ suggestion }) => holds(suggestion)).length;
    return {
      ...found,
      rules,
      exact: count((one) => one?.exact === true),
      near: count((one) => one?.exact === false),
      raw: count((one) => one === null),
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
