import type { Browser, CDPSession } from 'puppeteer-core'
import type { Clock } from '@/core/steps'
import type { Viewport } from '@/core/sheet'
import type { ClockKind, Pending, PlayStage, ReaderStage, StageCase, StageComponent, StageReadings } from '@/stage'
import type { PlaySetup } from '../PlaySetup'
import { componentForReader } from '../forReader'
import { PageNodes, sayUnknown, type ReadablePage } from '../reading'
import { sizeWindow } from '../surround'
import { answerRequests, stageAddress } from '../answerRequests'
import { PointerTrace } from './PointerTrace'
import type { Send } from './send'
import { readerScript, stagePage, stageProgram, START, startScript } from '../stageProgram'
import { READER_WORLD, STAGE_WORLD, StageWorld, watchWorlds } from '../StageWorld'

/**
 * A page in which one scenario after another is performed, each in a fresh document: the half of a clock that drives the browser.
 * The other half stands in the page (`stage/clock`).
 */
export abstract class PlayPage implements ReadablePage {
  abstract readonly clockKind: ClockKind
  /** The browser that it is a page of. */
  abstract readonly browser: Browser
  readonly nodes: PageNodes
  /** The time of the scenario that is being performed. */
  readonly clock: Clock
  /** Where the clock stands. */
  protected now = 0
  readonly #component: HeldComponent
  readonly #pointer = new PointerTrace()
  readonly #stage: StageWorld<PlayStage>
  readonly #reader: StageWorld<ReaderStage>
  #watching: Promise<void> | undefined

  protected constructor(readonly session: CDPSession) {
    this.#stage = new StageWorld(session, STAGE_WORLD)
    this.#reader = new StageWorld(session, READER_WORLD)
    this.nodes = new PageNodes(session, (index, part, match) => this.#reader.object('elementOf', index, part, match))
    this.#component = new HeldComponent(session)
    const now = () => this.now
    this.clock = {
      get now() {
        return now()
      },
      activity: () => this.call('activity'),
      goTo: (time) => this.goTo(time),
    }
  }

  /** Gives the page a component, for all documents until another. */
  hold(component: PlaySetup['component']): Promise<void> {
    return this.#component.hold(component)
  }

  /** Whether it has been given a component. */
  get holds(): boolean {
    return this.#component.isHeld
  }

  /** Opens a fresh document with the stage's program. Time passes meanwhile. */
  async load(): Promise<void> {
    this.nodes.reset()
    for (const event of this.#pointer.leaving()) await this.input('Input.dispatchMouseEvent', event)
    const loaded = new Promise<void>((done) => this.session.once('Page.loadEventFired', () => done()))
    await (this.#watching ??= watchWorlds(this.session, [this.#stage, this.#reader]))
    await this.passing(Promise.all([this.session.send('Page.navigate', { url: newAddress() }), loaded]))
    await this.ask('open', this.#component.forReader, false)
  }

  /** Calls the stage, where the component's code runs. @throws Error with what it threw */
  call<K extends keyof PlayStage & string>(name: K, ...given: Parameters<PlayStage[K]>) {
    return this.#stage.call(name, ...given)
  }

  /** Calls the reader, which no code of the component's reaches. @throws Error with what it threw */
  ask<K extends keyof ReaderStage & string>(name: K, ...given: Parameters<ReaderStage[K]>) {
    return this.#reader.call(name, ...given)
  }

  /** Finds the case that has been mounted, to be read from now on. @param forced states that were forced on it */
  async arrange(key: string, forced: StageCase['forced'] = []): Promise<void> {
    await this.ask('clear')
    await this.ask('arrange', [{ key, forced }], {}, [])
  }

  async read(...given: Parameters<ReaderStage['read']>): Promise<StageReadings> {
    const readings = await this.ask('read', ...given)
    return sayUnknown(readings, given[0], given[1], (asked) => this.call('said', asked))
  }

  probe(...given: Parameters<ReaderStage['probe']>) {
    return this.ask('probe', ...given)
  }

  /** Sends input, with the frames that it waits for. */
  input<K extends Parameters<Send>[0]>(method: K, params: object): Promise<void> {
    this.#pointer.note(method, params)
    return this.send(method, params)
  }

  protected abstract send<K extends Parameters<Send>[0]>(method: K, params: object): Promise<void>
  protected abstract goTo(time: number): Promise<void>
  /** Lets time pass while something is under way that is no part of a scenario. */
  abstract passing<T>(work: Promise<T>): Promise<T>
  /** Sets the clock to 0; called when the component's code has been loaded, before it is mounted. */
  abstract begin(): Promise<void>
  /** Lets everything happen that input has brought about in no time; gives back what is under way then. */
  abstract rest(): Promise<Pending>
  /** A picture of what is seen now, as PNG in base64. */
  abstract picture(): Promise<string>
  abstract close(): Promise<void>
  /** Gives it up in good order, so that others may use it where that is worth it. */
  release(): Promise<void> {
    return this.close()
  }
}

let lastDocument = 0

/** An address for one document: nothing else can be reached, and nothing that is kept there is found by the next. */
const newAddress = (): string => stageAddress(`play${++lastDocument}`)

/** Keeps a component with a page: the browser hands it to each document, so that it is sent once. */
class HeldComponent {
  #held?: PlaySetup['component']
  #reduced?: StageComponent
  #identifier?: string

  constructor(readonly session: CDPSession) {}

  get isHeld(): boolean {
    return this.#held !== undefined
  }

  /** The component as the reader needs it. */
  get forReader(): StageComponent {
    if (!this.#reduced) throw new Error('the page holds no component')
    return this.#reduced
  }

  async hold(component: PlaySetup['component']): Promise<void> {
    if (this.#held === component) return
    const before = this.#identifier
    const text = JSON.stringify(JSON.stringify({ ...component, isolated: true }))
    const { identifier } = await this.session.send('Page.addScriptToEvaluateOnNewDocument', {
      source: `if (top === self) globalThis.breltComponent = JSON.parse(${text})`,
    })
    this.#held = component
    this.#reduced = componentForReader({ ...component, isolated: true })
    this.#identifier = identifier
    if (before !== undefined)
      await this.session.send('Page.removeScriptToEvaluateOnNewDocument', { identifier: before })
  }
}

/** Prepares a page for the stage's program. */
export async function preparePage(session: CDPSession, viewport: Viewport): Promise<void> {
  answerRequests(session, stagePage(`${START}()`))
  await Promise.all([
    session.send('Page.enable'),
    session.send('Runtime.enable'),
    session.send('DOM.enable'),
    session.send('CSS.enable'),
    session.send('Fetch.enable', { patterns: [{ urlPattern: '*' }] }),
    session.send('Page.addScriptToEvaluateOnNewDocument', { source: startScript(stageProgram('play')) }),
    session.send('Page.addScriptToEvaluateOnNewDocument', readerScript()),
    sizeWindow(session, viewport),
    // A page counts as the one that is looked at, however many there are.
    session.send('Emulation.setFocusEmulationEnabled', { enabled: true }),
  ])
}
