import { parse, walk } from 'css-tree'
import { keptByText } from '../keep'

/** A picture, font or sheet that a style sheet names. */
export interface Reference {
  /** As it is written. */
  value: string
  line: number
  column: number
  isImport: boolean
  /** What stands for it in the text: of an import, the whole rule. */
  start: number
  end: number
}

/** What a style sheet names: pictures, fonts, other sheets. */
export const referencesIn = keptByText((css: string): readonly Reference[] => {
  const found: Reference[] = []
  if (!/url\(|@import/i.test(css)) return found
  walk(parse(css, { positions: true, onParseError: () => {} }), function (node) {
    const isImport = this.atrule?.name === 'import'
    if (node.type !== 'Url' && !(node.type === 'String' && isImport)) return
    const { start } = node.loc!
    const place = isImport ? this.atrule!.loc! : node.loc!
    found.push({
      value: node.value,
      line: start.line,
      column: start.column,
      isImport,
      start: place.start.offset,
      end: place.end.offset,
    })
  })
  return found
})
