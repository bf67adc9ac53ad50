import { ROUTES } from '@/contract'
import { call } from './call'

/**
 * Says whether the PostCSS configuration of a linked folder may run, and shows everything anew: all was built the other way.
 * @throws Error with what the server said
 */
export async function setTrust(library: string, trust: 'yes' | 'no'): Promise<void> {
  await call(ROUTES.trust, { library }, { given: { trust } })
  window.location.reload()
}
