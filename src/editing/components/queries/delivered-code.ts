import { compileCss } from '@/core/components/compile';
import { elementSource } from '@/core/components/delivered/element';
import { reactSource } from '@/core/components/delivered/react-source';
import { renderNested } from '@/core/components/nested';
import { typeOf } from '@/core/tokens/normalise';
import { usedComponent } from '@/editing/components/own-component';
import type { OpenLibrary } from '@/editing/session/open-library';

/** A component as each form of delivery writes it. */
interface DeliveredCode {
  name: string;
  language: 'html' | 'css' | 'typescript' | 'javascript';
  text: string;
}

/** The code of a component to copy: what outputs deliver, with the props and under the contexts looked at. */
export function deliveredCode(
  library: OpenLibrary,
  {
    name,
    props = {},
    context = {},
  }: { name: string; props?: Record<string, string>; context?: Record<string, string> },
): DeliveredCode[] {
  const component = usedComponent(library, name);
  if (!component) return [];
  const { items, resolution } = library;
  const forms: [string, DeliveredCode['language'], string | undefined][] = [
    ['HTML', 'html', renderNested(component, items, { props, context, inside: true })],
    ['CSS', 'css', compileCss(component, items, (path) => typeOf(resolution, path))],
    ['React', 'typescript', reactSource(component, items)],
    ['Custom element', 'javascript', elementSource(component, items, 'ui')],
  ];
  return forms.flatMap(([form, language, text]) =>
    text === undefined || text === '' ? [] : [{ name: form, language, text }],
  );
}
