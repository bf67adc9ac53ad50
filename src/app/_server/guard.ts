const OURS = /^(127\.0\.0\.1|localhost|\[::1\])(:\d+)?$/

/**
 * Whether a request that changes something comes from our own pages on this machine.
 * A page of another site that a reader has open must not start runs here, nor a name that was made to point here.
 */
export function isOwn(request: Request): boolean {
  const host = request.headers.get('host') ?? ''
  const origin = request.headers.get('origin')
  return OURS.test(host) && (origin === null || origin === `http://${host}`)
}

export const refused = () =>
  Response.json({ problem: 'This request does not come from Brelt itself.' }, { status: 403 })
export const notFound = (what: string) => Response.json({ problem: `There is no ${what}.` }, { status: 404 })
