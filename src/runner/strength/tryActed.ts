import { toldBy, type StyleBreak } from '@/core/breaks'
import { ContextJudge, type CheckResult, type PlannedCase, type Plan, type Readings, type Request } from '@/core/plan'
import { stepsToReach } from '@/core/scenario'
import type { Reach, StageComponent } from '@/stage'
import type { PlayPage } from '../clock'
import type { PlaySetup } from '../PlaySetup'
import { SurveyCollector } from '../SurveyCollector'
import { answerProbes } from '../reading'
import { Performer, readNow, type PlayPool } from '../scenario'
import { textOf } from './Ground'
import { breaksInDocument } from './inDocument'
import { reachOf } from './madeStyles'
import type { Trial } from './Trial'

/** What is needed to break cases that steps bring about. */
export interface ActedSetup extends PlaySetup {
  plan: Plan
  /** Style sheets that are broken. */
  sheets: StageComponent['sheets']
  /** Says what is read besides what claims ask for, and takes what is read where nothing is broken. */
  collector: SurveyCollector
}

export interface ActedOptions {
  signal?: AbortSignal | undefined
  onNote?(note: string): void
}

// A page has a limit of time for what is done in it: for more the case is brought about once more.
const BREAKS_AT_A_TIME = 25

/** A break with what it does in a document of its own. */
interface Edited {
  trial: Trial
  /** The same, as it is there. */
  broken: StyleBreak
}

/**
 * Tries breaks of styles that nothing has noticed so far in cases that steps bring about: each case is brought about by real input, and
 * then broken in place, one break at a time.
 * @param trials all of the component's, also those that are tried elsewhere: what is read hangs on all
 */
export async function tryActed(
  plays: PlayPool,
  setup: ActedSetup,
  cases: readonly PlannedCase[],
  trials: readonly Trial[],
  options: ActedOptions,
): Promise<void> {
  const inDocument = breaksInDocument(setup.sheets, setup.tokens)
  const edited = trials.flatMap((trial): Edited[] => {
    const { broken } = trial
    if (!('bearers' in broken)) return []
    const { edit } = broken
    const own = edit.do === 'styles' ? inDocument({ ...broken, edit }) : broken
    return own ? [{ trial, broken: own }] : []
  })
  const isOpen = ({ trial }: Edited) => trial.isOwn && !trial.isDone
  if (!edited.some(isOpen)) return
  // What one case shows is not asked of the others: which comes first is a matter of chance.
  const known = setup.collector.requests
  const looks = cases.map((planned) => new ActedLook(setup, planned, known, edited))
  await Promise.all(
    looks.map((look) =>
      plays.use(async (lane) => {
        let left: readonly Edited[] = edited
        do {
          if (options.signal?.aborted) return
          try {
            left = await lane.steadily(setup, (page) => look.breakSome(page, left.filter(isOpen), options))
          } catch (error) {
            if (!options.signal?.aborted)
              options.onNote?.(`${look.planned.key} was not broken: ${(error as Error).message}`)
            return
          }
        } while (left.some(isOpen))
      }),
    ),
  )
  for (const look of looks) look.tell()
}

/** What is found out of one case that steps bring about. */
class ActedLook {
  #reaches: ReadonlyMap<Trial, Reach> | undefined
  #unbroken: ActedCase | undefined

  /**
   * @param known what is read besides what claims ask for
   * @param edited all breaks, also those that are not tried
   */
  constructor(
    private readonly setup: ActedSetup,
    readonly planned: PlannedCase,
    private readonly known: readonly Request[],
    private readonly edited: readonly Edited[],
  ) {}

  /** Brings the case about, and breaks it by some of the breaks that reach it. @returns those that are left */
  async breakSome(page: PlayPage, open: readonly Edited[], { signal }: ActedOptions): Promise<readonly Edited[]> {
    const { setup, planned } = this
    const { steps, issues } = stepsToReach(setup.sheet, setup.library, planned.settings)
    const problem = issues[0]?.message ?? planned.settings.problem
    if (problem !== undefined) throw new Error(problem)
    await Performer.start(page, setup, planned, steps)
    await page.ask(
      'breakable',
      setup.sheets.map((sheet) => ({ place: setup.component.sheets.indexOf(sheet), url: sheet.url, text: sheet.text })),
    )
    const reaches = (this.#reaches ??= await this.findReaches(page))
    const reaching = open.filter(({ trial }) => reaches.get(trial)!.cases.length > 0)
    const acted = await ActedCase.read(page, setup, planned, this.requests)
    this.#unbroken ??= acted
    for (const each of reaching.slice(0, BREAKS_AT_A_TIME)) {
      if (signal?.aborted) return []
      if (each.trial.isDone) continue
      for (const part of reaches.get(each.trial)!.parts) each.trial.parts.add(part)
      await acted.break(each)
    }
    if (await acted.isAsBefore()) return reaching.slice(BREAKS_AT_A_TIME)
    acted.forget()
    throw new Error('its code keeps what a break has done')
  }

  private async findReaches(page: PlayPage) {
    const found = await reachOf(
      page,
      this.edited.map(({ broken }) => broken),
    )
    return new Map(this.edited.map(({ trial }, at) => [trial, found[at]!]))
  }

  /** Parts may stand in no other case. */
  private get declared() {
    return this.edited.flatMap(({ trial, broken }) =>
      this.#reaches!.get(trial)!.parts.map((part) => [part, broken.properties] as const),
    )
  }

  private get requests(): readonly Request[] {
    const { aim, declared } = this.setup.collector
    const own = new SurveyCollector({ ...aim, base: this.known }, structuredClone(declared))
    own.note(this.declared)
    return own.requests
  }

  /** Gives what was read where nothing was broken to whoever gathers it. */
  tell(): void {
    if (!this.#reaches || !this.#unbroken) return
    const { collector } = this.setup
    collector.note(this.declared)
    collector.take(this.planned, this.#unbroken.requests, this.#unbroken.before)
  }
}

/** A case that steps have brought about, with what was read of it. */
class ActedCase {
  /** Takes back what was found out here, and nowhere else. */
  readonly #forget: (() => void)[] = []

  private constructor(
    readonly page: PlayPage,
    readonly setup: ActedSetup,
    readonly planned: PlannedCase,
    /** Those of its claims come first. */
    readonly requests: readonly Request[],
    readonly before: Readings,
    readonly checks: readonly (CheckResult | 'later')[],
  ) {}

  /** @param more what is read besides what its claims ask for */
  static async read(
    page: PlayPage,
    setup: ActedSetup,
    planned: PlannedCase,
    more: readonly Request[],
  ): Promise<ActedCase> {
    const requests = [...setup.plan.profiles[planned.profile]!.requests, ...more]
    const before = await readNow(page, setup.component.parts, requests)
    const checks = await judge(page, setup, planned, before)
    return new ActedCase(page, setup, planned, requests, before, checks)
  }

  async break({ trial, broken }: Edited): Promise<void> {
    const { page, setup, planned, requests, before } = this
    const told = toldBy(broken)
    const asked = told ? [{ at: 0, ...told }] : []
    await page.ask('note', asked)
    await page.ask('breakAtRest', [{ at: 0, edit: broken.edit }], [])
    // Its code may hear of sizes, and of transitions that end.
    await page.rest()
    if (told && (await page.ask('changed', asked)).length === 0) return
    const after = await readNow(page, setup.component.parts, requests)
    const checks = await judge(page, setup, planned, after)
    if (!trial.noticed && checks.some((check, at) => isLost(this.checks[at]!, check))) {
      trial.noticed = true
      this.#forget.push(() => (trial.noticed = false))
    }
    for (const [at, { part, reading }] of requests.entries()) {
      const [was, is] = [textOf(before(at)), textOf(after(at))]
      // After all that was found in cases that steps do not bring about.
      const place = 1 + setup.plan.cases.indexOf(planned)
      if (was !== is)
        trial.noteChange({ case: planned.key, part, reading: reading.text, before: was, after: is }, place)
    }
    this.#forget.push(() => trial.forgetChanges(planned.key))
    await page.ask('breakAtRest', [], [])
    await page.rest()
  }

  forget(): void {
    for (const each of this.#forget) each()
  }

  /** Whether it reads as it did before anything was broken. */
  async isAsBefore(): Promise<boolean> {
    const { page, setup, requests, before } = this
    const now = await readNow(page, setup.component.parts, requests)
    return requests.every((_, at) => textOf(now(at)) === textOf(before(at)))
  }
}

const isLost = (before: CheckResult | 'later', after: CheckResult | 'later') =>
  before !== 'later' && after !== 'later' && before.verdict === 'holds' && after.verdict !== 'holds'

/** What each claim of a case comes to, as it stands now; what is compared with other cases comes later, which is never here. */
async function judge(page: PlayPage, { plan, tokens, library }: ActedSetup, planned: PlannedCase, readings: Readings) {
  const made = new ContextJudge(plan, tokens, library.data.tolerance)
  await answerProbes(page, made, [planned], [readings])
  const { claims } = plan.profiles[planned.profile]!
  return claims.map((_, at) => made.judge(planned, at, readings, () => 'later'))
}
