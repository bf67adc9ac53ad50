import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { combinations, spaceOf } from '../matrix'
import { readSheet } from '../sheet'
import { claimKey, makeCascade, printExpectation, readRules } from '../spec'
import { editYaml, readYaml } from '../yaml'
import {
  appendRules,
  mergeEdits,
  moveRuleEdits,
  removeClaimEdits,
  removeRuleEdits,
  expectationEdits,
  settleEdits,
  isSpecifiedIn,
  splitEdits,
  whenEdits,
  type RuleText,
} from './index'

const SPEC = `spec:
  # The usual.
  - expect: { box: { width: 22px, height: 22px } }
  - when: { value: [on, mixed] }
    note: Of May
    expect:
      box: { color: red }   # for now
  - when: { value: on, size: s }
    expect: { box: { color: blue }, label: { opacity: 1 } }
`
const specOf = (text: string) => ((readYaml(text, '').value as { spec?: RuleText[] }).spec ?? []) as RuleText[]
const spec = specOf(SPEC)
const after = (edits: Parameters<typeof editYaml>[1]) => specOf(editYaml(SPEC, edits))

describe('edits of rules', () => {
  test('something new is said in the rule with the same condition, however it is written', () => {
    expect(
      after(expectationEdits(spec, { value: ['mixed', 'on'] }, { part: 'box', reading: 'opacity' }, 1))[1]!.expect,
    ).toEqual({
      box: { color: 'red', opacity: 1 },
    })
    expect(after(expectationEdits(spec, {}, { part: 'label', reading: 'opacity' }, 1))[0]!.expect).toEqual({
      box: { width: '22px', height: '22px' },
      label: { opacity: 1 },
    })
    expect(after(expectationEdits(spec, { value: 'off' }, { part: 'box', reading: 'color' }, 'green')).at(-1)).toEqual({
      when: { value: 'off' },
      expect: { box: { color: 'green' } },
    })
  })

  test.each<[string, Parameters<typeof editYaml>[1], unknown[]]>([
    [
      'a claim',
      removeClaimEdits(spec, { rule: 0, part: 'box', reading: 'width' }),
      [{ expect: { box: { height: '22px' } } }, spec[1], spec[2]],
    ],
    [
      'the last claim of a part',
      removeClaimEdits(spec, { rule: 2, part: 'label', reading: 'opacity' }),
      [spec[0], spec[1], { when: spec[2]!.when, expect: { box: { color: 'blue' } } }],
    ],
    [
      'the last claim of a rule',
      removeClaimEdits(spec, { rule: 1, part: 'box', reading: 'color' }),
      [spec[0], spec[2]],
    ],
    ['a rule', removeRuleEdits(spec, 0), [spec[1], spec[2]]],
  ])('%s is taken away', (_, edits, wanted) => expect(after(edits)).toEqual(wanted))

  test('rules are moved, split, merged and given other conditions; comments stay', () => {
    expect(after(moveRuleEdits(spec, 1, 1))).toEqual([spec[0], spec[2], spec[1]])
    expect(moveRuleEdits(spec, 0, -1)).toEqual([])
    expect(after(splitEdits(spec, { rule: 2, part: 'label', reading: 'opacity' }, { value: 'on' })).slice(2)).toEqual([
      { when: { value: 'on', size: 's' }, expect: { box: { color: 'blue' } } },
      { when: { value: 'on' }, expect: { label: { opacity: 1 } } },
    ])
    expect(after(mergeEdits(spec, 2, 0))).toEqual([
      { expect: { box: { width: '22px', height: '22px', color: 'blue' }, label: { opacity: 1 } } },
      spec[1],
    ])
    expect(after(whenEdits(1, { value: { not: 'off' } }))[1]!.when).toEqual({ value: { not: 'off' } })
    expect(after(whenEdits(1, {}))[1]).not.toHaveProperty('when')
    expect(editYaml(SPEC, whenEdits(1, { value: 'on' }))).toContain('# for now')
  })

  test('drafted rules go where their condition stands already, else to the end', () => {
    const text = appendRules(SPEC, [
      { when: { value: ['on', 'mixed'] }, expect: { box: { rotate: '-45deg' } } },
      { when: { size: 'm' }, expect: { box: { width: '24px' } } },
    ])
    expect(specOf(text).map(({ when, expect: said }) => [when, said.box])).toEqual([
      [undefined, { width: '22px', height: '22px' }],
      [{ value: ['on', 'mixed'] }, { color: 'red', rotate: '-45deg' }],
      [{ value: 'on', size: 's' }, { color: 'blue' }],
      [{ size: 'm' }, { width: '24px' }],
    ])
    expect(specOf(appendRules('name: A\n', [{ expect: { box: { width: '1px' } } }]))).toHaveLength(1)
  })

  test.each([
    ['box', 'width', true],
    ['box', 'height', true],
    ['box', 'inline-size', true],
    ['box', 'border-top-color', false],
    ['label', 'width', false],
  ])('whether rules speak of %s · %s: %s', (part, reading, wanted) => {
    expect(isSpecifiedIn({ data: { spec } as never })(part, reading)).toBe(wanted)
  })
})

test('settling a conflict changes nothing of what is expected, and leaves no conflict', () => {
  const values = { size: ['s', 'm', 'l'], value: ['off', 'on', 'mixed'] }
  const when = (axis: keyof typeof values) => fc.subarray(values[axis], { minLength: 1, maxLength: 2 })
  const sheetOf = (rules: RuleText[]) =>
    readSheet(
      JSON.stringify({
        sheet: 1,
        name: 'A',
        source: { kind: 'markup', markup: 'a.liquid' },
        parts: { box: '.b' },
        axes: values,
        spec: rules,
      }),
      'a/a.sheet.yaml',
    ).sheet!
  fc.assert(
    fc.property(when('size'), when('value'), (size, value) => {
      const rules: RuleText[] = [
        { expect: { box: { color: 'black', width: '1px' } } },
        { when: { size }, expect: { box: { color: 'red', width: '2px' } } },
        { when: { value }, expect: { box: { color: 'blue' } } },
      ]
      const text = JSON.stringify({ spec: rules })
      const settled = specOf(editYaml(text, settleEdits(rules, { rule: 1, part: 'box', reading: 'color' }, 2)!))
      const outcomes = (spec: RuleText[]) => {
        const sheet = sheetOf(spec)
        const space = spaceOf(sheet, { data: { contexts: {} } } as never)
        const resolve = makeCascade(readRules(sheet, space.dimensions).rules)
        return [...combinations(space)].map((one) =>
          Object.fromEntries(
            [...resolve(one).values()].map((claim) => [claimKey(claim), printExpectation(claim.expectation)]),
          ),
        )
      }
      expect(outcomes(settled)).toEqual(outcomes(rules))
    }),
  )
})
