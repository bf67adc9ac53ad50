import { lintRendered, type Lint, type StyleTexts } from '@/core/lint'
import type { Sheet } from '@/core/sheet'
import type { Inventory } from './inventory'
import { codeTexts, type StageComponent } from './protocol'

/**
 * The lints that only the rendered component shows.
 * @param placeOf where a line of a compiled style sheet stands in its author's file
 */
export function lintInventory(
  sheet: Sheet,
  component: Pick<StageComponent, 'pieces' | 'bundle' | 'sheets'>,
  inventory: Inventory,
  placeOf: StyleTexts['placeOf'] = (file, line) => ({ file, line }),
): Lint[] {
  const folder = sheet.file.slice(0, sheet.file.lastIndexOf('/') + 1)
  // Styles of other folders are shared: what is of no use here is of use there.
  const own = new Set(
    component.sheets.filter((each) => each.of === 'own' && each.url.startsWith(folder)).map(({ url }) => url),
  )
  return lintRendered(sheet, inventory, {
    all: component.sheets,
    isOwn: (url) => own.has(url),
    code: codeTexts(component).join('\n'),
    placeOf,
  })
}
