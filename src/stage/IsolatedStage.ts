import { viewportIn } from '@/core/contexts'
import { openCaseDocument, type CaseDocument } from './caseDocument'
import type { Inventory } from './inventory'
import type { MountedCase } from './findPart'
import type { StageCase, StageComponent, StageContext } from './protocol'
import type { Beat, Mounted } from './Stage'

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
      documents.push(await openCaseDocument(this, this.#context, first + at))
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
