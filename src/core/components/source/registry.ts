import { manifest } from './manifest';
import type { CodeComponent, SourceReader } from './source';
import { SourceProblem } from './source';
import { typescript } from './typescript';

const SOURCE_READERS: readonly SourceReader[] = [typescript, manifest];

const LARGEST = 2_000_000;

/** The components a file of code declares. @throws SourceProblem */
export function readSource(file: string, text: string): CodeComponent[] {
  if (text.length > LARGEST)
    throw new SourceProblem(`${file} has more than 2 MB`, 'Choose the file that declares the props');
  const reader = SOURCE_READERS.find((one) => one.accepts(file));
  if (!reader)
    throw new SourceProblem(
      `${file} is not a supported kind of source file`,
      `Choose ${SOURCE_READERS.map(({ label }) => label).join(' or ')}`,
    );
  return reader.read(file, text);
}
