import Link from 'next/link';

export default function NotFound() {
  return (
    <main style={{ maxWidth: 560, margin: '18vh auto', padding: 24 }}>
      <h1>Page not found</h1>
      <p>The address may be mistyped, or the page may have been renamed or removed.</p>
      <Link href="/">Libraries and products</Link>
    </main>
  );
}
