import type { LibraryEvent } from '@/contract'
import { connectChromium, emptyShelves, startBrowser } from '@/runner'
import { setRemoved, type Connection } from '@/store'
import { Workshop } from './apart'
import { Browsers, type Launch } from './Browsers'
import { Freshness } from './Freshness'
import { Libraries, type Opened } from './Libraries'
import { LibraryEvents } from './LibraryEvents'
import { Links } from './Links'
import { Places } from './Places'
import { Plays } from './Plays'
import { Runs } from './Runs'
import { Strengths } from './Strengths'
import { Surveys } from './Surveys'
import { Watching } from './Watching'

/** All that one process of the server keeps: its store, what it watches, what it runs, the browsers that it has open. */
export class Workspace {
  readonly events = new LibraryEvents()
  readonly workshop = new Workshop()
  readonly links: Links
  readonly libraries: Libraries
  readonly browsers: Browsers
  readonly places: Places
  readonly runs: Runs
  readonly watching: Watching
  readonly surveys: Surveys
  readonly freshness: Freshness
  readonly plays: Plays
  readonly strengths: Strengths

  constructor(
    readonly link: Connection,
    launch: Launch = startBrowser,
    /** The addresses of the queue from which workers take the work of runs, and of a browser that runs elsewhere. */
    { queue, browser }: { queue?: string | undefined; browser?: string | undefined } = {},
  ) {
    this.places = new Places(launch, queue, browser)
    this.links = new Links(link, this.events)
    this.libraries = new Libraries(link, this.workshop, ({ id, folder }) => this.links.watch(id, folder))
    this.browsers = new Browsers(browser === undefined ? launch : () => connectChromium(browser))
    this.runs = new Runs(link, this.places, this.workshop, (id, run) => void this.#tellRun(id, run))
    this.watching = new Watching(this.events, this.runs)
    this.surveys = new Surveys(this.libraries, this.browsers, this.workshop)
    this.freshness = new Freshness(this.libraries, this.places, this.workshop)
    this.strengths = new Strengths(link, this.libraries, this.places, this.workshop)
    this.plays = new Plays(this.libraries, this.browsers, this.workshop)
  }

  /** A stored library, read and understood; undefined when there is none of this id. @throws BadInput */
  open(id: string): Promise<Opened | undefined> {
    return this.libraries.open(id)
  }

  /** Removes a library from all lists: what runs of it is stopped, its folder is watched no more. @returns whether there was one */
  async remove(id: string): Promise<boolean> {
    const going = this.runs.going(id)
    if (going !== undefined) this.runs.stop(going)
    this.links.watch(id, undefined)
    this.watching.set(id, false)
    return setRemoved(this.link, id, new Date())
  }

  /** Tells every view of a library of a run, whoever has started it. */
  async #tellRun(id: string, run: NonNullable<LibraryEvent['run']>): Promise<void> {
    // One that cannot be opened has no views.
    const opened = await this.open(id).catch(() => undefined)
    if (!opened) return
    this.events.tell(id, { fingerprint: opened.record.fingerprint, components: [], ...this.links.problemOf(id), run })
  }

  /** Ends all that goes on: runs, plays, watchers, browsers, other processes. */
  async close(): Promise<void> {
    this.watching.close()
    await Promise.all([this.runs.close(), this.strengths.close(), this.plays.close(), this.links.close()])
    this.workshop.close()
    this.places.close()
    await this.browsers.close()
    await emptyShelves()
  }
}
