import {
  ContextJudge,
  unreadCheck,
  type CheckResult,
  type Elsewhere,
  type PlannedCase,
  type Profile,
  type Readings,
  type Request,
} from '@/core/plan'
import type { Space } from '@/core/matrix'
import type { StageComponent } from '@/stage'
import { answerProbes, findOrigins, readCases, referredParts } from '../reading'
import type { PlayPage } from '../clock'
import type { PlaySetup } from '../PlaySetup'

/** What judging in a page needs besides the page. */
export type StepJudgeSetup = Pick<PlaySetup, 'component' | 'places' | 'tokens' | 'library'> & { space: Space }

/** Reads what is asked of the one case of a page, as it is at this moment. */
export async function readNow(
  page: PlayPage,
  parts: StageComponent['parts'],
  requests: readonly Request[],
): Promise<Readings> {
  const referred = referredParts(parts, requests)
  if (referred.length > 0) {
    await page.ask('refer', referred)
    await page.nodes.learn()
  }
  const [readings] = await readCases(page, parts, [requests], [0])
  return readings!
}

/** Judges what steps of one scenario expect. */
export class StepJudge {
  #judge: ContextJudge
  #isStale = false

  constructor(
    readonly page: PlayPage,
    readonly setup: StepJudgeSetup,
    private planned: PlannedCase,
    readonly profiles: readonly Profile[],
    readonly elsewhere: Elsewhere = () => ({ unread: 'a scenario has no other cases to compare with' }),
  ) {
    this.#judge = this.makeJudge()
  }

  private makeJudge() {
    const { space, tokens, library } = this.setup
    return new ContextJudge({ profiles: this.profiles, space }, tokens, library.data.tolerance)
  }

  /** Takes another context: tokens mean something else from here on. */
  surround(values: PlannedCase['values']): void {
    this.planned = { ...this.planned, values: { ...this.planned.values, ...values } }
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
    const one = { ...this.planned, profile }
    const readings = await readNow(this.page, this.setup.component.parts, requests)
    // What is relative to its place may have become something else since it was last computed.
    if (this.#isStale) this.#judge = this.makeJudge()
    const { arePlaced } = await answerProbes(this.page, this.#judge, [one], [readings])
    this.#isStale = arePlaced
    const checks = claims.map((_, at) => this.#judge.judge(one, at, readings, this.elsewhere))
    const known = checks.filter((check): check is CheckResult => check !== 'later')
    const found = await findOrigins(this.page.nodes, this.setup, [{ caseIndex: 0, checks: known }])
    return {
      checks: checks.map((check) => (check === 'later' ? check : (found.get(check) ?? check))),
      readings,
      judge: this.#judge,
    }
  }
}
