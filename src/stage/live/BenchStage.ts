import { isSame } from '@/core/yaml'
import { EventLog } from '../play'
import { extentOf } from '../extent'
import { shadowsIn, type MountedCase } from '../findPart'
import type { Forced } from '../forceStates'
import { forceByAttribute } from '../forceByAttribute'
import { imitateInput } from '../imitateInput'
import type { Pristine } from '../pristine'
import { goOn } from '../Pace'
import { documentEvents, hasCode, type StageCase, type StageContext } from '../protocol'
import { surroundingsOf } from '@/core/contexts'
import { decideMedia, rewriteStates } from '../rewriteStates'
import { Stage } from '../Stage'
import { traceOf } from '../traceOf'
import type { FromLive, ToLive } from '../liveProtocol'
import { markupOf } from './markupOf'
import { Measure } from './Measure'

type Opening = Extract<ToLive, { type: 'open' }>

/** A component on the bench: in real time, acted on by whoever reads, changed from outside. */
export class BenchStage {
  #stage?: Stage
  #stageCase?: StageCase
  #context?: StageContext
  #begun = 0

  /** Must be made before any code of the component runs: the key is taken before the component sees it. */
  readonly measure: Measure

  constructor(
    view: Window & typeof globalThis,
    private readonly pristine: Pristine,
    private readonly tell: (message: FromLive) => void,
  ) {
    this.measure = new Measure(view, () => {
      const [mounted] = this.#stage?.cases ?? []
      return mounted && this.#context && { component: this.#stage!.component, mounted, context: this.#context }
    })
  }

  async open({ component, context, stageCase, events }: Opening): Promise<void> {
    if (this.#stage) throw new Error('a frame is opened once')
    const log = new EventLog(document, documentEvents(component, events), () => performance.now() - this.#begun)
    const stage = await Stage.open(component, goOn(this.pristine))
    this.#stage = stage
    log.onNoted = (record) => this.tell({ type: 'event', ...record })
    stage.onEvent = (name, detail) => log.note(name, detail)
    this.surround(context)
    this.#begun = performance.now()
    await this.mount(stageCase)
    this.tellRendered(0, this.#begun)
  }

  /** Shows it with other props, slots, held states and surroundings; what can stay as it is stays. */
  async update({ stageCase, context, turn }: Extract<ToLive, { type: 'update' }>): Promise<void> {
    const start = performance.now()
    if (context) this.surround(context)
    const [mounted] = this.#stage!.cases
    try {
      // What is wrapped around it may take contexts only when it starts.
      const isWrappedAnew = context !== undefined && this.#stage!.component.wrap !== undefined
      if (!mounted || mounted.failure !== undefined || isWrappedAnew || !canBecome(this.#stageCase!, stageCase))
        await this.mount(stageCase)
      else await this.change(mounted, stageCase)
    } catch {
      // What cannot be changed in place may still be made anew; if not, the new case tells why.
      await this.mount(stageCase)
    }
    this.tellRendered(turn, start)
  }

  /** Changes it in place. A component that shows nothing of it takes what was changed only when it starts: it starts anew. */
  private async change(mounted: MountedCase, stageCase: StageCase) {
    if (isSame([this.#stageCase!.props, this.#stageCase!.slots], [stageCase.props, stageCase.slots])) return
    const before = traceOf(mounted.frame)
    mounted.update!(stageCase.props, stageCase.slots)
    this.#stageCase = stageCase
    if (traceOf(mounted.frame) === before) await this.mount(stageCase)
  }

  private surround(context: StageContext) {
    const stage = this.#stage!
    const before = this.#context?.values
    this.#context = context
    const isSameMedia = before !== undefined && isSame(decidedBy(before), decidedBy(context.values))
    // A query is decided once: to decide it otherwise takes the text that its author wrote.
    if (before && !isSameMedia) stage.restyle(stage.component)
    stage.setContext(context)
    document.body.style.background = context.values.ground ?? ''
    if (isSameMedia) return
    for (const sheet of document.adoptedStyleSheets) {
      rewriteStates(sheet)
      decideMedia(sheet, ...decidedBy(context.values))
    }
    const readable = new CSSStyleSheet()
    readable.replaceSync('* { caret-color: auto }')
    document.adoptedStyleSheets = [...document.adoptedStyleSheets, readable]
  }

  private async mount(stageCase: StageCase) {
    const stage = this.#stage!
    stage.clear()
    stage.container.style.display = ''
    const forced: Forced = new Map()
    const mounted = stage.mountOne(stageCase, 0, stage.container)
    stage.cases.push(mounted)
    await stage.bringAbout([mounted], forced)
    forceByAttribute(forced, [document, ...shadowsIn(mounted.frame)], ...decidedBy(this.#context?.values ?? {}))
    if (hasCode(stage.component)) imitateInput(mounted)
    this.#stageCase = stageCase
  }

  private tellRendered(turn: number, start: number) {
    const mounted = this.#stage!.cases[0]!
    // Asking where it stands makes the browser lay it out: the time is that of all its work but the drawing.
    const extent = extentIn(mounted)
    const now = performance.now()
    this.tell({
      type: 'rendered',
      turn,
      milliseconds: now - start,
      at: performance.timeOrigin + now,
      extent,
      markup: markupOf(mounted.frame),
      ...(mounted.failure !== undefined && { failure: mounted.failure }),
    })
  }
}

const extentIn = ({ frame }: MountedCase) =>
  extentOf([...frame.querySelectorAll('*')].filter((each) => each.checkVisibility()))

/** Whether one case becomes another by props and slots alone, also of what stands in its slots. */
const canBecome = (before: StageCase, after: StageCase): boolean => isPlain(before) && isPlain(after)

const isPlain = ({ changes, forced, slots }: Pick<StageCase, 'changes' | 'forced' | 'slots'>): boolean =>
  changes.length === 0 &&
  forced.length === 0 &&
  Object.values(slots).every((filling) => filling.kind !== 'component' || isPlain(filling))

/** What media queries are decided by. As long as no context says how wide the window is, the bench is as wide as it is drawn. */
function decidedBy(values: Readonly<Record<string, string>>) {
  const surroundings = surroundingsOf(values)
  return [surroundings, surroundings.viewportWidth] as const
}
