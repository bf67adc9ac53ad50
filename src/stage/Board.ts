import { pickAt } from './anatomy'
import { compareTwins, EMPTY_INVENTORY, takeInventory, type Inventory } from './inventory'
import { FRAME_TAG } from './documentStyles'
import { extent, pageExtent } from './extent'
import type { BoardCell, FromBoard, ToBoard } from './boardProtocol'
import { CLEAR, groundUnder, mediaOf, onlyStylesDiffer, withGround, type Opening } from './boardStyles'
import { anatomyOf } from './proposeParts'
import { shadowsIn, type MountedCase } from './findPart'
import { forceByAttribute } from './forceByAttribute'
import type { Forced } from './forceStates'
import type { Pace } from './Pace'
import { imitateInput } from './imitateInput'
import { hasCode, type StageCase } from './protocol'
import { decideMedia, rewriteStates } from './rewriteStates'
import { Stage } from './Stage'
import type { SideEffectWatch } from './sideEffects'
import { findTurned } from './turned'

/** Room around a case's first element, for rings and shadows, in px. */
const MARGIN_PX = 14
// Cells this many screens away are made ready; those twice as far are taken away.
const SCREENS_AHEAD = 0.6
// Mounting goes on for this long, then lets the browser draw a frame.
const SLICE_MS = 6

interface Shown {
  box: HTMLElement
  mounted: MountedCase
}

/** A board of live cases in the reader's own browser. Only what is near the reader's sight is mounted. */
export class Board {
  #stage?: Stage
  #contexts: Opening['contexts'] = []
  #contextSheets: CSSStyleSheet[] = []
  #cells: BoardCell[] = []
  #cell = { width: 0, height: 0 }
  #zoom = 1
  #width = 960
  #sight = { top: 0, bottom: 0 }
  #shown = new Map<string, Shown>()
  #isWorking = false
  #laidOut = ''
  #opened?: Omit<Opening, 'type'>

  constructor(
    readonly pace: Pace,
    readonly watch: SideEffectWatch,
    readonly tell: (message: FromBoard) => void,
    private readonly replaced: () => string[],
  ) {}

  async receive(message: ToBoard): Promise<void> {
    switch (message.type) {
      case 'open':
        return this.open(message)
      case 'layout':
        return this.layOut(message)
      case 'sight':
        this.#sight = { top: message.top, bottom: message.bottom }
        return this.render()
      case 'look':
        return this.look(message.at)
      case 'count':
        return this.tell({ type: 'inventory', inventory: await this.count(message.cases) })
      case 'ping':
        return this.tell({ type: 'pong', replaced: this.replaced() })
    }
  }

  /** Opens a component, or the same one changed. Where only its styles have changed, what is shown stays and takes them. */
  private async open(opening: Opening) {
    const { component, contexts, sample, width } = opening
    const isRestyled = this.#opened !== undefined && onlyStylesDiffer(this.#opened, opening)
    this.#opened = opening
    const [own] = contexts
    this.#contexts = contexts
    this.#width = width
    if (isRestyled) this.#stage!.restyle(component)
    else {
      this.#laidOut = ''
      this.#cells = []
      for (const key of [...this.#shown.keys()]) this.remove(key)
      this.#stage?.close()
      this.#stage = await Stage.open(component, this.pace)
      this.#stage.container.style.position = 'relative'
    }
    const stage = this.#stage!
    stage.setContext(own!)
    const media = mediaOf(this.#opened)
    for (const sheet of [...stage.sheets, ...document.adoptedStyleSheets]) {
      rewriteStates(sheet)
      decideMedia(sheet, ...media)
    }
    document.adoptedStyleSheets = withGround(document.adoptedStyleSheets, opening)
    this.#contextSheets = contexts.map(({ properties }) => {
      const sheet = new CSSStyleSheet()
      sheet.replaceSync(`${FRAME_TAG} { ${properties.map(([name, value]) => `${name}: ${value};`).join(' ')} }`)
      return sheet
    })
    await document.fonts.ready
    const size = component.isolated ? { width: 0, height: 0 } : await this.measure(sample)
    if (isRestyled) {
      if (this.#shown.size > 0) this.place([...this.#shown.values()])
      this.tell({ type: 'opened', ...size, kept: true })
      return this.tell({ type: 'rendered', mounted: this.#shown.size, milliseconds: 0, failures: [] })
    }
    const sideEffect = component.isolated ? undefined : (this.watch.found() ?? stage.escape([]))
    this.tell({ type: 'opened', ...size, ...(sideEffect !== undefined && { sideEffect }) })
  }

  /** Tells where the parts of the first case stand, or what lies under a point. */
  private look(at: [number, number] | undefined) {
    const [shown] = this.#shown.values()
    if (!shown || !this.#stage) return
    const { component } = this.#stage
    const { mounted } = shown
    if (!at) return this.tell({ type: 'anatomy', ...anatomyOf(component, mounted) })
    const picked = pickAt(component, mounted, ...at)
    this.tell({ type: 'picked', ...(picked && { picked }) })
  }

  /** Mounts cases out of sight, and counts what stands in them. */
  private async count(cases: readonly StageCase[]): Promise<Inventory> {
    const stage = this.#stage
    if (!stage || stage.component.isolated) return EMPTY_INVENTORY
    const box = this.makeBox()
    box.style.visibility = 'hidden'
    const mount = (stageCase: StageCase) => stage.mountOne(stageCase, 0, box)
    const mounted = cases.map(mount)
    await stage.bringAbout(mounted, new Map())
    let inventory = findTurned(takeInventory(mounted), stage.component, mounted)
    if (cases[0] && mounted[0]) {
      const twin = mount(cases[0])
      await stage.bringAbout([twin], new Map())
      inventory = compareTwins(inventory, mounted[0], twin)
      mounted.push(twin)
    }
    for (const each of mounted) stage.unmount(each)
    box.remove()
    return inventory
  }

  /** The size that holds every case of a sample, with room for rings around it. */
  private async measure(sample: readonly StageCase[]): Promise<{ width: number; height: number }> {
    const box = this.makeBox()
    Object.assign(box.style, { width: `${this.#width}px`, height: '10000px' })
    const mounted = sample.map((stageCase, index) => this.#stage!.mountOne(stageCase, index, box))
    await this.#stage!.bringAbout(mounted, new Map())
    const rects = mounted.map(({ frame }) => extent(frame))
    this.#stage!.escape(mounted)
    for (const each of mounted) this.#stage!.unmount(each)
    box.remove()
    return {
      width: Math.ceil(Math.max(16, ...rects.map(({ width }) => width))) + 2 * MARGIN_PX,
      height: Math.ceil(Math.max(16, ...rects.map(({ height }) => height))) + 2 * MARGIN_PX,
    }
  }

  private layOut({ cells, cell, zoom }: Extract<ToBoard, { type: 'layout' }>) {
    // After a change of styles the same cells come again: what is shown stays as it is.
    const laidOut = JSON.stringify([cells, cell, zoom])
    if (laidOut === this.#laidOut) return this.render()
    this.#laidOut = laidOut
    for (const key of [...this.#shown.keys()]) this.remove(key)
    this.#cells = cells
    this.#cell = cell
    this.#zoom = zoom
    return this.render()
  }

  private remove(key: string) {
    const shown = this.#shown.get(key)
    if (!shown) return
    this.#stage!.unmount(shown.mounted)
    shown.box.remove()
    this.#shown.delete(key)
  }

  private isNear({ y }: BoardCell, screens: number): boolean {
    const { top, bottom } = this.#sight
    const far = (bottom - top) * screens
    return y + this.#cell.height * this.#zoom > top - far && y < bottom + far
  }

  /** Brings what is near into the document, a slice a frame, what is in sight first. */
  private async render() {
    if (this.#isWorking || !this.#stage) return
    this.#isWorking = true
    const start = performance.now()
    let added = 0
    try {
      for (const { stageCase } of this.#cells.filter(
        (cell) => this.#shown.has(cell.stageCase.key) && !this.isNear(cell, SCREENS_AHEAD * 2),
      ))
        this.remove(stageCase.key)
      for (let wanted = this.missing(); wanted.length > 0; wanted = this.missing()) {
        const end = performance.now() + SLICE_MS
        const slice: Shown[] = []
        for (const cell of wanted) {
          slice.push(this.add(cell))
          if (performance.now() > end) break
        }
        await this.bringAbout(slice)
        this.place(slice)
        added += slice.length
        await new Promise<void>((done) => this.pace.pristine.setTimeout(done, 0))
      }
    } finally {
      this.#isWorking = false
    }
    const failures = [...this.#shown.values()].flatMap(({ mounted: { key, failure } }): [string, string][] =>
      failure === undefined ? [] : [[key, failure]],
    )
    if (added > 0)
      this.tell({ type: 'rendered', mounted: this.#shown.size, milliseconds: performance.now() - start, failures })
  }

  private missing(): BoardCell[] {
    const absent = this.#cells.filter((cell) => !this.#shown.has(cell.stageCase.key))
    const inSight = absent.filter((cell) => this.isNear(cell, 0))
    return inSight.length > 0 ? inSight : absent.filter((cell) => this.isNear(cell, SCREENS_AHEAD))
  }

  private makeBox(): HTMLElement {
    const box = document.createElement('div')
    // The case is laid out as wide as in a run, and cut down to its first element.
    box.style.cssText = `position:absolute;overflow:clip;contain:strict;width:${this.#cell.width}px;height:${this.#cell.height}px`
    this.#stage!.container.append(box)
    return box
  }

  private add({ stageCase, context, x, y }: BoardCell): Shown {
    const stage = this.#stage!
    const box = this.makeBox()
    Object.assign(box.style, { left: `${x}px`, top: `${y}px`, transformOrigin: '0 0', scale: String(this.#zoom) })
    const mounted = stage.mountOne(stageCase, this.#shown.size, box, this.#contexts[context]!.values)
    if (context > 0 && mounted.scope instanceof ShadowRoot)
      mounted.scope.adoptedStyleSheets = [...mounted.scope.adoptedStyleSheets, this.#contextSheets[context]!]
    const { ground } = this.#opened!
    if (ground !== undefined) mounted.frame.style.setProperty('background', ground, 'important')
    Object.assign(mounted.host.style, { position: 'absolute', width: `${this.#width}px`, contain: 'layout' })
    const shown = { box, mounted }
    this.#shown.set(stageCase.key, shown)
    return shown
  }

  /** Lets new cases come to rest and brings their states about; only then is it known how large they are. */
  private async bringAbout(slice: readonly Shown[]) {
    const stage = this.#stage!
    const forced: Forced = new Map()
    const mounted = slice.map((shown) => shown.mounted)
    // What a pointer finds is asked where they are to stand: elsewhere their cells may cut them off.
    await stage.bringAbout(mounted, forced, { onStanding: () => this.place(slice) })
    const made = hasCode(stage.component) ? [document, ...mounted.flatMap(({ frame }) => [...shadowsIn(frame)])] : []
    forceByAttribute(forced, made, ...mediaOf(this.#opened!))
    if (hasCode(stage.component)) {
      mounted.forEach(imitateInput)
      await stage.comeToRest()
    }
    const sideEffect = stage.component.isolated ? undefined : (this.watch.found() ?? stage.escape(mounted))
    if (sideEffect !== undefined) this.tell({ type: 'sideEffect', reason: sideEffect })
  }

  /** Moves new cases so that their first element stands in the middle of its cell: all are measured before any moves. */
  private place(slice: readonly Shown[]) {
    if (this.#stage!.component.isolated) return this.tellRoot(slice[0])
    const measured = slice.map(({ box, mounted }) => ({
      mounted,
      box,
      rect: extent(mounted.frame),
      home: mounted.host.getBoundingClientRect(),
      ground: getComputedStyle(mounted.frame).backgroundColor,
    }))
    for (const { mounted, box, rect, home, ground } of measured) {
      const [width, height] = [rect.width / this.#zoom, rect.height / this.#zoom]
      const left = (this.#cell.width - width) / 2 - (rect.left - home.left) / this.#zoom
      const top = (this.#cell.height - height) / 2 - (rect.top - home.top) / this.#zoom
      Object.assign(mounted.host.style, { left: `${left}px`, top: `${top}px` })
      // A page without a ground of its own has the browser's.
      box.style.background = ground === CLEAR ? 'Canvas' : ground
    }
  }

  private tellRoot(shown: Shown | undefined) {
    if (!shown) return
    Object.assign(shown.box.style, {
      position: 'static',
      width: 'auto',
      height: 'auto',
      contain: 'none',
      overflow: 'visible',
      scale: '',
    })
    Object.assign(shown.mounted.host.style, { position: 'relative', width: 'auto', contain: 'none' })
    const { left, top, width, height } = pageExtent(shown.mounted.frame)
    this.tell({ type: 'root', left, top, width, height, ground: groundUnder(shown.mounted.frame) })
  }
}
