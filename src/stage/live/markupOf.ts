import { REACH } from '../rewriteStates'
import { REFERENCE } from '../reference'
import { FILL_TAG } from '../pieces'

/** What a component renders, as one could write it by hand: without what the stage has put there. */
export function markupOf(frame: Element): string {
  const copy = frame.cloneNode(true) as Element
  for (const element of copy.querySelectorAll('*')) {
    for (const name of [REACH, REFERENCE]) element.removeAttribute(name)
    for (const name of [...element.part].filter((each) => each.startsWith('brelt-'))) element.part.remove(name)
    if (element.part.length === 0) element.removeAttribute('part')
  }
  for (const fill of copy.querySelectorAll(FILL_TAG)) fill.replaceWith(...fill.childNodes)
  const walker = document.createTreeWalker(copy, NodeFilter.SHOW_COMMENT)
  const comments: Comment[] = []
  while (walker.nextNode()) comments.push(walker.currentNode as Comment)
  for (const comment of comments) comment.remove()
  return copy.innerHTML
    .split('\n')
    .filter((line) => line.trim() !== '')
    .join('\n')
}
