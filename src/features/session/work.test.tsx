import { act, render, screen } from '@testing-library/react';
import { serve } from '@/testing/interface/open-page';
import { useWork, WorkProvider } from './work';

const me = {
  person: { id: 'p', name: 'Pat', about: '', administrator: true },
  teams: [],
  unread: 0,
  workspace: { widths: [400] },
};
const entry = (version: string | null) => ({
  id: 'doc_keel',
  kind: 'library' as const,
  slug: 'keel',
  name: 'Keel',
  about: '',
  team: 'T',
  role: 'maintainer' as const,
  version,
});
function Shown() {
  const { me: person, documents } = useWork();
  return (
    <p>
      {documents.map((one) => `${one.name} ${(one as { version?: string }).version ?? 'unreleased'}`).join()},{' '}
      {person.unread} unread
    </p>
  );
}
const go = (path: string) => act(async () => window.history.pushState(null, '', path));

test('what was done in a library is known on Home, reached by a link', async () => {
  let version: string | null = null;
  const asked = serve((path) => ({
    body: path === '/me' ? { ...me, unread: version ? 1 : 0 } : { documents: [entry(version)] },
  }));
  window.history.replaceState(null, '', '/libraries/keel/releases');
  const documents = [entry(null)] as never[];
  const drawn = (given = documents) => (
    <WorkProvider me={me} documents={given}>
      <Shown />
    </WorkProvider>
  );
  const { rerender } = render(drawn());
  // Within a document nothing is asked again.
  await go('/libraries/keel/tokens');
  expect(asked).toEqual([]);
  expect(screen.getByText('Keel unreleased, 0 unread')).toBeInTheDocument();
  version = '1.0.0';
  await go('/');
  await screen.findByText('Keel 1.0.0, 1 unread');
  // Going back there asks again, and shows the last answer meanwhile.
  version = '1.1.0';
  await go('/libraries/keel/releases');
  await screen.findByText('Keel 1.1.0, 1 unread');
  // A page that the server has drawn anew comes with what is true then.
  rerender(drawn([entry('2.0.0')] as never[]));
  await screen.findByText('Keel 2.0.0, 0 unread');
});
