import { lintRendered, type Lint } from '@/core/lint'
import { resolvePath, type Sheet } from '@/core/sheet'
import type { Census } from '@/stage'
import type { BoardModel } from '../board'

/** The lints that only the rendered component shows, from what the picture's frame has counted. */
export function renderedLints(sheet: Sheet, { component }: BoardModel, census: Census): Lint[] {
  const folder = sheet.file.slice(0, sheet.file.lastIndexOf('/') + 1)
  const { source } = sheet.data
  const own = new Set(source.kind === 'page' ? [] : source.styles.map((path) => resolvePath(sheet.file, path)))
  const code = Object.values(component.pieces)
    .map((piece) => (piece.kind === 'markup' ? (piece.script?.text ?? '') : piece.module.text))
    .join('\n')
  return lintRendered(sheet, census, {
    all: component.sheets,
    isOwn: (url) => own.has(url) || (folder !== '' && url.startsWith(folder)),
    code,
    placeOf: (file, line) => ({ file, line }),
  })
}
