import type { ClockKind } from '@/stage'
import type { PreparedComponent, PreparedLibrary } from '../prepare'
import type { ScenarioJob } from '../scenario'
import type { RunEnvironment } from './environment'
import { casesFingerprint, scenarioFingerprint } from './fingerprint'
import type { Keeper } from './Keeper'
import { packCases, packScenario, unpackCases, unpackScenario, type KeptCases, type KeptScenario } from './pack'

/** Results of earlier runs of what has not changed since. */
export class KeptResults {
  /** All that was found out could be kept. */
  isWhole = true

  constructor(
    readonly environment: RunEnvironment,
    private readonly keeper: Keeper,
    /** Finds nothing; what is found out is kept all the same. */
    private readonly isFresh = false,
  ) {}

  async casesOf(
    library: PreparedLibrary,
    component: PreparedComponent,
    { clock }: Performed,
  ): Promise<KeptCases | undefined> {
    const bytes = await this.#get(casesFingerprint(this.environment, library, component, clock))
    return bytes && unpackCases(bytes)
  }

  async keepCases(
    library: PreparedLibrary,
    component: PreparedComponent,
    { clock }: Performed,
    found: KeptCases,
  ): Promise<void> {
    const key = casesFingerprint(this.environment, library, component, clock)
    if (key !== undefined && isCertain(found)) await this.keeper.put(key, packCases(found))
    else this.isWhole = false
  }

  async scenarioOf(library: PreparedLibrary, job: ScenarioJob, how: Performed): Promise<KeptScenario | undefined> {
    const bytes = await this.#get(this.#keyOf(library, job, how))
    return bytes && unpackScenario(bytes)
  }

  async keepScenario(library: PreparedLibrary, job: ScenarioJob, how: Performed, found: KeptScenario): Promise<void> {
    const key = this.#keyOf(library, job, how)
    if (key !== undefined && isSure(found) && found.result.clock === how.clock)
      await this.keeper.put(key, packScenario(found))
    else this.isWhole = false
  }

  async #get(key: string | undefined): Promise<Uint8Array | undefined> {
    return key === undefined || this.isFresh ? undefined : this.keeper.get(key)
  }

  #keyOf(library: PreparedLibrary, { setup, plan }: ScenarioJob, how: Performed): string | undefined {
    const { sheet, component, places } = setup
    return scenarioFingerprint(this.environment, library, { sheet, compiled: { component, places } }, plan, how)
  }
}

/** How scenarios are performed. */
export interface Performed {
  clock: ClockKind
  repeat?: number | undefined
}

/** One that could not be performed, that came out in two ways, or that was given up, is performed again. */
const isSure = ({ result: { verdict, performance } }: KeptScenario): boolean =>
  (verdict === 'holds' || verdict === 'misses') && !performance.isGivenUp

/** What could not be read may be read the next time: a machine was too busy, or a page was lost. */
const isCertain = ({ results }: KeptCases): boolean =>
  results.every(
    ({ failure, checks }) =>
      failure === undefined && checks.every(({ verdict, cause }) => verdict !== 'unread' || cause === 'expectation'),
  )
