import type { StandingCase } from './findPart'

/**
 * What a pointer would find can only be asked of points in the window. Each scroll costs a new layout: a windowful is asked before
 * the next. Only the window itself is scrolled: `scrollIntoView` goes on to the page that a board's frame stands in.
 */
export function bringIntoView({ host }: Pick<StandingCase, 'host'>): void {
  const { top, bottom } = host.getBoundingClientRect()
  const view = host.ownerDocument.defaultView!
  if (top < 0 || bottom > view.innerHeight) view.scrollBy({ top, behavior: 'instant' })
}
