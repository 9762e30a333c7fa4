import { useMemo } from 'react';
import { percentDecoded } from '@/core/base/percent';
import { readContents, type Contents } from '@/core/components/contents';
import { useQuery } from '@/ui/frame/lens';

/** Which combination a component is shown in, and how: kept in the address, so that a link opens the same. */
interface SpecimenState {
  props: Record<string, string>;
  states: string[];
  /** The part that states of interaction are held on; undefined: the root. */
  stateOn: string | undefined;
  contents: Contents;
  /** CSS pixels; null: as wide as there is room; several: the usual widths at once. */
  width: number | 'several' | null;
  dir: 'ltr' | 'rtl';
  textSize: number;
  /** Whether the component's own script runs in its specimen. */
  script: boolean;
}

const read = (text: string): Record<string, string> =>
  Object.fromEntries(
    text
      .split(';')
      .map((pair) => pair.split('='))
      .flatMap(([name, ...value]) => (name ? [[name, percentDecoded(value.join('='))]] : [])),
  );

export function useSpecimenState(): [SpecimenState, (next: Partial<SpecimenState>) => void] {
  const [query, setQuery] = useQuery();
  const given = {
    with: query.get('with') ?? '',
    state: query.get('state') ?? '',
    on: query.get('on') ?? '',
    contents: query.get('contents') ?? '',
    width: query.get('width') ?? '',
    dir: query.get('dir') ?? '',
    text: query.get('text') ?? '',
    script: query.get('script') ?? '',
  };
  const key = JSON.stringify(given);
  const state = useMemo((): SpecimenState => {
    const one = JSON.parse(key) as typeof given;
    const width = Number(one.width);
    return {
      props: read(one.with),
      states: one.state.split('+').filter(Boolean),
      stateOn: one.on || undefined,
      contents: readContents(one.contents) ?? 'default',
      width: one.width === 'several' ? 'several' : width >= 100 && width <= 4000 ? Math.round(width) : null,
      dir: one.dir === 'rtl' ? 'rtl' : 'ltr',
      textSize: one.text === '200' ? 2 : 1,
      script: one.script !== 'off',
    };
  }, [key]);
  const set = (next: Partial<SpecimenState>) =>
    setQuery({
      ...(next.props && {
        with:
          Object.entries(next.props)
            .map(([name, value]) => `${name}=${encodeURIComponent(value)}`)
            .join(';') || null,
      }),
      ...(next.states && { state: next.states.join('+') || null }),
      ...('stateOn' in next && { on: next.stateOn ?? null }),
      ...(next.contents && { contents: next.contents === 'default' ? null : next.contents }),
      ...(next.width !== undefined && { width: next.width === null ? null : String(next.width) }),
      ...(next.dir && { dir: next.dir === 'ltr' ? null : next.dir }),
      ...(next.script !== undefined && { script: next.script ? null : 'off' }),
      ...(next.textSize && { text: next.textSize === 1 ? null : '200' }),
    });
  return [state, set];
}
