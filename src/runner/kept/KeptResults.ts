import { z } from 'zod'
import type { Strength, StrengthWay } from '@/core/breaks'
import { filmStripSchema, type FilmStrip } from '@/core/report'
import type { ClockKind } from '@/stage'
import type { PreparedComponent, PreparedLibrary } from '../prepare'
import type { ScenarioJob } from '../scenario'
import { joinKeys } from './componentFingerprint'
import type { RunEnvironment } from './environment'
import { casesFingerprint, readingsFingerprint, scenarioFingerprint } from './fingerprint'
import { hashOf } from './hashOf'
import type { Keeper } from './Keeper'
import { unzip, zip } from './zipped'
import {
  packCases,
  packReadings,
  packScenario,
  unpackCases,
  unpackReadings,
  unpackScenario,
  type KeptCases,
  type KeptScenario,
} from './pack'
import type { KeptReadings } from '../cases'
import { rejudge } from './rejudge'

/** Results of earlier runs of what has not changed since. */
export class KeptResults {
  #isWhole = true
  readonly #keys = { cases: new Keys(), readings: new Keys(), scenarios: new Keys() }

  constructor(
    readonly environment: RunEnvironment,
    private readonly keeper: Keeper,
    /** Finds nothing; what is found out is kept all the same. */
    private readonly isFresh = false,
  ) {}

  /** All that was found out could be kept. */
  get isWhole(): boolean {
    return this.#isWhole
  }

  async casesOf(
    library: PreparedLibrary,
    component: PreparedComponent,
    how: Performed,
  ): Promise<KeptCases | undefined> {
    const bytes = await this.#get(this.#keyOfCases(library, component, how))
    return bytes && unpackCases(bytes)
  }

  /**
   * @param found undefined where the cases were not read to their end
   * @param readings what was read of them, whatever it came to
   */
  async keepCases(
    library: PreparedLibrary,
    component: PreparedComponent,
    how: Performed,
    found: KeptCases | undefined,
    readings?: KeptReadings,
  ): Promise<void> {
    const key = this.#keyOfCases(library, component, how)
    if (key === undefined || !found || !isCertain(found)) {
      this.#isWhole = false
      return
    }
    await this.keeper.put(key, packCases(found))
    const readingsKey = readings && this.#keyOfReadings(library, component, how)
    if (readingsKey !== undefined) await this.keeper.put(readingsKey, packReadings({ of: key, readings: readings! }))
  }

  /** The results of cases of which an earlier run has read all that is asked by now, though other values were expected. */
  async judgedAgain(
    library: PreparedLibrary,
    component: PreparedComponent,
    how: Performed,
  ): Promise<KeptCases | undefined> {
    const bytes = await this.#get(this.#keyOfReadings(library, component, how))
    const kept = bytes && unpackReadings(bytes)
    const results = kept && (await this.#get(kept.of))
    const before = results && unpackCases(results)
    if (!kept || !before) return undefined
    const judged = rejudge(library, component, { before, readings: kept.readings })
    const found = judged && { ...before, results: judged }
    if (!found || !isCertain(found)) return undefined
    await this.keepCases(library, component, how, found, kept.readings)
    return found
  }

  async scenarioOf(library: PreparedLibrary, job: ScenarioJob, how: Performed): Promise<KeptScenario | undefined> {
    const bytes = await this.#get(this.#keyOfScenario(library, job, how))
    return bytes && unpackScenario(bytes)
  }

  async keepScenario(library: PreparedLibrary, job: ScenarioJob, how: Performed, found: KeptScenario): Promise<void> {
    const key = this.#keyOfScenario(library, job, how)
    if (key !== undefined && isSure(found) && found.result.clock === how.clock)
      await this.keeper.put(key, packScenario(found))
    else this.#isWhole = false
  }

  /** What a scenario looked like, where it was filmed. */
  async filmOf(library: PreparedLibrary, job: ScenarioJob, how: Performed): Promise<FilmStrip | undefined> {
    const bytes = await this.#get(filmKey(this.#keyOfScenario(library, job, how)))
    return bytes && filmStripSchema.safeParse(unzip(bytes)).data
  }

  async keepFilm(library: PreparedLibrary, job: ScenarioJob, how: Performed, film: FilmStrip): Promise<void> {
    const key = filmKey(this.#keyOfScenario(library, job, how))
    if (key !== undefined) await this.keeper.put(key, zip(film))
  }

  async #get(key: string | undefined): Promise<Uint8Array | undefined> {
    return key === undefined || this.isFresh ? undefined : this.keeper.get(key)
  }

  /** Names what a component's results depend on, by what they are asked for and kept by in this run. */
  fingerprintOf(
    library: PreparedLibrary,
    component: PreparedComponent,
    jobs: readonly ScenarioJob[],
    how: Performed,
  ): string | undefined {
    const own = jobs.filter(({ setup }) => setup.sheet === component.sheet)
    const keys = {
      cases: this.#keyOfCases(library, component, how),
      scenarios: own.map((job) => this.#keyOfScenario(library, job, how)),
    }
    return joinKeys(library, component, keys, how)
  }

  /** What breaking a component came to, by what it depends on. */
  async strengthOf(fingerprint: string, way: StrengthWay): Promise<KeptStrength | undefined> {
    const bytes = await this.#get(strengthKey(fingerprint, way))
    const kept = bytes && (unzip(bytes) as KeptStrength | undefined)
    return Array.isArray(kept?.strength?.cells) ? kept : undefined
  }

  /** @param kept undefined where the component could not be broken */
  async keepStrength(fingerprint: string | undefined, way: StrengthWay, kept: KeptStrength | undefined): Promise<void> {
    if (fingerprint !== undefined && kept) await this.keeper.put(strengthKey(fingerprint, way), zip(kept))
    else this.#isWhole = false
  }

  /** How long the components of a library took when they were last read, in ms, by slug; also where what was found does not count. */
  async costs(library: string): Promise<Map<string, number>> {
    const bytes = await this.keeper.get(costsKey(library))
    const kept = z.record(z.string(), z.number()).safeParse(bytes && unzip(bytes))
    return new Map(Object.entries(kept.data ?? {}))
  }

  /** @param costs of components that have been read now; of the others what was measured stays */
  async keepCosts(library: string, costs: ReadonlyMap<string, number>): Promise<void> {
    if (costs.size === 0) return
    const all = new Map([...(await this.costs(library)), ...costs])
    await this.keeper.put(costsKey(library), zip(Object.fromEntries(all)))
  }

  /** Keeps a picture by its name, as PNG. */
  keepPicture(picture: string, png: Uint8Array): Promise<void> {
    return this.keeper.put(pictureKey(picture), png)
  }

  picture(picture: string): Promise<Uint8Array | undefined> {
    return this.keeper.get(pictureKey(picture))
  }

  #keyOfCases(library: PreparedLibrary, component: PreparedComponent, how: Performed) {
    return this.#keys.cases.of(component, () => casesFingerprint(this.environment, library, component, how))
  }

  #keyOfReadings(library: PreparedLibrary, component: PreparedComponent, how: Performed) {
    return this.#keys.readings.of(component, () => readingsFingerprint(this.environment, library, component, how))
  }

  #keyOfScenario(library: PreparedLibrary, job: ScenarioJob, how: Performed) {
    const { sheet, component, places } = job.setup
    const about = { sheet, compiled: { component, places } }
    return this.#keys.scenarios.of(job, () => scenarioFingerprint(this.environment, library, about, job.plan, how))
  }
}

/** What is kept at a run's end is kept under what it was asked for by at its beginning, whatever time it is by then. */
class Keys {
  readonly #keys = new Map<object, string | undefined>()

  of(subject: object, make: () => string | undefined): string | undefined {
    if (!this.#keys.has(subject)) this.#keys.set(subject, make())
    return this.#keys.get(subject)
  }
}

/** By what a picture is kept that is not approved. Keys are names of what they are made of. */
export const pictureKey = (picture: string) => hashOf(`picture ${picture}`)

// Goes up as other breaks are made, or are tried otherwise.
const BREAKS_VERSION = 2

const strengthKey = (fingerprint: string, way: StrengthWay) =>
  hashOf(`strength ${BREAKS_VERSION} ${way} ${fingerprint}`)

/** What breaking a component came to, and when that was found, ISO 8601. */
export interface KeptStrength {
  since: string
  strength: Strength
}

const costsKey = (library: string) => hashOf(`costs ${library}`)

const filmKey = (scenario: string | undefined) => (scenario === undefined ? undefined : hashOf(`film ${scenario}`))

/** What a run is told of how to go about it. */
export interface Performed {
  clock: ClockKind
  /** How often scenarios are performed. */
  repeat?: number | undefined
  /** Pictures are taken too. */
  isPictured?: boolean
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
