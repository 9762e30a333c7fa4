import { operation } from './operation';
import { Flag, LongText, Nothing, Text, Whole, exactly, list } from './schemas';

const commit = { hash: Text, parent: Text, at: Text, author: Text, title: LongText };
const Commit = exactly(commit);

export const REPOSITORIES = [
  operation({
    id: 'repositories.create',
    method: 'POST',
    path: '/products/{slug}/repository',
    summary: 'Create the repository of a product',
    answer: Nothing,
  }),
  operation({
    id: 'repositories.read',
    method: 'GET',
    path: '/products/{slug}/repository',
    summary: 'A product’s repository: its branches, and the commits of one',
    query: { branch: Text },
    answer: exactly({
      off: Flag,
      exists: Flag,
      branches: list(exactly({ name: Text, commit: Text })),
      commits: list(Commit),
    }),
  }),
  operation({
    id: 'repositories.commit',
    method: 'GET',
    path: '/products/{slug}/repository/commits/{commit}',
    summary: 'A commit with its files and what it changed',
    answer: exactly({
      ...commit,
      patch: LongText,
      cut: Flag,
      files: list(exactly({ name: LongText, size: Whole })),
    }),
  }),
  operation({
    id: 'repositories.file',
    method: 'GET',
    path: '/products/{slug}/repository/commits/{commit}/file',
    summary: 'The text of a file at a commit',
    query: { name: LongText },
    answer: exactly({ commit: Text, name: LongText, text: LongText }),
  }),
  operation({
    id: 'repositories.scan',
    method: 'POST',
    path: '/products/{slug}/scans',
    summary: 'Scan the commits of the main branch that were not scanned yet',
    answer: exactly({ job: Text }),
  }),
] as const;
