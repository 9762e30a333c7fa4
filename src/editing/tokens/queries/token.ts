import type { Finding } from '@/core/findings/finding';
import { pairingRatios } from '@/core/tokens/pairing-ratios';
import { ratioText } from '@/core/base/color/contrast';
import { layersOf, printedObject, whenOf } from '@/core/tokens/token-tree';
import type { TokenItem } from '@/core/tokens/items';
import { reachText } from '@/core/library/reach';
import { cssLine, cssText } from '@/core/tokens/css-text';
import { authoredValue } from '@/core/tokens/references';
import { contextText, holds, type Context } from '@/core/tokens/system';
import { deprecationOf, descriptionOf, ownExtension } from '@/core/tokens/tier';
import { typedText } from '@/core/tokens/typed-value';
import { stripOf, type TokenStrip } from '../select';
import type { OpenLibrary } from '@/editing/session/open-library';
import { whereIs, type Where } from '@/editing/session/where';
import { EXTRAS } from '../commands/set-extra';
import { isObject, type Json } from '@/core/base/json/json';

export interface TokenView extends TokenStrip {
  id: string;
  description: string;
  deprecation: string | undefined;
  /** What is to be used in its place, and from when it is gone. */
  replacement: string | undefined;
  /** What stands beside the value under `app.seedplan`, as a person would type it. */
  extras: Record<string, string>;
  retires: string | undefined;
  /** What each layer says, strongest last. */
  declarations: { layer: string; label: string; text: string; wins: boolean; own: boolean; from: string }[];
  /** Layers of this library that say nothing of it yet. */
  silent: { layer: string; label: string }[];
  /** Values under the other combinations, those that differ from the lens first. */
  variants: { label: string; css: TokenStrip['css']; same: boolean; current: boolean }[];
  /** From the token itself to the literal: what refers to what, under which layer. */
  provenance: { path: string; layer: string; from: string; css: string }[];
  pairings: {
    text: string;
    surface: string;
    textCss: string;
    surfaceCss: string;
    ratio: string | null;
    worst: string | null;
    worstIn: string;
    needs: number;
    passes: boolean;
  }[];
  uses: (Where & { place: string })[];
  reached: (Where & { steps: number })[];
  reachText: string;
  findings: Finding[];
  history: { label: string; author: string; at: string; sequence: number }[];
  canEdit: boolean;
}

export function token(
  library: OpenLibrary,
  { path: asked, lens }: { path: string; lens: Context },
): TokenView | null {
  const { resolution, items, effective, tree } = library;
  const id = tree.ids.get(asked);
  const item = id === undefined ? undefined : items.get(id);
  if (item?.kind !== 'token') return null;
  const path = tree.paths.get(item.id)!;
  const name = library.snapshot.document.name;
  const layers = layersOf(items, effective.generation);
  const strip = stripOf(library, path, lens);
  const type = strip.type || resolution.variants(path).find((v) => !v.resolved.failed)?.resolved.type;
  const label = (layer: (typeof layers)[number]) => {
    const when = whenOf(layer, items);
    return Object.keys(when).length === 0 ? layer.name : contextText(when);
  };
  const winner = resolution.token(path, lens)?.from;
  const declared = layers.filter((layer) => item.declarations[layer.id]);
  const declarations = declared.map((layer) => {
    const value = authoredValue(printedObject(item.declarations[layer.id]!, tree));
    const source = winner && resolution.system.sources[winner.source];
    return {
      layer: layer.id,
      label: label(layer),
      text: value === undefined ? '' : typedText(value, type),
      wins: source?.id === layer.id && !winner?.inheritedFrom,
      own: effective.originOf(layer.id) === name,
      from: effective.originOf(layer.id),
    };
  });
  const silent = layers
    .filter((layer) => !item.declarations[layer.id] && effective.originOf(layer.id) === name)
    .map((layer) => ({ layer: layer.id, label: label(layer) }));
  const index = library.reach();
  const uses = index.direct(item.id).flatMap((use) => {
    const where = whereIs(library, use.by);
    return where ? [{ ...where, place: readablePlace(library, use.place) }] : [];
  });
  const steps = index.reached(item.id);
  const reached = [...steps].flatMap(([other, count]) => {
    const where = whereIs(library, other);
    return where && where.kind !== 'placement' ? [{ ...where, steps: count }] : [];
  });
  return {
    ...strip,
    id: item.id,
    description: descriptionOf(resolution, path),
    deprecation: deprecationOf(resolution, path)?.toString(),
    replacement: saidOf(library, path, 'replacement'),
    extras: extrasOf(library, path),
    retires: saidOf(library, path, 'retires'),
    declarations,
    silent,
    variants: variantsOf(library, path, lens),
    provenance: provenanceOf(library, path, lens),
    pairings: pairingsOf(library, path, lens),
    uses,
    reached: reached.sort((a, b) => a.steps - b.steps),
    reachText: reachText(index, steps.keys()),
    findings: library.findingsAt(path),
    history: historyOf(library, item),
    canEdit: library.canEdit,
  };
}

/** A text that some declaration of a token says under `app.seedplan`. */
function saidOf({ resolution }: OpenLibrary, path: string, name: string): string | undefined {
  const candidates = resolution.index.candidates[resolution.index.numbers.get(path) ?? -1] ?? [];
  const said = candidates.map(({ declaration }) => ownExtension(declaration.object, name));
  return said.find((value): value is string => typeof value === 'string');
}

function extrasOf({ resolution }: OpenLibrary, path: string): Record<string, string> {
  const [first] = resolution.index.candidates[resolution.index.numbers.get(path) ?? -1] ?? [];
  const found: Record<string, string> = {};
  for (const name of Object.keys(EXTRAS)) {
    const value = ownExtension(first?.declaration.object, name) as Json | undefined;
    if (value === undefined) continue;
    const text = (json: Json): string =>
      isObject(json) && json.has('unit')
        ? `${String(json.get('value'))}${String(json.get('unit'))}`
        : String(json);
    found[name] =
      isObject(value) && !value.has('unit')
        ? [...value].map(([from, size]) => `${from}: ${text(size)}`).join(', ')
        : text(value);
  }
  return found;
}

function readablePlace(library: OpenLibrary, place: string): string {
  const id = /^layer (\S+)$/.exec(place)?.[1];
  const layer = id === undefined ? undefined : library.items.get(id);
  if (layer?.kind !== 'layer') return place;
  const when = whenOf(layer, library.items);
  return Object.keys(when).length === 0 ? 'refers to it' : `refers to it under ${contextText(when)}`;
}

function variantsOf(library: OpenLibrary, path: string, lens: Context): TokenView['variants'] {
  const { resolution } = library;
  const axes = resolution.variesBy(path);
  const here = resolution.value(path, lens);
  const line = here && cssLine(here);
  return resolution
    .variants(path)
    .map(({ resolved, contexts }) => {
      const named = Object.fromEntries(axes.map((axis) => [axis, contexts[0]![axis]!]));
      return {
        label: axes.length === 0 ? 'every context' : contextText(named),
        css: resolved.failed ? undefined : cssText(resolved),
        same: !resolved.failed && cssLine(resolved) === line,
        current: holds(named, lens),
      };
    })
    .sort((a, b) => Number(a.same) - Number(b.same));
}

function provenanceOf(library: OpenLibrary, path: string, lens: Context): TokenView['provenance'] {
  const { resolution, effective, items } = library;
  const at = resolution.numberOf(lens);
  return resolution.chain(path, at).map((step) => {
    const resolved = resolution.token(step, at);
    const source = resolved && resolution.system.sources[resolved.from.source];
    const layer = source && items.get(source.id);
    const when = layer?.kind === 'layer' ? whenOf(layer, items) : {};
    return {
      path: step,
      layer: Object.keys(when).length === 0 ? (source?.label ?? '') : contextText(when),
      from: source ? effective.originOf(source.id) : '',
      css: resolved && !resolved.failed ? cssLine(resolved) : '',
    };
  });
}

function pairingsOf(library: OpenLibrary, path: string, lens: Context): TokenView['pairings'] {
  const { resolution } = library;
  const at = resolution.numberOf(lens);
  const css = (name: string) => {
    const resolved = resolution.value(name, at);
    return resolved ? cssLine(resolved) : '';
  };
  return library
    .pairings()
    .filter((pairing) => pairing.text === path || pairing.surface === path)
    .map((pairing) => {
      const ratios = pairingRatios(resolution, pairing);
      const known = ratios
        .flatMap((ratio, i) => (ratio === undefined ? [] : [{ ratio, i }]))
        .sort((a, b) => a.ratio - b.ratio);
      const worst = known[0];
      const here = ratios[at];
      return {
        text: pairing.text,
        surface: pairing.surface,
        textCss: css(pairing.text),
        surfaceCss: css(pairing.surface),
        ratio: here === undefined ? null : ratioText(here),
        worst: worst ? ratioText(worst.ratio) : null,
        worstIn: worst ? contextText(resolution.contexts[worst.i]!) : '',
        needs: pairing.needs,
        passes: worst === undefined || worst.ratio >= pairing.needs,
      };
    })
    .sort((a, b) => Number(a.passes) - Number(b.passes));
}

function historyOf(library: OpenLibrary, item: TokenItem): TokenView['history'] {
  return library
    .history()
    .filter((entry) => entry.edits.some((edit) => edit.item === item.id))
    .map((entry) => ({
      label: entry.label,
      author: library.personName(entry.author),
      at: entry.at,
      sequence: entry.sequence,
    }))
    .reverse();
}
