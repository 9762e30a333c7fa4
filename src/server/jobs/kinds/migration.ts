import { badRequest } from '../../http/problem';
import { commitOf, commitWith } from '../../repositories/git';
import { existingFolder, MAIN } from '../../repositories/folder';
import { propose } from '../../repositories/propose';
import { pinnedTokens, type AgainstLibrary } from '../../usage/against';
import type { MigratedCommit } from '../../usage/migrate-commit';
import { personIn } from '../../use-case';
import { jobKind } from '../job';
import { aside } from '../pool';

const MOST_SECONDS = 300;

type Answer = { base: string; head: string | undefined; made: MigratedCommit };

interface Asked {
  folder: string;
  commit: string;
  library: AgainstLibrary;
  replace: { value: string; token: string }[];
  author: string;
}

/** A proposal that writes by token what certainly is one, in the newest commit of the main branch. */
export const migration = jobKind<{ library?: string; replace?: { value: string; token: string }[] }, Asked, Answer>({
  kind: 'migration',
  label: 'Migration',
  needs: 'contributor',
  page: 'code',
  idempotent: true,
  async read(work, document, { library: asked, replace = [] }) {
    const folder = await existingFolder(work.trx, document);
    const libraries = await pinnedTokens(work, document);
    const library = asked === undefined ? libraries[0] : libraries.find(({ id }) => id === asked);
    if (!library) throw badRequest(`${document.name} has not pinned that library. Pin one first.`);
    const missing = replace.find(({ token }) => !library.system.sources.some(({ tokens }) => tokens.has(token)));
    if (missing) throw badRequest(`${library.name} ${library.version} has no token ${missing.token}. Release it, and upgrade ${document.name} to that release.`);
    const person = await work.trx('people').where({ id: personIn(work) }).first();
    return { folder, commit: await commitOf(folder, MAIN), library, replace, author: person.name };
  },
  async compute({ folder, commit, library, replace, author }, beside) {
    const made = await aside('migrateCommit', { folder, commit, library, replace }, 'The source', MOST_SECONDS, beside);
    // What is made here stands on no branch yet: should storing fail nobody ever sees it.
    const head = made.changed.length === 0 ? undefined : await commitWith(folder, { base: commit, files: made.changed.map(({ name, text }) => ({ name, content: text })), message: `${made.title}\n\n${made.body}`, author });
    return { base: commit, head, made };
  },
  async commit(work, document, _input, { base, head, made }) {
    if (head === undefined) return 'No raw value can certainly be replaced: nothing to propose';
    const { branch } = await propose(work, document, { ...made, base, head, branch: 'use-tokens' });
    return `Proposed on the branch ${branch}`;
  },
}); // prettier-ignore
