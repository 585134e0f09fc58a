/** Runs once when the server starts, before it answers anybody. */
export async function register(): Promise<void> {
  if (process.env['NEXT_RUNTIME'] !== 'nodejs') return;
  const { begin } = await import('./app/_server/begin');
  await begin();
}
