/** Called by the server when it starts: what goes on is brought to a good end when it is asked to end. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return
  const { endWell } = await import('./app/_server')
  endWell()
}
