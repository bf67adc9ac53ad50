import { expect, test } from '@jest/globals'
import { settingsOf } from '../../plan'
import { readSheet, REACH_LIST, type ReachKey } from '../index'

/** What each example comes to, in the settings of its case. */
const COMES_TO: Record<ReachKey, object> = {
  props: { props: { disabled: true } },
  slots: { slots: { note: { kind: 'text', text: 'Saved' } } },
  attr: { changes: [{ on: 'root', attr: { 'aria-expanded': true } }] },
  property: { changes: [{ on: 'root', property: { indeterminate: true } }] },
  class: { changes: [{ on: 'root', class: ['is-open'] }] },
  pseudo: { forced: [{ on: 'root', pseudo: ['hover'] }] },
  steps: { steps: [{ axis: 'state', value: 'there', files: [{ click: 'trigger' }] }] },
}

test.each(REACH_LIST.map((each) => [each.key, each] as const))(
  '%s is read from its example, and done',
  (key, { example, about }) => {
    const values = { rest: {}, there: { [key]: example } }
    const text = JSON.stringify({
      sheet: 1,
      name: 'Any',
      source: { kind: 'markup', markup: 'any.liquid' },
      parts: { root: '.any', trigger: '.trigger' },
      props: { disabled: { type: 'flag' } },
      slots: { note: { text: true } },
      axes: { state: { values } },
    })
    const { sheet, problems } = readSheet(text, 'components/any/any.sheet.yaml')
    expect(problems).toEqual([])
    expect(settingsOf(sheet!, { state: 'there' })).toMatchObject(COMES_TO[key])
    expect(about).toMatch(/^[A-Z].*\.$/)
  },
)
