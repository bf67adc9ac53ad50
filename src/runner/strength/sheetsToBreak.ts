import { posix } from 'node:path'
import { isVendored, SHEET_SUFFIX, type Library, type Sheet } from '@/core/sheet'
import type { StageComponent } from '@/stage'

type Sheets = StageComponent['sheets']

const { dirname } = posix

/**
 * The component's own styles; those that it shares with others where it has none. What was made by others is not broken, nor what it
 * takes out of another component's folder: that is for the other to specify.
 */
export function sheetsToBreak({ tree }: Pick<Library, 'tree'>, { file }: Pick<Sheet, 'file'>, sheets: Sheets): Sheets {
  const sheetsOf = (wanted: Sheets[number]['of']) => sheets.filter(({ of, url }) => of === wanted && !isVendored(url))
  const own = sheetsOf('own')
  if (own.length === 0) return sheetsOf('shared')
  const folders = new Set(tree.paths.filter((path) => path.endsWith(SHEET_SUFFIX)).map((path) => dirname(path)))
  folders.delete(dirname(file))
  return own.filter(({ url }) => !folders.has(dirname(url)))
}

/** What is to be known of the choice. */
export function notesOnSheets(broken: Sheets, all: Sheets): string[] {
  if (broken.some(({ of }) => of === 'shared'))
    return ['no style sheet is its own: the shared styles that reach it were broken']
  const left = all.filter((each) => each.of === 'own' && !isVendored(each.url) && !broken.includes(each))
  return left.map(
    ({ url }) => `${url} was not broken: it stands in another component’s folder, for that one to specify`,
  )
}
