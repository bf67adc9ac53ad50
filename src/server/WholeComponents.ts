import type { ComponentTally } from '@/core/report'
import type { PreparedLibrary } from '@/runner'
import type { RunRecorder } from '@/store'

interface Progress {
  /** Set when its cases are through: what is written of them, and what they came to. */
  cases?: { tally: ComponentTally; written: Promise<void> }
  scenariosLeft: number
}

/** Knows when a component is through with all its cases and all its scenarios, which go on side by side, and writes that down. */
export class WholeComponents {
  #components: Map<string, Progress>
  #writes: Promise<void>[] = []

  constructor(
    { components }: PreparedLibrary,
    private readonly recorder: Pick<RunRecorder, 'addScenarios'>,
  ) {
    this.#components = new Map(
      components.map(({ sheet, compiled }) => [
        sheet.slug,
        { scenariosLeft: compiled ? sheet.data.scenarios.length : 0 },
      ]),
    )
  }

  endCases(tally: ComponentTally, written: Promise<void>): void {
    const component = this.#components.get(tally.slug)!
    component.cases = { tally, written }
    // A write that fails is told at the end.
    written.catch(() => {})
    this.#writes.push(written)
    this.look(component)
  }

  endScenario(slug: string): void {
    const component = this.#components.get(slug)!
    component.scenariosLeft--
    this.look(component)
  }

  /** When all that was found is written down. @throws what a write threw */
  async written(): Promise<void> {
    await Promise.all(this.#writes)
    for (const { cases, scenariosLeft } of this.#components.values())
      if (cases && scenariosLeft > 0) await this.write(cases.tally, false)
  }

  private write(tally: ComponentTally, isWhole: boolean): Promise<void> {
    return this.recorder.addScenarios(tally, isWhole)
  }

  private look({ cases, scenariosLeft }: Progress) {
    if (!cases || scenariosLeft > 0) return
    const { tally, written } = cases
    const write = written.then(() => this.write(tally, true))
    write.catch(() => {})
    this.#writes.push(write)
  }
}
