import { checkGuide, readGuide } from '../guide'
import { resolvePath, slugsIn, textOf } from '../sheet'
import { defineLint, type Fault, type SheetSubject } from './defineLint'

function* inGuide({ sheet, library }: SheetSubject): Generator<Fault> {
  const { guide } = sheet.data
  const file = guide === undefined ? undefined : resolvePath(sheet.file, guide)
  const text = file === undefined ? undefined : textOf(library.tree, file)
  if (text === undefined) return
  const around = { contexts: library.data.contexts, components: slugsIn(library) }
  for (const { line, message } of checkGuide(readGuide(text), sheet, around))
    yield { at: { file: file!, line }, message: message[0]!.toUpperCase() + message.slice(1) + '.' }
}

export const unknownInGuide = defineLint({
  code: 'unknown-in-guide',
  severity: 'error',
  about: 'A component’s guide shows or links to what is not there: a case, an example, a component, a directive.',
  find: { sheet: inGuide },
})
