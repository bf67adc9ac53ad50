import { surroundingsOf } from '@/core/contexts'
import type { ToBoard } from './boardProtocol'
import { ownSheet } from './sideEffects'

/** What the board opens with. */
export type Opening = Extract<ToBoard, { type: 'open' }>

/** Whether two openings differ in the texts of style sheets alone. */
export function onlyStylesDiffer(before: Omit<Opening, 'type'>, after: Omit<Opening, 'type'>): boolean {
  const rest = ({ component, ...others }: Omit<Opening, 'type'>) =>
    JSON.stringify([{ ...component, sheets: component.sheets.map(({ url }) => url) }, others])
  return !after.component.isolated && rest(before) === rest(after)
}

/** What media queries are answered by. The window of a case in a document of its own is as wide as it is to be. */
export const mediaOf = ({ component, contexts, window }: Omit<Opening, 'type'>) =>
  [surroundingsOf(contexts[0]!.values), component.isolated ? undefined : window] as const

/** What a computed colour says where there is none. */
export const CLEAR = 'rgba(0, 0, 0, 0)'

/** The colour behind all that stands in the document of an element, as far as one of its ancestors has one. */
export function groundUnder(element: Element): string {
  for (let at: Element | null = element; at; at = at.parentElement) {
    const { backgroundColor } = getComputedStyle(at)
    if (backgroundColor !== CLEAR) return backgroundColor
  }
  return 'white'
}

/**
 * A document's style sheets with what it stands on. Cells bear their own ground, and between them the application shows through; a case
 * in a document of its own has that document's, or the one that was chosen.
 */
export function withGround(
  sheets: readonly CSSStyleSheet[],
  { component, ground }: Pick<Opening, 'component' | 'ground'>,
): CSSStyleSheet[] {
  if (!component.isolated) return [...sheets, groundOf('html, body { background: transparent !important }')]
  const chosen = ground === undefined ? [] : [groundOf(`html, body { background: ${ground} !important }`)]
  return [groundOf('html { background-color: Canvas }'), ...sheets, ...chosen]
}

function groundOf(rule: string): CSSStyleSheet {
  const sheet = ownSheet(new CSSStyleSheet())
  sheet.replaceSync(rule)
  return sheet
}
