import { expect, test } from '@jest/globals'
import { readSheet } from '../sheet'
import { editYaml } from '../yaml'
import { addFileEdits, isNeededFile, NEW_FILES, removeFileEdits, renameFileEdits, takesFile } from './fileEdits'

const FILE = 'components/peg/peg.sheet.yaml'
const TEXT = `sheet: 1
name: Peg
source:
  kind: markup
  markup: peg.liquid
  styles: [peg.css, night.css]
guide: peg.md
`
const sheetOf = (text: string) => readSheet(text, FILE).sheet!
const sheet = sheetOf(TEXT)

test.each([
  ['style', ['peg.css', 'night.css', 'peg-2.css'], undefined, 'peg.md'],
  ['script', ['peg.css', 'night.css'], 'peg-2.css', 'peg.md'],
  ['guide', ['peg.css', 'night.css'], undefined, 'peg-2.css'],
] as const)('one more %s', (kind, styles, script, guide) => {
  expect(sheetOf(editYaml(TEXT, addFileEdits(sheet, kind, 'peg-2.css'))).data).toMatchObject({
    source: { styles, ...(script && { script }) },
    guide,
  })
})

test('which can be added', () =>
  expect(NEW_FILES.filter((each) => takesFile(sheet, each)).map(({ kind }) => kind)).toEqual(['style', 'script']))

test('a name that is free', () =>
  expect(NEW_FILES.map(({ nameFor }) => nameFor('peg', ['peg.css', 'peg-2.css']))).toEqual([
    'peg-3.css',
    'peg.js',
    'peg.md',
  ]))

test('one goes, and another is called otherwise', () => {
  expect(sheetOf(editYaml(TEXT, removeFileEdits(sheet, 'peg.css'))).data.source).toMatchObject({
    styles: ['night.css'],
  })
  expect(sheetOf(editYaml(TEXT, removeFileEdits(sheet, 'peg.md'))).data.guide).toBeUndefined()
  expect(sheetOf(editYaml(TEXT, renameFileEdits(sheet, 'night.css', 'dark.css'))).data.source).toMatchObject({
    styles: ['peg.css', 'dark.css'],
  })
})

test.each([
  ['peg.liquid', true],
  ['peg.sheet.yaml', true],
  ['peg.css', false],
  ['peg.md', false],
])('%s is needed: %s', (name, needed) => expect(isNeededFile(sheet, name)).toBe(needed))
