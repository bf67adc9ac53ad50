import type { Inventory } from './inventory'
import type {
  PseudoBoxes,
  StageCase,
  StageComponent,
  StageContext,
  StageProbe,
  StageReadings,
  StageRequest,
} from './protocol'
import { DeclaredRules, type Declared, type ProbeAnswer } from './read'
import type { StageWindow } from './RunnerStage'
import type { Beat, Mounted, Stage } from './Stage'
import { ownElement } from './sideEffects'

// Reference numbers of one document stay below those of the next.
const REFERENCES_PER_CASE = 100_000

interface CaseDocument {
  frame: HTMLIFrameElement
  stage: Stage
}

/** Renders each case in a plain document of its own, and speaks for all of them as one stage. */
export class IsolatedStage {
  #documents: CaseDocument[] = []
  #context: StageContext = { values: {}, properties: [] }
  // Every document has the same sheets: they are gone through once.
  #rules = new DeclaredRules()

  constructor(
    readonly component: StageComponent,
    /** The stage's own program, which each document runs. */
    readonly program: string,
    readonly viewport: { width: number; height: number },
  ) {}

  setContext(context: StageContext): void {
    this.#context = context
    for (const { stage } of this.#documents) stage.setContext(context)
  }

  async mount(cases: readonly StageCase[], beat?: Beat): Promise<Mounted> {
    const all: Mounted = { failures: {}, notes: {}, forced: [] }
    const first = this.#documents.length
    const documents: CaseDocument[] = []
    for (const at of cases.keys()) {
      beat?.(first + at)
      documents.push(await this.openDocument(first + at))
    }
    this.#documents.push(...documents)
    beat?.(-1)
    const mounted = await Promise.all(documents.map(({ stage }, at) => stage.mount([cases[at]!])))
    mounted.forEach(({ failures, notes, forced }, at) => {
      if (failures[0] !== undefined) all.failures[first + at] = failures[0]
      if (notes[0] !== undefined) all.notes[first + at] = notes[0]
      all.forced.push(...forced)
    })
    return all
  }

  private async openDocument(index: number): Promise<CaseDocument> {
    const frame = ownElement(document.createElement('iframe'))
    // All at one place: each has its window in sight, whatever asks for that.
    frame.style.cssText = `position:fixed;inset:0;border:0;width:${this.viewport.width}px;height:${this.viewport.height}px`
    document.body.append(frame)
    const inner = frame.contentWindow as unknown as StageWindow
    // Written into the document that a frame has from the start: a navigation would take the browser ten times as long.
    inner.document.open()
    inner.document.write('<!doctype html><html lang="en"><head></head><body></body></html>')
    inner.document.close()
    const script = inner.document.createElement('script')
    script.textContent = this.program
    inner.document.head.append(script)
    script.remove()
    const stage = await inner.breltStage.openOwn(this.component, index * REFERENCES_PER_CASE)
    stage.setContext(this.#context)
    return { frame, stage }
  }

  referTo(parts: readonly string[]): void {
    for (const { stage } of this.#documents) stage.referTo(parts)
  }

  async show(): Promise<{ isSettled: boolean }> {
    const shown = await Promise.all(this.#documents.map(({ stage }) => stage.show()))
    return { isSettled: shown.every(({ isSettled }) => isSettled) }
  }

  traceOf(index: number): string {
    return this.#documents[index]!.stage.traceOf(0)
  }

  elementOf(index: number, part: string, match: number): Element | undefined {
    return this.#documents[index]!.stage.elementOf(0, part, match)
  }

  read(
    profiles: readonly (readonly StageRequest[])[],
    profileOf: readonly number[],
    pseudoBoxes: PseudoBoxes,
  ): StageReadings {
    const all: StageReadings = { texts: [], reasons: [], cases: [] }
    this.#documents.forEach(({ stage }, index) => {
      const { texts, reasons, cases } = stage.read(profiles, [profileOf[index]!], pseudoBoxes)
      const [own] = cases
      all.cases.push(own!.map((number) => (number >= 0 ? number + all.texts.length : number - all.reasons.length)))
      all.texts.push(...texts)
      all.reasons.push(...reasons)
    })
    return all
  }

  probe(probes: readonly StageProbe[]): ProbeAnswer[] {
    return probes.map((probe) => {
      const { stage } = this.#documents[probe.caseIndex ?? 0]!
      return stage.probe([{ ...probe, ...(probe.caseIndex !== undefined && { caseIndex: 0 }) }])[0]!
    })
  }

  declared(own: readonly string[]): Declared[] {
    return this.#documents.flatMap(({ stage }) => stage.declared(own, this.#rules))
  }

  features(): string[][] {
    return this.#documents.flatMap(({ stage }) => stage.features())
  }

  count(known: Inventory): Inventory {
    return this.#documents.reduce((inventory, { stage }) => stage.count(inventory), known)
  }

  clear(): void {
    for (const { frame, stage } of this.#documents) {
      stage.clear()
      frame.remove()
    }
    this.#documents = []
  }
}
