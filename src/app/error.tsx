'use client';

export default function Failure({ reset }: { error: Error; reset: () => void }) {
  return (
    <main style={{ maxWidth: 560, margin: '18vh auto', padding: 24 }}>
      <h1>This page failed.</h1>
      <p>Everything saved is safe. Try again; if it fails again, reload the page.</p>
      <button onClick={reset}>Try again</button>
    </main>
  );
}
