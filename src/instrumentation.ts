/** What Next calls once when a server begins. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { begin } = await import('./server/jobs/begin');
  await begin();
}
