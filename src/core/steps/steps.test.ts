import { describe, expect, test } from '@jest/globals'
import { readSheet } from '../sheet'
import { printStep, readStep, STEP_LIST, stepSchema, type ScenarioIssue } from './index'

/** A sheet that has whatever an example names. */
const { sheet } = readSheet(
  `sheet: 1
name: Any
source: { kind: markup, markup: any.liquid }
parts: { ${['header', 'title', 'close', 'trigger', 'field', 'thumb', 'list', 'tip'].map((name) => `${name}: .${name}`).join(', ')} }
props: { loading: { type: flag } }
slots: { note: {} }
events: { open: {} }
`,
  'components/any/any.sheet.yaml',
)

const PRINTED: Record<string, string> = {
  click: 'click header[2]',
  'double-click': 'double-click title',
  tap: 'tap close',
  hover: 'hover trigger',
  leave: 'leave page',
  focus: 'focus field',
  press: 'press Shift+Tab',
  type: 'type "Firn"',
  drag: 'drag from thumb, by 40 and 0',
  scroll: 'scroll on list, by 0 and 120',
  set: 'set loading true',
  fill: 'fill note Saved',
  context: 'context theme night',
  wait: 'wait 500ms',
  settle: 'settle',
  expect: 'expect tip visible yes; events open 1',
  eventually: 'eventually by 250ms tip visible yes',
  throughout: 'throughout for 500ms tip visible no',
}

describe.each(STEP_LIST.map((step) => [step.kind, step] as const))('%s', (kind, { example, about, mentions }) => {
  test('is read from its own example without a word, and printed', () => {
    const file = stepSchema.parse({ [kind]: example })
    const issues: ScenarioIssue[] = []
    const contexts = { theme: ['day', 'night'] }
    const step = readStep({ sheet: sheet!, contexts, issue: (issue) => issues.push(issue) }, file, 3, [])
    expect(issues).toEqual([])
    expect(step).toMatchObject({ kind, index: 3 })
    expect(printStep(file)).toBe(PRINTED[kind])
    expect(about).toMatch(/^[A-Z].*\.$/)
  })

  test('tells each name that the sheet does not have', () => {
    // What its mentions say is named is what reading asks for.
    const file = stepSchema.parse({ [kind]: example })
    const told: string[] = []
    const bare = readSheet('sheet: 1\nname: Any\nsource: { kind: markup, markup: any.liquid }\n', 'a.sheet.yaml').sheet!
    readStep({ sheet: bare, contexts: {}, issue: ({ name }) => told.push(name?.what ?? '') }, file, 0, [])
    const wanted = mentions.length > 0 && !JSON.stringify(example).includes('page')
    expect(told.length > 0).toBe(wanted)
  })
})
