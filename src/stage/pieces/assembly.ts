import type { StageNested, StagePiece } from '../protocol'

/** Where a component's nodes go. */
export interface Spot {
  insert(node: Node): void
  /** An element that is to hold nothing else, for those that want one to render into. */
  container?: HTMLElement
  /** The native slot that the nodes are meant for. */
  slot?: string
}

/** A component that stands in a case: the case's own, or one in a slot of it. */
export interface Instance {
  slug: string
  nested: StageNested
  /** The case's own component, which all others stand in. */
  isOwn: boolean
  /** Its first elements, where they are now: some components render later than they are put. */
  readonly roots: readonly Element[]
}

/** Gives what stands other props and slots, keeping elements (and the focus) that stay the same. */
export type Update = (next: StageNested) => void

/** Renders one kind of component. */
export type Maker = (nested: StageNested, spot: Spot, assembly: Assembly) => Update

/** What stands for a component of another kind where nothing else can hold it. */
export const FILL_TAG = 'brelt-fill'

/** A component that was put into a slot. */
export interface Removable {
  readonly roots: readonly Element[]
  update: Update
  remove(): void
}

/** Whether what stands in a slot becomes another by its props and slots alone. */
export const isSameKind = (before: StageNested, after: StageNested): boolean =>
  before.slug === after.slug &&
  [before, after].every(({ changes, forced }) => changes.length === 0 && forced.length === 0)

/** Marks where a component stands in what the library wraps around it. */
export const WRAPPED = 'data-wrapped'

/** What a case is put together with. */
export interface Surroundings {
  document: Document
  makers: ReadonlyMap<string, Maker>
  pieces: Readonly<Record<string, StagePiece>>
  context: Readonly<Record<string, string>>
  /** Called for a nested component once it has come to rest: brings its axes about. */
  onNested(instance: Instance): void
  /** Called when a component calls a handler that it was given instead of sending an event. */
  onCalled(slug: string, event: string, given: unknown): void
}

let lastId = 0

/** Puts a case together: the component, those in its slots, and those in theirs. */
export class Assembly {
  readonly instances: Instance[] = []
  readonly cleanups: (() => void)[] = []
  #isReached = false

  constructor(private readonly around: Surroundings) {}

  get document(): Document {
    return this.around.document
  }

  get pieces(): Surroundings['pieces'] {
    return this.around.pieces
  }

  get context(): Surroundings['context'] {
    return this.around.context
  }

  onCalled(slug: string, event: string, given: unknown): void {
    this.around.onCalled(slug, event, given)
  }

  /** An id that no other instance in any case has. */
  newId(): string {
    return `c${++lastId}`
  }

  put(nested: StageNested, spot: Spot): Update {
    const maker = this.around.makers.get(nested.slug)
    if (!maker) throw new Error(`the component "${nested.slug}" is not on this stage`)
    return maker(nested, spot, this)
  }

  /** Puts a component in; gives back how to change it and how to take it away again. */
  putRemovable(nested: StageNested, spot: Spot): Removable {
    const cleanups = this.cleanups.length
    const update = this.put(nested, spot)
    // What a component holds stands before it: the last one is the one just put.
    const instance = this.instances.at(-1)!
    const own = this.cleanups.slice(cleanups)
    return {
      get roots() {
        return instance.roots
      },
      update,
      remove: () => {
        const { roots } = instance
        for (const cleanup of own.toReversed()) {
          cleanup()
          this.cleanups.splice(this.cleanups.indexOf(cleanup), 1)
        }
        for (const root of roots) root.remove()
      },
    }
  }

  /** Called by makers for what they have put; inner ones before what holds them. `roots` are asked anew each time where they may change. */
  placed(nested: StageNested, roots: readonly Element[] | (() => readonly Element[]), isNested = true): void {
    const now = typeof roots === 'function' ? roots : () => roots
    const instance: Instance = {
      slug: nested.slug,
      nested,
      isOwn: !isNested,
      get roots() {
        return now()
      },
    }
    this.instances.push(instance)
    // What comes into a slot later is brought about then.
    if (isNested && this.#isReached) this.around.onNested(instance)
  }

  /** Brings the axes of nested components about, now that they stand. */
  reachNested(): void {
    this.#isReached = true
    for (const instance of this.instances) if (!instance.isOwn) this.around.onNested(instance)
  }

  /** An element that takes no room, for a component that needs one around it. */
  makeFill(spot: Spot): HTMLElement {
    const fill = this.document.createElement(FILL_TAG)
    fill.style.display = 'contents'
    if (spot.slot !== undefined) fill.slot = spot.slot
    spot.insert(fill)
    return fill
  }
}
