/** How things of one kind are started, tried and ended. */
interface Kind<T> {
  start(name: string): Promise<T>
  /** Makes one ready for whoever comes next. @returns whether nothing of who had it is left in it */
  clear(thing: T): Promise<boolean>
  isAlive(thing: T): Promise<boolean>
  end(thing: T): Promise<void>
}

/** What was there when a thing was started. */
interface Birth {
  name: string
  machine: Promise<string | undefined>
  at: number
  uses: number
}

// What nobody has asked for this long is ended.
const IDLE_MS = 60_000
// What has served this long or this often may have grown, and a page's clock lags behind the day's.
const LONGEST_MS = 600_000
const MOST_USES = 30

/** Names the machine as things see it when they start: its fonts, the browser's build. */
let machine: (() => Promise<string | undefined>) | undefined
const shelves = new Set<Shelf<object>>()

/**
 * Things that take long to start and that many need one after another. Nothing is kept before `openShelves`: a process that does one
 * thing and ends has no use for it.
 */
export class Shelf<T extends object> {
  #births = new WeakMap<T, Birth>()
  #kept: { thing: T; timer: NodeJS.Timeout }[] = []

  /** @param most how many are kept at a time */
  constructor(
    private readonly kind: Kind<T>,
    private readonly most: number,
  ) {
    shelves.add(this as Shelf<object>)
  }

  /** One that was kept, started with the same name on a machine that has not changed since; else a new one. @throws what `start` throws */
  async take(name = ''): Promise<T> {
    if (this.#kept.length > 0) {
      const now = await machine?.()
      for (let at = this.#indexOf(name); at >= 0; at = this.#indexOf(name)) {
        const [{ thing, timer }] = this.#kept.splice(at, 1) as [{ thing: T; timer: NodeJS.Timeout }]
        clearTimeout(timer)
        const then = await this.#births.get(thing)!.machine
        if (now !== undefined && now === then && (await this.kind.isAlive(thing))) return thing
        await this.kind.end(thing)
      }
    }
    const asked = machine?.()
    const thing = await this.kind.start(name)
    if (asked) this.#births.set(thing, { name, machine: asked, at: Date.now(), uses: 0 })
    return thing
  }

  #indexOf = (name: string) => this.#kept.findIndex(({ thing }) => this.#births.get(thing)!.name === name)

  /** Takes back what it has handed out, where that is worth keeping. @returns whether it was taken; if not, whoever has it ends it */
  async give(thing: T): Promise<boolean> {
    const birth = this.#births.get(thing)
    if (!birth || ++birth.uses >= MOST_USES || Date.now() - birth.at > LONGEST_MS) return false
    if (!(await this.kind.clear(thing)) || !machine || this.#kept.length >= this.most) return false
    const timer = setTimeout(() => void this.#drop(thing), IDLE_MS)
    timer.unref()
    this.#kept.push({ thing, timer })
    return true
  }

  async #drop(thing: T): Promise<void> {
    const at = this.#kept.findIndex((each) => each.thing === thing)
    if (at < 0) return
    clearTimeout(this.#kept[at]!.timer)
    this.#kept.splice(at, 1)
    await this.kind.end(thing)
  }

  /** Ends all that it keeps. */
  async close(): Promise<void> {
    await Promise.all([...this.#kept].map(({ thing }) => this.#drop(thing)))
  }
}

/** From now on all shelves of this process keep what they are given. @param name names the machine; undefined where that cannot be known */
export function openShelves(name: () => Promise<string | undefined>): void {
  machine = name
}

/** Ends all that is kept. */
export async function emptyShelves(): Promise<void> {
  await Promise.all([...shelves].map((each) => each.close()))
}
