import { expect, test } from '@jest/globals'
import { kindOf, readSheet, type Source } from '../index'

/** A source of each kind, with the files and the code that it names, and how it tells of events. */
const OF_EACH: Record<Source['kind'], [object, string[], string | undefined, 'calls' | 'events']> = {
  markup: [{ markup: 'a.liquid', styles: ['a.css'], script: 'a.js' }, ['a.liquid', 'a.js', 'a.css'], 'a.js', 'events'],
  react: [{ module: 'a.tsx', styles: ['a.scss'] }, ['a.tsx', 'a.scss'], 'a.tsx', 'calls'],
  element: [{ module: 'a.js', tag: 'a-b' }, ['a.js'], 'a.js', 'events'],
  page: [{ url: 'http://localhost:3000' }, [], undefined, 'events'],
}

test.each(Object.entries(OF_EACH))(
  '%s names its files, and what follows from it',
  (kind, [given, files, code, tells]) => {
    const text = JSON.stringify({ sheet: 1, name: 'Any', source: { kind, ...given } })
    const { sheet, problems } = readSheet(text, 'components/any/any.sheet.yaml')
    expect(problems).toEqual([])
    const { source } = sheet!.data
    const definition = kindOf(source)
    expect(definition.files(source).map(({ path }) => path)).toEqual(files)
    // The place of each is where the sheet says it.
    for (const { path, at } of definition.files(source)) {
      expect(at.reduce<unknown>((value, key) => (value as Record<string, unknown>)[key], JSON.parse(text))).toBe(path)
    }
    expect([definition.code(source), definition.tells]).toEqual([code, tells])
  },
)
