import { describe, expect, test } from '@jest/globals'
import { parsePartReference, parseReading } from '@/core/readings'
import type { Request } from '@/core/plan'
import type { PseudoBoxes, StageRequest } from '@/stage'
import type { PageNodes } from './PageNodes'
import type { ReadablePage } from './ReadablePage'
import { readCases } from './readCases'
import { referredParts } from './referredParts'

const PARTS = { root: {}, label: {}, mark: { pseudo: '::after' } } as unknown as Parameters<typeof readCases>[1]

function request(part: string, name: string): Request {
  const parsed = parseReading(name)
  if ('problem' in parsed) throw new Error(parsed.problem)
  return { part, target: parsePartReference(part), reading: parsed.reading }
}

const AX = new Map([
  [1, { nodeId: '1', ignored: false, role: { type: 'role', value: 'button' } }],
  [2, { nodeId: '2', ignored: false, role: { type: 'role', value: 'link' } }],
])

/** A page that answers each request with `answer`, and keeps what it was asked. */
function page(answer: (one: number, asked: StageRequest) => string | { unread: string }) {
  const asked = { pseudos: [] as string[], boxes: {} as PseudoBoxes, trees: 0 }
  const texts: string[] = []
  const reasons: string[] = []
  const number = (given: string | { unread: string }) =>
    typeof given === 'string' ? texts.push(given) - 1 : -reasons.push(given.unread)
  const nodes = {
    pseudoBoxes: (pseudos: string[]) => {
      asked.pseudos = pseudos
      return Promise.resolve({ '7::after': { left: 0, top: 0, width: 1, height: 1 } })
    },
    accessibility: () => {
      asked.trees++
      return Promise.resolve((reference: number) => AX.get(reference))
    },
  } as unknown as PageNodes
  const readable: ReadablePage = {
    nodes,
    read: (profiles, profileOf, boxes) => {
      asked.boxes = boxes
      const cases = profileOf.map((profile, one) => profiles[profile]!.map((each) => number(answer(one, each))))
      return Promise.resolve({ texts, reasons, cases, unknown: [] })
    },
    probe: () => Promise.resolve([]),
  }
  return { readable, asked }
}

describe('reading the cases of a page', () => {
  test.each([
    ['a text', 'label', 'width', '40px', { text: '40px' }],
    ['why it could not be read', 'label', 'width', { unread: 'gone' }, { unread: 'gone' }],
    ['the accessibility of a reference number', 'label', 'role', '1', { text: 'button' }],
    ['that of all matches', 'label[*]', 'role', '1\u001f2', { text: 'button\u001flink' }],
    ['a node that the tree does not know', 'label', 'role', '9', { text: 'none' }],
    ['a part without a number', 'label', 'name', '', { text: '' }],
  ])('tells %s', async (_, part, name, answer, expected) => {
    const [readings] = await readCases(page(() => answer).readable, PARTS, [[request(part, name)]], [0])
    expect(readings!(0)).toEqual(expected)
  })

  test('gives each case what its own profile asks', async () => {
    const profiles = [[request('label', 'width')], [request('label', 'height'), request('label', 'color')]]
    const { readable } = page((one, { name }) => `${one} ${name}`)
    const [first, second] = await readCases(readable, PARTS, profiles, [1, 0])
    expect([first!(0), first!(1), second!(0)]).toEqual([{ text: '0 height' }, { text: '0 color' }, { text: '1 width' }])
  })

  test('asks the browser only for what somebody reads', async () => {
    const plain = page(() => '')
    await readCases(plain.readable, PARTS, [[request('mark', 'width'), request('label', 'color')]], [0])
    expect([plain.asked.pseudos, plain.asked.trees]).toEqual([[], 0])
    const boxed = page(() => '')
    await readCases(boxed.readable, PARTS, [[request('label', 'gap(mark)'), request('label', 'role')]], [0])
    expect([boxed.asked.pseudos, boxed.asked.trees, Object.keys(boxed.asked.boxes)]).toEqual([
      ['::after'],
      1,
      ['7::after'],
    ])
  })
})

test.each([
  ['label', 'width', []],
  ['label', 'role', ['label']],
  ['label', 'gap(mark)', ['mark']],
  ['mark', 'box.width', ['mark']],
  ['label', 'box.left', []],
])('the nodes that %s · %s needs are those of %p', (part, name, parts) => {
  expect(referredParts(PARTS, [request(part, name)])).toEqual(parts)
})
