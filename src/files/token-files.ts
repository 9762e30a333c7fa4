import { ExpectedError } from '@/core/base/errors';
import { readFileSync, statSync } from 'node:fs';
import path from 'node:path';
import type { Finding } from '@/core/findings/finding';
import { locatePointers } from '@/core/base/json/locate';
import { openTokens, type OpenedTokens } from '@/core/tokens/open';

/** A file that cannot be read at all, in words. */
export class UnreadableFile extends ExpectedError {
  override readonly name = 'UnreadableFile';
}

const LARGEST = 256 * 1024 * 1024;

export function readText(file: string): string {
  try {
    if (statSync(file).size > LARGEST)
      throw new UnreadableFile(
        `${file} is larger than ${LARGEST / 1024 / 1024} MB. Split it into several files that a resolver names.`,
      );
    return readFileSync(file, 'utf8');
  } catch (error) {
    if (error instanceof UnreadableFile) throw error;
    const { code } = error as NodeJS.ErrnoException;
    const why =
      code === 'ENOENT'
        ? 'there is no such file'
        : code === 'EISDIR'
          ? 'it is a folder'
          : code === 'EACCES'
            ? 'it may not be read'
            : (error as Error).message;
    throw new UnreadableFile(`${file} cannot be read: ${why}.`);
  }
}

/**
 * Opens a token or resolver file, or a file of another form that holds tokens. Files a resolver names are looked for beside it and may not leave its folder.
 * @throws UnreadableFile
 */
export async function openTokenFile(file: string): Promise<OpenedTokens> {
  const folder = path.dirname(path.resolve(file));
  // The parsers of style sheets are loaded where they are wanted: a token file is the common case.
  const open = /\.(tokens|resolver)(\.json)?$/i.test(file)
    ? openTokens
    : (await import('@/core/intake/readers/registry')).openAny;
  const opened = open(file, readText(file), (name) => {
    const target = path.resolve(folder, name);
    if (path.isAbsolute(name) || !target.startsWith(folder + path.sep)) return undefined;
    try {
      return readText(target);
    } catch {
      return undefined;
    }
  });
  return { ...opened, findings: withPlaces(opened, opened.findings) };
}

/** Gives findings that name a pointer or a token's path the line they stand on. */
export function withPlaces(opened: OpenedTokens, findings: Finding[]): Finding[] {
  const placed = findings.map((finding) => {
    if (finding.at?.line !== undefined) return finding;
    const found =
      finding.at?.pointer !== undefined
        ? { file: finding.at.file, pointer: finding.at.pointer }
        : sourceOf(opened, finding);
    return found ? { ...finding, at: { ...finding.at, ...found } } : finding;
  });
  const wanted = new Map<string, Set<string>>();
  for (const { at } of placed) {
    if (
      at?.file === undefined ||
      at.pointer === undefined ||
      at.line !== undefined ||
      !opened.texts.has(at.file)
    )
      continue;
    wanted.set(at.file, (wanted.get(at.file) ?? new Set()).add(at.pointer));
  }
  const places = new Map(
    [...wanted].map(([file, pointers]) => [file, locatePointers(opened.texts.get(file)!, pointers)]),
  );
  return placed.map((finding) => {
    const place =
      finding.at?.line === undefined && finding.at?.file !== undefined && finding.at.pointer !== undefined
        ? places.get(finding.at.file)?.get(finding.at.pointer)
        : undefined;
    return place ? { ...finding, at: { ...finding.at, line: place.line, column: place.column } } : finding;
  });
}

/** The file and pointer at which the strongest source that holds under the finding's context declares its token. */
function sourceOf(
  opened: OpenedTokens,
  { path: token, context }: Finding,
): { file: string; pointer: string } | undefined {
  if (token === undefined || token.length > 4000) return undefined;
  for (let i = opened.system.sources.length - 1; i >= 0; i--) {
    const source = opened.system.sources[i]!;
    if (!source.file || !source.tokens.has(token)) continue;
    if (Object.entries(source.when).some(([axis, name]) => context?.[axis] !== name)) continue;
    return { file: source.file, pointer: '/' + token.split('.').join('/') };
  }
  return undefined;
}
