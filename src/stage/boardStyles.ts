import type { ToBoard } from './boardProtocol'
import { ownSheet } from './sideEffects'

/** What the board opens with. */
export type Opening = Extract<ToBoard, { type: 'open' }>

/** Whether two openings differ in the texts of style sheets alone. */
export function onlyStylesDiffer(before: Omit<Opening, 'type'>, after: Omit<Opening, 'type'>): boolean {
  const rest = ({ component, contexts, sample, width }: Omit<Opening, 'type'>) =>
    JSON.stringify([{ ...component, sheets: component.sheets.map(({ url }) => url) }, contexts, sample, width])
  return !after.component.isolated && rest(before) === rest(after)
}

/** Cells bear their own ground, and between them the application shows through; a case in a document of its own has that document's. */
export function groundOf(rule: string): CSSStyleSheet {
  const sheet = ownSheet(new CSSStyleSheet())
  sheet.replaceSync(rule)
  return sheet
}
