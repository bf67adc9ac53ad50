import type { Census } from './census'
import type { PseudoBoxes, StageCase, StageComponent, StageContext, StageProbe, StageRequest } from './protocol'
import type { Stage } from './Stage'

/** What the runner calls in its page. All of it is data in and data out, but for `elementOf`. */
export interface RunnerStage {
  /** Opens the component; gives back why it needs a document a case, where it shows that by what it does. */
  open(
    component: StageComponent,
    context: StageContext,
    first: StageCase | undefined,
    viewport: { width: number; height: number },
  ): Promise<{ trespass?: string }>
  openOwn(component: StageComponent, lastReference: number): Promise<Stage>
  setContext(context: StageContext): void
  mount(
    cases: readonly StageCase[],
    parts: readonly string[],
  ): Promise<{ failures: Record<number, string>; forced: [number, string[]][] }>
  show(): Promise<{ isSettled: boolean }>
  read(profiles: StageRequest[][], profileOf: number[], pseudoBoxes: PseudoBoxes): ReturnType<Stage['read']>
  probe(probes: StageProbe[]): ReturnType<Stage['probe']>
  /** What the sheets named in `own` declare for the parts of the mounted cases. */
  declared(own: string[]): ReturnType<Stage['declared']>
  features(): ReturnType<Stage['features']>
  elementOf(index: number, part: string, match: number): Element | undefined
  clear(): void
  /** What stood in all cases so far. */
  census(): Census
  /** Errors that component code threw outside of any case. */
  incidents(): string[]
}

export type StageWindow = Window & typeof globalThis & { breltStage: RunnerStage; breltBeat?: (index: string) => void }
