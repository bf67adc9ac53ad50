import type { Protocol } from 'puppeteer-core'
import {
  ContextJudge,
  unreadCheck,
  type CheckResult,
  type Elsewhere,
  type Measured,
  type PlannedCase,
  type Profile,
  type Readings,
  type Request,
} from '@/core/plan'
import { MATCH_SEPARATOR } from '@/core/readings'
import type { Space } from '@/core/matrix'
import type { Tolerance } from '@/core/sheet'
import type { TokenBook } from '@/core/tokens'
import type { PseudoBoxes, StageComponent } from '@/stage'
import { readAccessibility } from '../accessibility'
import { borderBox, pseudoParts } from '../pseudo'
import { toStageRequest } from '../stageRequest'
import type { PlayPage } from './PlayPage'

/** What judging in a page needs besides the page. */
export interface StepJudgeSetup {
  parts: StageComponent['parts']
  space: Space
  tokens: Pick<TokenBook, 'get'>
  tolerance: Tolerance
}

/** Reads what a profile asks of the one case of a page, as it is at this moment. */
export async function readNow(
  page: PlayPage,
  parts: StageComponent['parts'],
  requests: readonly Request[],
): Promise<Measured[]> {
  if (requests.length === 0) return []
  const boxes = await pseudoBoxes(
    page,
    pseudoParts(parts, requests).map(({ part }) => part),
  )
  const { texts, reasons, cases } = await page.call('read', requests.map(toStageRequest), boxes)
  const measured = cases[0]!.map((number): Measured =>
    number < 0 ? { unread: reasons[-1 - number]! } : { text: texts[number]! },
  )
  await Promise.all(
    requests.map(async (request, at) => {
      const { target, reading } = request
      if (reading.origin !== 'accessibility' || 'unread' in measured[at]!) return
      const count = target.index === 'all' ? (measured[at] as { text: string }).text.split(MATCH_SEPARATOR).length : 1
      const first = target.index === 'all' ? 1 : target.index
      const nodes = await Promise.all(
        Array.from({ length: count }, (_, more) => nodeOf(page, target.part, first + more)),
      )
      measured[at] = { text: nodes.map((node) => readAccessibility(node, reading.name)).join(MATCH_SEPARATOR) }
    }),
  )
  return measured
}

/** The accessibility tree's node of a part's match. */
async function nodeOf(page: PlayPage, part: string, match: number): Promise<Protocol.Accessibility.AXNode | undefined> {
  const objectId = await objectOf(page, part, match)
  if (!objectId) return undefined
  const { nodes } = await page.session.send('Accessibility.getPartialAXTree', { objectId, fetchRelatives: false })
  return nodes[0]
}

/** A handle on an element of the page. */
export async function objectOf(page: PlayPage, part: string, match: number): Promise<string | undefined> {
  const { result } = await page.session.send('Runtime.evaluate', {
    expression: `breltStage.elementOf(${JSON.stringify(part)}, ${match})`,
  })
  return result.objectId
}

/** Boxes of pseudo-elements, which only the engine can tell, by the reference number of their element. */
async function pseudoBoxes(page: PlayPage, parts: readonly string[]): Promise<PseudoBoxes> {
  const boxes: PseudoBoxes = {}
  if (parts.length === 0) return boxes
  await page.call('refer', parts)
  for (const part of parts) {
    const references = await page.call('referencesOf', part)
    for (const [at, reference] of references.entries()) {
      const objectId = await objectOf(page, part, at + 1)
      const { node } = await page.session.send('DOM.describeNode', { objectId })
      for (const pseudo of node.pseudoElements ?? []) {
        const box = await boxOf(page, pseudo.backendNodeId)
        if (box) boxes[`${reference}::${pseudo.pseudoType ?? ''}`] = box
      }
    }
  }
  return boxes
}

async function boxOf(page: PlayPage, backendNodeId: number) {
  try {
    const { model } = await page.session.send('DOM.getBoxModel', { backendNodeId })
    return borderBox(model)
  } catch {
    return undefined // without a box (display: none) there is nothing to tell: the reading says so
  }
}

/** Judges what steps of one scenario expect. */
export class StepJudge {
  #judge: ContextJudge
  #isStale = false

  constructor(
    readonly page: PlayPage,
    readonly setup: StepJudgeSetup,
    private one: PlannedCase,
    readonly profiles: readonly Profile[],
    readonly elsewhere: Elsewhere = () => ({ unread: 'a scenario has no other cases to compare with' }),
  ) {
    this.#judge = this.makeJudge()
  }

  private makeJudge() {
    const { space, tokens, tolerance } = this.setup
    return new ContextJudge({ profiles: this.profiles, space }, tokens, tolerance)
  }

  /** Takes another context: tokens mean something else from here on. */
  surround(values: PlannedCase['values']): void {
    this.one = { ...this.one, values: { ...this.one.values, ...values } }
    this.#judge = this.makeJudge()
  }

  async look(profile: number): Promise<CheckResult[]> {
    const { claims } = this.profiles[profile]!
    const { checks } = await this.lookFully(profile)
    return checks.map((check, at) =>
      check === 'later' ? unreadCheck(claims[at]!.claim, 'the case to compare with was not read') : check,
    )
  }

  /** The same with what was read; what is compared with a case that is not known yet is judged later. */
  async lookFully(
    profile: number,
  ): Promise<{ checks: (CheckResult | 'later')[]; readings: Readings; judge: ContextJudge }> {
    const { requests, claims } = this.profiles[profile]!
    const one = { ...this.one, profile }
    const measured = await readNow(this.page, this.setup.parts, requests)
    const readings = (request: number) => measured[request]!
    // What is relative to its place may have become something else since it was last computed.
    if (this.#isStale) this.#judge = this.makeJudge()
    const asked = [...new Map([...this.#judge.probes(one, readings)].map((probe) => [probe.key, probe])).values()]
    this.#isStale = asked.some(({ caseKey }) => caseKey !== undefined)
    if (asked.length > 0) {
      const answers = await this.page.call(
        'probe',
        asked.map(({ probe, caseKey }) => ({
          ...probe,
          ...(probe.part !== undefined && { part: probe.part.replace(/\[.*$/, '') }),
          ...(caseKey !== undefined && { caseIndex: 0 }),
        })),
      )
      asked.forEach(({ key }, at) => this.#judge.answer(key, answers[at]!))
    }
    const checks = claims.map((_, at) => this.#judge.judge(one, at, readings, this.elsewhere))
    return { checks, readings, judge: this.#judge }
  }
}
