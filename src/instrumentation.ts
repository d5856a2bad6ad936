// Runs once when Next starts. The server of this program has readied the data folder by then; only `npm run dev`, which has no such server, does it here.
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs' || process.env.KEEN_DIAL_PREPARED === '1') return;
  const { prepare } = await import('./server/prepare');
  await prepare();
}
