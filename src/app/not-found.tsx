import Link from 'next/link';

export default function NotFound() {
  return (
    <main style={{ maxWidth: 560, margin: '18vh auto', padding: 24 }}>
      <h1>There is nothing here.</h1>
      <p>The address may be mistyped, or what stood here may have been renamed.</p>
      <Link href="/">Libraries and products</Link>
    </main>
  );
}
