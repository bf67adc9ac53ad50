import { request } from './request'

/**
 * Says whether the PostCSS configuration of a linked folder may run, and shows everything anew: all was built the other way.
 * @throws Error with what the server said
 */
export async function sayTrust(library: string, trust: 'yes' | 'no'): Promise<void> {
  await request(`/api/libraries/${library}/trust`, { method: 'POST', body: JSON.stringify({ trust }) })
  window.location.reload()
}
