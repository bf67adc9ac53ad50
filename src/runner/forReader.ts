import { SOUGHT_IN_TEXTS, type StageCase, type StageComponent } from '@/stage'

const gist = (text: string) => SOUGHT_IN_TEXTS.filter((each) => text.includes(each)).join(' ')

/** A component as the reader needs it: its code and its styles run in its own world only, and are sent there only. */
export const componentForReader = (component: StageComponent): StageComponent => ({
  ...component,
  sheets: component.sheets.map((sheet) => ({ ...sheet, text: gist(sheet.text), scoped: '', page: '' })),
  pieces: Object.fromEntries(
    Object.entries(component.pieces).map(([slug, piece]) => [slug, withoutCode(piece)] as const),
  ),
  ...(component.bundle && { bundle: { ...component.bundle, text: gist(component.bundle.text) } }),
})

function withoutCode(piece: StageComponent['pieces'][string]): typeof piece {
  if (piece.kind === 'markup')
    return { ...piece, ...(piece.script && { script: { ...piece.script, text: gist(piece.script.text) } }) }
  return { ...piece, module: { ...piece.module, text: gist(piece.module.text) } }
}

export const caseForReader = ({ key, forced }: StageCase) => ({ key, forced })
