import { styleBreaks, type StageEdit, type StyleBreak } from '@/core/breaks'
import type { TokenBook } from '@/core/tokens'
import type { StageComponent } from '@/stage'

type SheetBreak = StyleBreak<StageEdit & { do: 'styles' }>

/**
 * Finds breaks of style sheets as they are in a document in which the whole sheet stands: its lines are the same, its places are not.
 * Each sheet is gone through once.
 * @returns what gives undefined for a break of no such sheet
 */
export function breaksInDocument(
  sheets: StageComponent['sheets'],
  tokens: TokenBook,
): (broken: SheetBreak) => SheetBreak | undefined {
  const known = new Map<string, readonly SheetBreak[]>()
  return ({ edit: { url }, line, told }) => {
    const sheet = sheets.find((each) => each.url === url)
    if (!sheet) return undefined
    const all = known.get(url) ?? styleBreaks(sheet, tokens)
    known.set(url, all)
    return all.find((each) => each.line === line && each.told === told)
  }
}
