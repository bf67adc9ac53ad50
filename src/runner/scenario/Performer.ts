import { kindOf } from '@/core/sheet'
import { fillingsOf, type ScenarioPlan } from '@/core/scenario'
import { perform, type Change, type EventRecord, type Performance, type PerformanceHost, type Step } from '@/core/steps'
import { stageCaseOf, type StageContext, type StageFilling, type Pending } from '@/stage'
import type { PlannedCase } from '@/core/plan'
import { stageContext } from '../stageContext'
import { surround } from '../surround'
import { InputDriver, Refused } from './InputDriver'
import { StepJudge } from './StepJudge'
import type { PlayPage } from '../clock'
import type { PlaySetup } from '../PlaySetup'

/** @throws CannotStart */
function mounted({ failure }: { failure?: string }) {
  if (failure !== undefined) throw new CannotStart(`the component could not be mounted: ${failure}`)
}

/** Called as a performance goes on. */
export interface PlayListener {
  onStep?: PerformanceHost['onStep']
  /** Called at every moment that is looked at; asks for more moments than a verdict needs. */
  onMoment?(now: number, page: PlayPage): Promise<void>
  /** Called when it has been performed, while what it acted on still stands. */
  onEnd?(page: PlayPage): Promise<void>
}

/** The component could not be brought to where its scenario starts. */
export class CannotStart extends Error {
  override name = 'CannotStart'
}

const MAX_SETTLES = 10
const MAX_RESTS = 60
/** Pseudo-classes that no input brings about. */
const OTHER_STATES = /^(?!focus|hover$|active$)/

/** One case of a component, mounted in a fresh document, to be acted on. */
export class Performer {
  readonly #input: InputDriver
  /** Changes of the document when it was last seen at rest. */
  #changes = -1
  #props: Readonly<Record<string, unknown>>
  #slots: Readonly<Record<string, StageFilling>>
  #contexts: Record<string, string>

  private constructor(
    readonly page: PlayPage,
    readonly setup: PlaySetup,
    readonly planned: PlannedCase,
  ) {
    this.#input = new InputDriver(page)
    this.#props = planned.settings.props
    this.#slots = planned.settings.slots
    this.#contexts = Object.fromEntries(
      Object.keys(setup.library.data.contexts).map((name) => [name, planned.values[name]!]),
    )
  }

  /** Mounts a case and takes the steps that reach it. @throws CannotStart */
  static async start(
    page: PlayPage,
    setup: PlaySetup,
    planned: PlannedCase,
    before: readonly Step[],
  ): Promise<Performer> {
    const performer = new Performer(page, setup, planned)
    await page.hold(setup.component)
    await page.load()
    await performer.applyMedia()
    const events = kindOf(setup.sheet.data.source).tells === 'calls' ? [] : Object.keys(setup.sheet.data.events)
    try {
      await page.passing(page.call('open', performer.context(), page.clockKind, events))
    } catch (error) {
      throw new CannotStart(`the component could not be staged: ${(error as Error).message}`)
    }
    await page.begin()
    const there = await page.call('mount', stageCaseOf(planned))
    mounted(there)
    await performer.comeToRest(there)
    const reached = await page.call('reach')
    mounted(reached)
    await page.arrange(planned.key)
    await performer.comeToRest(reached)
    for (const step of before) {
      // Who acts waits until what comes into sight has come.
      await performer.comeToRest()
      await performer.settle()
      const { steps } = await perform([step], performer.host())
      if (steps[0]!.verdict !== 'holds')
        throw new CannotStart(`the start could not be reached: ${step.text}: ${steps[0]!.message}`)
    }
    if (before.length > 0) await performer.rest(before)
    if (before.length > 0 || reached.states > 0) await performer.enterStates()
    return performer
  }

  /**
   * Lets everything happen that the component does by itself and that takes no time.
   * @param known what is under way, where that has been told
   */
  async comeToRest(known?: Pending): Promise<void> {
    let pending = known ?? (await this.page.call('pending'))
    for (let round = 0; round < MAX_RESTS && (pending.changes !== this.#changes || pending.wantsFrame); round++) {
      this.#changes = pending.changes
      pending = await this.page.rest()
    }
  }

  /**
   * Brings the states about that the case's axes ask for: by real keys and a real pointer, where one pointer and one focus can do
   * it all, else by the engine.
   * @throws CannotStart where a state cannot be reached
   */
  private async enterStates(): Promise<void> {
    const states = await this.page.call('states')
    if (states.length === 0) return
    await this.settle()
    await this.comeToRest()
    const having = (pattern: RegExp) =>
      states.flatMap(({ pseudo }, at) => (pseudo.some((name) => pattern.test(name)) ? [at] : []))
    const [focus, hover, active, others] = [/^focus/, /^hover$/, /^active$/, OTHER_STATES].map(having) as [
      number[],
      number[],
      number[],
      number[],
    ]
    const pointed = [...new Set([...hover, ...active])]
    if (focus.length > 1 || pointed.length > 1 || others.length > 0) return this.force(states.map((_, at) => at))
    try {
      // Pointing does not take the focus away.
      if (focus[0] !== undefined && !(await this.#input.focusState(focus[0])))
        throw new CannotStart(`the part "${states[focus[0]]!.part}" does not take the focus`)
      if (pointed[0] !== undefined) await this.#input.pointAtState(pointed[0], states[pointed[0]]!, active.length > 0)
    } catch (error) {
      if (!(error instanceof Refused)) throw error
      throw new CannotStart(error.message)
    }
    await this.comeToRest()
    await this.settle()
  }

  /** Before a case that steps have reached is looked at, animations have ended and the pointer rests outside, unless it hovers. */
  private async rest(before: readonly Step[]) {
    const pointer = before.filter(({ kind }) => /^(click|double-click|hover|leave|drag)$/.test(kind)).at(-1)
    if (pointer && pointer.kind !== 'hover') await this.#input.act({ kind: 'leave', target: { kind: 'page' } })
    await this.settle()
  }

  private async force(states: readonly number[]) {
    const forced = (await Promise.all(states.map((at) => this.page.call('forceState', at)))).flat()
    await this.page.arrange(this.planned.key, this.planned.settings.forced)
    await this.page.nodes.learn()
    await this.page.nodes.force(forced)
    await this.settle()
  }

  private context(): StageContext {
    return stageContext(this.setup.tokens, this.#contexts)
  }

  private applyMedia() {
    return surround(this.page.session, this.#contexts, this.setup.viewport)
  }

  private async change(change: Change) {
    if (change.kind === 'context') {
      Object.assign(this.#contexts, change.values)
      await this.applyMedia()
      await this.page.call('setContext', this.context())
    } else {
      if (change.kind === 'set') this.#props = { ...this.#props, ...change.props }
      else this.#slots = { ...this.#slots, ...fillingsOf(this.setup.sheet, this.setup.library, change.slots) }
      await this.page.call('update', this.#props, this.#slots)
    }
    await this.page.rest()
  }

  private async settle(): Promise<{ isSettled: boolean }> {
    for (let round = 0; round < MAX_SETTLES; round++) {
      if ((await this.page.ask('endFinite')) === 0) return { isSettled: true }
      // Their end is told in a frame; its handlers may start more.
      await this.page.rest()
    }
    return { isSettled: false }
  }

  events(): Promise<EventRecord[]> {
    return this.page.call('events')
  }

  private host(listener: PlayListener = {}): PerformanceHost {
    const { onStep, onMoment } = listener
    return {
      clock: this.page.clock,
      act: (input) => this.#input.act(input),
      change: (change) => this.change(change),
      settle: () => this.settle(),
      changes: () => this.page.call('changes'),
      look: () => Promise.resolve([]),
      events: () => this.events(),
      ...(onStep && { onStep }),
      ...(onMoment && { onMoment: (now: number) => onMoment(now, this.page) }),
    }
  }

  /** Performs a scenario's steps. */
  async perform(plan: ScenarioPlan, listener: PlayListener = {}): Promise<Performance> {
    const judge = new StepJudge(this.page, { ...this.setup, space: plan.space }, this.planned, plan.profiles)
    judge.surround(this.#contexts)
    await listener.onMoment?.(this.page.clock.now, this.page)
    const performance = await perform(plan.scenario.steps, {
      ...this.host(listener),
      change: async (change) => {
        await this.change(change)
        if (change.kind === 'context') judge.surround(this.#contexts)
      },
      look: (step) => judge.look(plan.profileOf.get(step.index)!),
    })
    const notes = await this.page.call('notes')
    await listener.onEnd?.(this.page)
    return { ...performance, notes: [...performance.notes, ...notes] }
  }
}
