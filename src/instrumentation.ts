// Runs once when the server starts: opens the database, so that a fault shows at the start and not at the first click, and
// loads the demo rig where it is asked for and nothing is there yet.
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { prepare } = await import('./server/prepare');
  await prepare();
}
