import { Missing } from '@/features/workspace/missing';
import { MissingPage } from '@/features/workspace/missing-page';
import { asPerson, isSignedIn } from '@/server/http/session';
import type { DocumentEntry, Me } from '@/ui/frame/types';

export default async function NotFound() {
  if (!(await isSignedIn()))
    return (
      <main>
        <Missing />
      </main>
    );
  const me = await asPerson<Me>('people.me');
  const { documents } = await asPerson<{ documents: DocumentEntry[] }>('documents.list');
  return <MissingPage me={me} documents={documents} />;
}
