import { expect, test } from '@jest/globals'
import { exitStatus } from '@/core/report'
import { engineBrowser } from '../support/browsers'
import { treeOf, verifyTree } from '../support/library'

const AXIS = 'axes: { size: [small, large] }\n'
const peg = (body: string) => `import { createContext, useContext } from 'react'
const Theme = createContext<{ pine: string } | undefined>(undefined)
export function Peg({ size }: { size: string }) { ${body} }`

/** A component without a single rule, as one has it right after it was brought in. */
async function verify(module: string, spec = '') {
  const { report } = await verifyTree(
    await engineBrowser(),
    treeOf({
      'library.yaml': 'library: 1\nname: Test\n',
      'c/peg/peg.tsx': module,
      'c/peg/peg.sheet.yaml': `sheet: 1\nname: Peg\nsource: { kind: react, module: peg.tsx, export: Peg }\n${AXIS}props: { size: { type: choice, values: [small, large], default: small } }\n${spec}`,
    }),
  )
  return { component: report.components[0]!, status: exitStatus(report) }
}

const BOTH = ['size=small', 'size=large']

test.each([
  ['throws without its provider', 'return <i>{useContext(Theme)!.pine}</i>', BOTH],
  ['throws in one case', "if (size === 'large') throw new Error('no pine'); return <i>{size}</i>", ['size=large']],
  ['throws something that is no error', 'throw { pine: 1 }', BOTH],
  ['has code that never returns', "if (size === 'large') for (;;); return <i>{size}</i>", ['size=large']],
])('a component without rules that %s is unread, and does not pass', async (_, body, cases) => {
  const { component, status } = await verify(peg(body))
  expect(component.failed?.flatMap((each) => each.cases).toSorted()).toEqual([...cases].toSorted())
  expect(component.failed!.every(({ reason }) => reason.length > 5)).toBe(true)
  expect(component.hollow).toBe(true)
  expect(status).toBe(1)
})

test('a component that renders, and of which nothing is asked, is hollow', async () => {
  const { component, status } = await verify(peg('return <i>{size}</i>'))
  expect(component).toMatchObject({ cases: 2, hollow: true, findings: [] })
  expect(component.failed).toBeUndefined()
  expect(status).toBe(0)
})

test('where rules speak of a case that failed, it is told as a whole too', async () => {
  const { component, status } = await verify(
    peg('return <i>{useContext(Theme)!.pine}</i>'),
    'spec: [{ expect: { root: { width: 80px } } }]\n',
  )
  expect(component.failed).toHaveLength(1)
  expect(component.findings).toMatchObject([{ verdict: 'unread', cases: BOTH }])
  expect(component.hollow).toBeUndefined()
  expect(status).toBe(1)
})
