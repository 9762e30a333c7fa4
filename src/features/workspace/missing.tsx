import { PageLink } from '@/ui/page-link';

export function Missing() {
  return (
    <div style={{ maxWidth: 560, margin: '14vh auto', padding: 24 }}>
      <h1>Page not found</h1>
      <p>The address may be mistyped, the page may have been renamed or removed, or you may not see it.</p>
      <PageLink href="/">All libraries and products</PageLink>
    </div>
  );
}
