/** What a request tells of where it comes from. */
export interface Asking {
  path: string
  method: string
  host: string | null
  origin: string | null
  /** `Sec-Fetch-Site`, `-Mode` and `-Dest`: browsers send them, and no page can change them. */
  site: string | null
  mode: string | null
  dest: string | null
}

export const askingOf = ({ url, method, headers }: Request): Asking => ({
  path: new URL(url).pathname,
  method,
  host: headers.get('host'),
  origin: headers.get('origin'),
  site: headers.get('sec-fetch-site'),
  mode: headers.get('sec-fetch-mode'),
  dest: headers.get('sec-fetch-dest'),
})

const OURS = /^(127\.0\.0\.1|localhost|\[::1\])(:\d+)?$/
/** Component code runs under names of its own, so that it has a process of its own: browsers take them to this machine. */
const STAGE_NAME = /^[a-z0-9-]+\.localhost(:\d+)?$/
const isStage = (path: string) => path === '/stage'

/**
 * Why a request is refused; undefined for one of our own. A page of another site that somebody has open must neither change nor read
 * anything here, and neither must a name that was made to point to this machine. Programs such as curl are the user's own.
 */
export function refusalOf({ path, method, host, origin, site, mode, dest }: Asking): string | undefined {
  // The stage's page holds nothing of the user's, and says itself who may frame it.
  if (isStage(path) && method !== 'POST' && (OURS.test(host ?? '') || STAGE_NAME.test(host ?? ''))) return undefined
  if (!OURS.test(host ?? '')) return `Brelt answers to 127.0.0.1 and localhost only, not to "${host ?? ''}".`
  if (origin !== null && origin !== `http://${host}`) return 'This request comes from another site.'
  if (site === null || site === 'same-origin' || site === 'none') return undefined
  // A link from elsewhere may lead to a page of ours: it is looked at, not into.
  const isVisit = method === 'GET' && mode === 'navigate' && dest === 'document' && !/^\/api(\/|$)/.test(path)
  return isVisit ? undefined : 'This request comes from another site.'
}
