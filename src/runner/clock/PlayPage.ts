import type { CDPSession, Protocol } from 'puppeteer-core'
import type { Clock } from '@/core/steps'
import type { Viewport } from '@/core/sheet'
import type { ClockKind, PlayStage, Pending } from '@/stage'
import type { PlaySetup } from '../PlaySetup'
import { PageNodes, type ReadablePage } from '../reading'
import { answerRequests, stageAddress } from '../answerRequests'
import { PointerTrace } from './PointerTrace'
import type { Send } from './send'
import { stagePage, stageProgram, START, startScript } from '../stageProgram'

/**
 * A page in which one scenario after another is performed, each in a fresh document: the half of a clock that drives the browser.
 * The other half stands in the page (`stage/clock`).
 */
export abstract class PlayPage implements ReadablePage {
  abstract readonly clockKind: ClockKind
  readonly nodes: PageNodes
  /** The time of the scenario that is being performed. */
  readonly clock: Clock
  /** Where the clock stands. */
  protected now = 0
  readonly #component: HeldComponent
  readonly #pointer = new PointerTrace()

  protected constructor(readonly session: CDPSession) {
    this.nodes = new PageNodes(session)
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

  /** Opens a fresh document with the stage's program. Time passes meanwhile. */
  async load(): Promise<void> {
    this.nodes.reset()
    for (const event of this.#pointer.leaving()) await this.input('Input.dispatchMouseEvent', event)
    const loaded = new Promise<void>((done) => this.session.once('Page.loadEventFired', () => done()))
    await this.passing(Promise.all([this.session.send('Page.navigate', { url: newAddress() }), loaded]))
  }

  /** Runs a function of the stage with data, and gives back its data. */
  call<K extends keyof PlayStage>(
    name: K,
    ...given: Parameters<PlayStage[K]>
  ): Promise<Awaited<ReturnType<PlayStage[K]>>> {
    return callStage(this.session, name, given)
  }

  read(...given: Parameters<PlayStage['read']>) {
    return this.call('read', ...given)
  }

  probe(...given: Parameters<PlayStage['probe']>) {
    return this.call('probe', ...given)
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
}

let lastDocument = 0

/** An address for one document: nothing else can be reached, and nothing that is kept there is found by the next. */
const newAddress = (): string => stageAddress(`play${++lastDocument}`)

/** Keeps a component with a page: the browser hands it to each document, so that it is sent once. */
class HeldComponent {
  #held?: PlaySetup['component']
  #identifier?: string

  constructor(readonly session: CDPSession) {}

  async hold(component: PlaySetup['component']): Promise<void> {
    if (this.#held === component) return
    const before = this.#identifier
    const text = JSON.stringify(JSON.stringify({ ...component, isolated: true }))
    const { identifier } = await this.session.send('Page.addScriptToEvaluateOnNewDocument', {
      source: `if (top === self) globalThis.breltComponent = JSON.parse(${text})`,
    })
    this.#held = component
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
    session.send('Emulation.setDeviceMetricsOverride', {
      width: viewport.width,
      height: viewport.height,
      deviceScaleFactor: viewport.scale,
      mobile: false,
    }),
    // A page counts as the one that is looked at, however many there are.
    session.send('Emulation.setFocusEmulationEnabled', { enabled: true }),
  ])
}

/** Calls a function of the stage. @throws Error with what it threw */
async function callStage<K extends keyof PlayStage>(
  session: CDPSession,
  name: K,
  given: Parameters<PlayStage[K]>,
): Promise<Awaited<ReturnType<PlayStage[K]>>> {
  const { result, exceptionDetails } = await session.send('Runtime.evaluate', {
    expression: `(async () => JSON.stringify(await breltStage.${name}(...${JSON.stringify(given)})) ?? 'null')()`,
    awaitPromise: true,
    returnByValue: true,
  })
  if (exceptionDetails) throw new Error(errorText(exceptionDetails))
  return JSON.parse(result.value as string) as Awaited<ReturnType<PlayStage[K]>>
}

const errorText = ({ exception, text }: Protocol.Runtime.ExceptionDetails) =>
  (exception?.description?.split('\n')[0] ?? text).replace(/^(Uncaught )?Error: /, '')
