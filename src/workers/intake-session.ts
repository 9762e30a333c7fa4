import { filesOfArchive } from '@/core/intake/archive';
import { gather, proposalsOf, type Gathering } from '@/core/intake/gather';
import { linkedSheets } from '@/core/intake/page';
import type { DominantColor } from '@/core/intake/picture';
import { isStyled } from '@/core/intake/sheets';
import type { GatherAsk, Gathered, GatherMessage } from '@/api/intake-protocol';

/** Bytes of one file that are read at once. */
const LARGEST = 20 * 1024 * 1024;
const PICTURE = /\.(png|jpe?g|gif|webp|avif|bmp)$/i;
const TEXT = /\.(css|scss|json|tokens|gpl|txt|list|csv|tsv|html?|svg)$/i;

type Say = (message: GatherMessage) => void;
/** The dominant colours of a picture; null: it is none that can be read. */
type ReadPicture = (file: Blob) => Promise<DominantColor[] | null>;

/** Reads what is brought to be gathered: archives, style sheets, pages, pictures; then clusters it as near as is asked. */
export function intakeSession(say: Say, coloursOf: ReadPicture): (ask: GatherAsk) => Promise<void> {
  let gathering: Gathering | null = null;
  return async (ask) => {
    try {
      if (ask.ask === 'read') {
        const read = await readFiles(ask.files, say, coloursOf);
        gathering = read.gathering;
        say({ say: 'read', gathered: read.gathered });
      } else if (gathering) {
        say({ say: 'clustered', clustered: proposalsOf(gathering, ask.choices) });
      }
    } catch (error) {
      say({ say: 'failed', problem: (error as Error).message });
    }
  };
}

async function readFiles(
  files: readonly { name: string; file: Blob }[],
  say: Say,
  coloursOf: ReadPicture,
): Promise<{ gathered: Gathered; gathering: Gathering }> {
  const gathered: Gathered = {
    files: [],
    pictures: [],
    inventory: null,
    axes: {},
    roles: [],
    named: {},
    paths: [],
    problems: [],
    findings: [],
  };
  const texts: { name: string; text: string }[] = [];
  const queue = [...files];
  let of = files.length;
  let done = 0;
  for (let next = queue.shift(); next; next = queue.shift()) {
    const { name, file } = next;
    say({ say: 'progress', done: done++, of, name });
    const megabytes = (file.size / 1024 / 1024).toFixed(0);
    if (file.size > LARGEST) {
      gathered.problems.push({
        problem: `${name} holds ${megabytes} MB; ${LARGEST / 1024 / 1024} MB can be read at once`,
        fix: 'Split it, or read it on the command line with bin/seedplan',
      });
    } else if (/\.zip$/i.test(name)) {
      const unpacked = filesOfArchive(name, new Uint8Array(await file.arrayBuffer()));
      if ('problem' in unpacked) gathered.problems.push(unpacked);
      else {
        of += unpacked.files.length;
        queue.push(
          ...unpacked.files.map((inner) => ({ name: inner.name, file: new Blob([inner.bytes as BlobPart]) })),
        );
      }
    } else if (PICTURE.test(name)) {
      const colors = await coloursOf(file);
      if (colors === null)
        gathered.problems.push({
          problem: `${name} is not a readable picture`,
          fix: 'Save it as PNG or JPEG and import it again',
        });
      else gathered.pictures.push({ name, colors });
    } else if (TEXT.test(name)) texts.push({ name, text: await file.text() });
    else
      gathered.problems.push({
        problem: `${name} is not a supported kind of file`,
        fix: 'Import CSS, SCSS, JSON, GPL, HTML, SVG, a picture, a text list or a ZIP of them',
      });
  }
  const gathering = gather(texts);
  // A style sheet without custom properties holds no tokens, and nothing is wrong with it.
  for (const { name, text, form, tokens } of gathering.files)
    if (form !== undefined && (tokens > 0 || !isStyled(name)))
      gathered.files.push({ name, text, tokens, form });
  const sheets = texts.filter(({ name }) => isStyled(name));
  for (const page of sheets.filter(({ name }) => /\.html?$/i.test(name)))
    for (const href of linkedSheets(page.text))
      if (!sheets.some(({ name }) => name.endsWith(href.replace(/^(\.?\/)+/, '').replace(/\?.*$/, ''))))
        gathered.problems.push({
          problem: `${page.name} asks for ${href.slice(0, 120)}, which is not among these files`,
          fix: 'Import it too: nothing is fetched',
        });
  const { inventory, axes, roles, findings } = gathering;
  const named = Object.fromEntries(
    [...gathering.authored.byValue].map(([key, path]) => [key.replace('\n', ' '), path]),
  );
  Object.assign(gathered, { axes, roles, named, paths: [...gathering.authored.paths], findings });
  if (inventory.entries.length > 0)
    gathered.inventory = { pairs: inventory.pairs, rem: inventory.rem, declarations: inventory.declarations };
  return { gathered, gathering };
}
