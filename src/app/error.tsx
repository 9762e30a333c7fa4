'use client';

export default function Failure({ reset }: { error: Error; reset: () => void }) {
  return (
    <main style={{ maxWidth: 560, margin: '18vh auto', padding: 24 }}>
      <h1>Something went wrong here.</h1>
      <p>Nothing you stored is lost. Try again; if it happens again, reload the page.</p>
      <button onClick={reset}>Try again</button>
    </main>
  );
}
