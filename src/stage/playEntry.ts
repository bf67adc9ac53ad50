import { EMPTY_INVENTORY } from './inventory'
import { isBetween, runningAnimations } from './animations'
import { watchDeeds, type Deeds } from './breaking'
import { CLOCKS, watchUncontrolled, type StageClock } from './clock'
import { findParts, shadowsIn, type MountedCase } from './findPart'
import type { StageComponent } from './protocol'
import {
  activeElement,
  aimAtElement,
  EventLog,
  type AimAt,
  type PlayStage,
  type PlayWindow,
  type Pending,
} from './play'
import { expose } from './expose'
import { collectForced, setStates, targetsOf, type Forced, type Target } from './forceStates'
import { takesFocus } from './focusTarget'
import { attempt } from './mount'
import { sayProperties } from './sayProperties'
import { keepPristine, muteDialogs } from './pristine'
import { driven } from './Pace'
import { Stage } from './Stage'
import { traceOf } from './traceOf'
import { watchChanges } from './watchChanges'
import { isInside } from './hit'

const view = window as unknown as PlayWindow
const pristine = keepPristine(view)
const notes = new Set<string>()
view.addEventListener('error', (event) => notes.add(`threw: ${event.message}`))
view.addEventListener('unhandledrejection', (event) => notes.add(`threw: ${String(event.reason)}`))
// No code of the component's is to find it.
const held = view.breltComponent
delete view.breltComponent
muteDialogs(view, (name) => notes.add(`it asked for a dialog of the browser (${name}), which nobody answers here`))
const uncontrolled = watchUncontrolled(view)
// React delays what suspended rendering has brought by a timer of its own: that is no time of the component's.
Object.assign(view, { breltReactTimeout: (work: () => void) => pristine.setTimeout(work, 0) })

let stage: Stage | undefined
let clock: StageClock | undefined
let log: EventLog | undefined
let deeds: Deeds | undefined
let targets: Target[] = []
const changes = watchChanges(roots)

function opened(): { stage: Stage; component: StageComponent; mounted: MountedCase; clock: StageClock; log: EventLog } {
  const [mounted] = stage?.cases ?? []
  if (!stage || !clock || !log || !mounted) throw new Error('no case is mounted')
  return { stage, component: stage.component, mounted, clock, log }
}

function* roots(): Generator<Document | ShadowRoot> {
  yield document
  for (const { frame } of stage?.cases ?? []) yield* shadowsIn(frame)
}

function elementAt(at: AimAt): Element | undefined {
  const { component, mounted } = opened()
  return typeof at === 'object' && 'part' in at ? findParts(component, mounted, at.part)[at.index - 1] : undefined
}

function pending(): Pending {
  const { isMoving, wantsFrame = false } = opened().clock.activity()
  return {
    changes: changes(),
    // Frames that are asked for while an animation runs are not told apart: they come with its own.
    wantsFrame: wantsFrame && isMoving,
    isBetween: runningAnimations(roots()).some(isBetween),
    frames: opened().clock.frames,
  }
}

/** Does what is not the component's doing. */
const asStage = (work: () => void) => (deeds ? deeds.asStage(work) : work())

const failureOf = ({ failure }: MountedCase) => (failure === undefined ? {} : { failure })

/** Puts the caret behind all that an element holds. */
function endSelectionIn(element: HTMLElement) {
  getSelection()?.selectAllChildren(element)
  getSelection()?.collapseToEnd()
}

expose(view, 'breltStage', {
  open: async (context, kind, events) => {
    if (!held) throw new Error('the page holds no component')
    clock = new CLOCKS[kind](view, roots)
    log = new EventLog(
      document,
      events,
      () => clock!.now,
      (name) => deeds?.isUnsent(name) ?? false,
    )
    // Otherwise the browser's own functions stay as they are.
    deeds = held.broken && watchDeeds(view, held.broken)
    stage = await Stage.open(held, driven(pristine))
    // A font that is first asked for in the middle of a scenario would change sizes then, and take time to load.
    await Promise.all([...document.fonts].map((font) => font.load().catch(() => undefined)))
    stage.onEvent = (name, detail) => log!.note(name, detail)
    stage.setContext(context)
  },
  mount: (stageCase) => {
    stage!.mountLive(stageCase)
    clock!.start()
    log!.start()
    deeds?.start()
    return { ...failureOf(opened().mounted), ...pending() }
  },
  reach: () => {
    const { mounted, stage: opening } = opened()
    opening.fitFlow()
    attempt(mounted, mounted.reach)
    attempt(mounted, () => (targets = targetsOf(opening.component, mounted)))
    return { ...failureOf(mounted), ...pending(), states: targets.length }
  },
  states: () => {
    // What a state's step has rendered anew is another element.
    targets = targetsOf(opened().component, opened().mounted)
    return targets.map(({ part, pseudo, isOwn }) => ({ part, pseudo, isOwn }))
  },
  aimAtState: (at) => aimAtElement(opened().component, opened().mounted, targets[at]!.element, targets[at]!.part),
  stateHasFocus: (at, give = false) => {
    const { element } = targets[at]!
    const isGiven =
      takesFocus(element) || (element instanceof HTMLElement && element.shadowRoot?.delegatesFocus === true)
    if (give && isGiven) asStage(() => (element as HTMLElement).focus())
    return isInside(activeElement(), element)
  },
  forceState: (at) => {
    const { stage: opening, component, mounted } = opened()
    const forced: Forced = new Map()
    setStates([targets[at]!])
    collectForced(component, mounted, forced, [targets[at]!])
    return opening.references(forced)
  },
  changes: () => changes(),
  pending,
  traceOf: () => traceOf(opened().mounted.frame),
  setContext: (context) => opened().stage.setContext(context),
  activity: () => opened().clock.activity(),
  lag: () => ({ lag: clock?.lag ?? 0, frames: clock?.frames ?? 0 }),
  goTo: async (to) => {
    const { clock } = opened()
    const { ahead } = clock
    await clock.goTo(to)
    return { now: clock.now, ahead }
  },
  hold: async () => opened().clock.hold(),
  focus: (at) => {
    const element = elementAt(at)
    if (element instanceof HTMLElement || element instanceof SVGElement) asStage(() => element.focus())
    return element !== undefined && activeElement() === element
  },
  caretToEnd: () => {
    const active = activeElement()
    if (active instanceof HTMLTextAreaElement || (active instanceof HTMLInputElement && active.selectionStart !== null))
      active.setSelectionRange(active.value.length, active.value.length)
    else if (active instanceof HTMLElement && active.isContentEditable) endSelectionIn(active)
  },
  update: (props, slots) => opened().mounted.update?.(props, slots),
  said: (asked) => sayProperties(opened().stage, asked),
  inventory: () => opened().stage.count(EMPTY_INVENTORY),
  events: () => opened().log.records(),
  deeds: () => ({
    done: deeds?.done() ?? [],
    trace: JSON.stringify([traceOf(opened().mounted.frame), opened().log.records(), activeElement()?.outerHTML.length]),
  }),
  notes: () => [...notes, ...uncontrolled(), ...(clock?.notes() ?? [])],
} satisfies PlayStage)
