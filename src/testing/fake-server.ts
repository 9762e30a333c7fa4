import { applyChangeSet } from '@/core/kinds/registry';
import { documentOf, type LoggedChangeSet } from '@/core/document/change-set';
import { setField, type Edit } from '@/core/document/edits';
import type { Item } from '@/core/document/item';
import type { TokenItem } from '@/core/tokens/items';

const layer: Item = { id: 'layer_1', kind: 'layer', name: 'base', when: [], file: null, order: 'a0' };
export const token = (name: string, value: number): TokenItem => ({
  id: `token_${name}`, kind: 'token', name, parent: null, order: `a${name}`, redirects: [],
  declarations: { layer_1: { text: `{"$type":"number","$value":${value}}`, refs: [] } },
}); // prettier-ignore
export const set = (name: string, from: number, to: number): Edit =>
  setField(token(name, from), 'declarations/layer_1', token(name, to).declarations.layer_1);

/** A server in miniature: it applies change sets as the real one does, keeps a log, and can be held up or cut off. */
export class FakeServer {
  document = documentOf('lib', 'library', [layer, token('x', 1), token('y', 1)]);
  log: LoggedChangeSet[] = [];
  offline = false;
  /** Answers everything with this status. */
  status: number | undefined;
  /** As many change sets come with the document. */
  sent = 500;
  /** Addresses asked for, oldest first. */
  asked: string[] = [];
  /** Stores the next change set, and the answer is lost on its way. */
  cutAfterStoring = false;
  streams: {
    onmessage?: (message: { data: string }) => void;
    onerror?: () => void;
    onopen?: () => void;
    closed: boolean;
    close(): void;
  }[] = [];

  commit(author: string, edits: Edit[], id = `change_${this.log.length}`): LoggedChangeSet {
    const result = applyChangeSet(this.document, { edits });
    if ('clashes' in result) throw Object.assign(new Error(), { clashes: result.clashes });
    this.document = result.document;
    const entry = { id, author, label: 'x', edits, sequence: this.log.length + 1, at: '2026-01-01' };
    this.log.push(entry);
    return entry;
  }
  say(entry: LoggedChangeSet): void {
    for (const stream of this.streams)
      if (!stream.closed) stream.onmessage?.({ data: JSON.stringify({ kind: 'change', changeSet: entry }) });
  }
  readonly fetch = async (address: string, init: { method: string; body?: string }) => {
    await Promise.resolve();
    this.asked.push(address);
    if (this.offline) throw new TypeError('Failed to fetch');
    const answer = (status: number, body: unknown) => ({
      ok: status < 400,
      status,
      json: async () => JSON.parse(JSON.stringify(body)) as unknown,
    });
    if (this.status !== undefined)
      return answer(this.status, {
        code: this.status === 401 ? 'sign-in' : 'failure',
        title: 'x',
        detail: this.status === 401 ? 'Sign in first' : 'x',
      });
    const path = address.replace('/api/v1', '');
    if (init.method === 'GET' && path.includes('/changes?since=')) {
      const since = Number(path.split('=')[1]);
      return answer(200, {
        sequence: this.log.length,
        changeSets: this.log.filter((entry) => entry.sequence > since),
      });
    }
    if (init.method === 'GET') {
      return answer(200, {
        document: { id: 'lib', kind: 'library', slug: 'lib', name: 'Lib', about: '', team: 'T' }, role: 'maintainer', sequence: this.log.length,
        items: [...this.document.items.values()], ancestors: [], withheld: false, last: null, versions: [], products: [], log: this.log.slice(-this.sent), people: [{ id: 'other', name: 'Other' }],
      }); // prettier-ignore
    }
    const body = JSON.parse(init.body!) as { id: string; edits: Edit[] };
    if (this.log.some(({ id }) => id === body.id))
      return answer(409, { code: 'repeated', title: 'x', detail: 'x' });
    try {
      const stored = this.commit('me', body.edits, body.id);
      if (this.cutAfterStoring) {
        this.cutAfterStoring = false;
        throw new TypeError('Failed to fetch');
      }
      return answer(200, stored);
    } catch (error) {
      if (error instanceof TypeError) throw error;
      return answer(409, {
        code: 'moved-on',
        title: 'x',
        detail: 'x',
        clashes: (error as { clashes: object[] }).clashes,
      });
    }
  };
}
