import { documentEvents } from '../protocol'
import { changesBetween, type Observation, type Snapshot } from '@/core/record'
import { PageClock } from '../clock'
import { EventLog } from '../play'
import { extentOf } from '../extent'
import { shadowsIn, type MountedCase } from '../findPart'
import { attempt } from '../mount'
import type { Pristine } from '../pristine'
import { driven } from '../Pace'
import { readCases } from '../read'
import { Stage } from '../Stage'
import type { Captor } from './capture'
import type { FromLive, ToLive } from '../liveProtocol'
import { LiveTime } from './LiveTime'
import { Watch } from './watch'

type Opening = Extract<ToLive, { type: 'open' }>

/** A component that somebody acts on, and what is told of it. */
export class Recorder {
  #live?: LiveTime
  #watch?: Watch
  #stage?: Stage
  #log?: EventLog
  #known: Snapshot = new Map()
  #isOver = false

  constructor(
    private readonly view: Window & typeof globalThis,
    private readonly pristine: Pristine,
    private readonly tell: (message: FromLive) => void,
  ) {}

  /** Loads and mounts; from here on time passes. */
  async open({ component, context, stageCase, events }: Opening): Promise<void> {
    if (this.#stage) throw new Error('a frame is opened once')
    const time = new PageClock(this.view, () => this.roots())
    const log = new EventLog(document, documentEvents(component, events), () => time.now)
    this.#log = log
    const stage = await Stage.open(component, driven(this.pristine))
    this.#stage = stage
    stage.onEvent = (name, detail) => log.note(name, detail)
    stage.setContext(context)
    stage.mountLive(stageCase)
    time.start()
    log.start()
    await time.hold()
    const [mounted] = stage.cases as [MountedCase]
    stage.fitFlow()
    attempt(mounted, mounted.reach)
    await time.hold()
    const { failure } = mounted
    this.tell({
      type: 'mounted',
      ...(failure !== undefined && { failure }),
      extent: extentOf([...stage.cases[0]!.frame.querySelectorAll('*')].filter((each) => each.checkVisibility())),
    })
    if (failure !== undefined) return
    this.#watch = new Watch(component, (requests) => {
      const options = { profiles: [requests], profileOf: [0], pseudoBoxes: {}, refOf: () => undefined }
      const { texts, cases } = readCases(component, stage.cases, options)
      return cases[0]!.map((number) => (number < 0 ? undefined : texts[number]))
    })
    this.#known = this.look()
    this.#live = new LiveTime(
      time,
      this.pristine,
      (isTimed) => this.noteMoment(isTimed),
      (error) => this.tell({ type: 'broken', reason: String(error) }),
    )
    this.#live.start()
  }

  /** What input is told to; undefined while nothing is recorded. */
  captor(): Captor | undefined {
    const [mounted] = this.#stage?.cases ?? []
    const live = this.#live
    if (!mounted || !live || this.#isOver) return undefined
    return {
      component: this.#stage!.component,
      mounted,
      onInput: (input) => {
        this.observe({ kind: 'input', input, ...this.standing(live) })
        live.noteInput()
      },
      onAmend: (input) => {
        this.observe({ kind: 'amend', ...(input !== undefined && { input }) } as Observation)
        live.noteInput()
      },
      onNote: (text) => this.observe({ kind: 'note', text }),
      onPress: (isDown) => {
        live.isHeld = isDown
        live.noteInput()
      },
    }
  }

  end(): void {
    const live = this.#live
    if (!live || this.#isOver) return
    this.#isOver = true
    this.observe({ kind: 'end', ...this.standing(live) })
  }

  private standing({ time }: LiveTime) {
    return { at: time.now, timers: time.waits, isMoving: time.activity().isMoving }
  }

  private observe(observation: Observation) {
    this.tell({ type: 'observed', observation: observation as Extract<FromLive, { type: 'observed' }>['observation'] })
  }

  private look(): Snapshot {
    const counts = new Map<string, number>()
    for (const { name } of this.#log!.records()) counts.set(name, (counts.get(name) ?? 0) + 1)
    return this.#watch!.take(this.#stage!.cases[0]!, counts)
  }

  private noteMoment(isTimed: boolean) {
    if (this.#isOver) return
    const seen = this.look()
    const changes = changesBetween(this.#known, seen)
    this.#known = seen
    if (changes.length === 0) return
    const { at, isMoving } = this.standing(this.#live!)
    this.observe({ kind: 'moment', at, changes, isTimed, isMoving })
  }

  private *roots(): Generator<Document | ShadowRoot> {
    yield document
    for (const { frame } of this.#stage?.cases ?? []) yield* shadowsIn(frame)
  }
}
