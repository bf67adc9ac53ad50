import { viewportIn } from '@/core/contexts'
import type { Inventory } from './inventory'
import type { MountedCase } from './findPart'
import type { StageCase, StageComponent, StageContext } from './protocol'
import { REFERENCES_PER_CASE } from './reference'
import type { StageWindow } from './RunnerStage'
import type { Beat, Mounted, Stage } from './Stage'
import { CASE_AT } from './documentStyles'
import { ownElement } from './sideEffects'

interface CaseDocument {
  frame: HTMLIFrameElement
  stage: Stage
}

/** Renders each case in a plain document of its own, and speaks for all of them as one stage. */
export class IsolatedStage {
  #documents: CaseDocument[] = []
  #context: StageContext = { values: {}, properties: [] }

  constructor(
    readonly component: StageComponent,
    /** The stage's own program, which each document runs. */
    readonly program: string,
    readonly viewport: { width: number; height: number },
  ) {}

  setContext(context: StageContext): void {
    this.#context = context
    const { width } = viewportIn(context.values, this.viewport)
    for (const { frame, stage } of this.#documents) {
      frame.style.width = `${width}px`
      stage.setContext(context)
    }
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
    frame.setAttribute(CASE_AT, String(index))
    // All at one place: each has its window in sight, whatever asks for that.
    frame.style.cssText = `position:fixed;inset:0;border:0;width:${viewportIn(this.#context.values, this.viewport).width}px;height:${this.viewport.height}px`
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

  async comeToRest(): Promise<{ isSettled: boolean }> {
    const come = await Promise.all(this.#documents.map(({ stage }) => stage.comeToRest()))
    return { isSettled: come.every(({ isSettled }) => isSettled) }
  }

  isWatching(): boolean {
    return this.#documents.some(({ stage }) => stage.isWatching())
  }

  caseAt(index: number): MountedCase {
    return this.#documents[index]!.stage.cases[0]!
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
