import type { StepFile } from '@/core/steps'
import { flatParent, type MountedCase } from '../findPart'
import { deepestAt } from '../hit'
import { nearestPart, printMatch } from '../play'
import type { StageComponent } from '../protocol'
import { chordOf, isModifier, typedInto } from './keys'
import { keepFocus } from './keepFocus'

type Place = string | { at: [number, number] }

/** Where captured input goes. */
export interface Captor {
  component: StageComponent
  mounted: MountedCase
  onInput(input: StepFile): void
  /** The last input turned out to be another, or none. */
  onAmend(input: StepFile | undefined): void
  onNote(text: string): void
  /** Time stands still while a button is down: a press takes none. */
  onPress(isDown: boolean): void
}

// A hand trembles: what moves less has not been dragged.
const DRAG_PX = 4

/** Notes what a person does in the page, as steps. Must run before any code of the component; `captor` is asked each time. */
export function captureInput(view: View, captor: () => Captor | undefined): void {
  const focus = keepFocus(view)
  const hand = new Hand()
  const on: On = (type, handle) =>
    view.addEventListener(
      type,
      (event) => {
        const current = captor()
        if (!current || !event.isTrusted) return
        const [target] = event.composedPath()
        handle(event, current, target instanceof view.Element ? target : undefined)
      },
      { capture: true, passive: true },
    )
  captureHover(on, hand)
  capturePresses(on, hand)
  captureKeys(on, hand, view.document, focus)
  noteWhatNoStepSays(on, hand, view)
  on('wheel', (event, to, element) => {
    if (!element || !isOfComponent(to.mounted, element)) return
    const by = [Math.round(event.deltaX), Math.round(event.deltaY)]
    to.onInput({ scroll: { on: placeAt(to, element, event), by } } as StepFile)
  })
}

type View = Window & typeof globalThis

/** Listens to input of a person while somebody captures it. */
type On = <K extends keyof WindowEventMap>(
  type: K,
  handle: (event: WindowEventMap[K], captor: Captor, element: Element | undefined) => void,
) => void

/** What the person's pointer and keys did last. */
class Hand {
  pressed: { x: number; y: number; from: Place } | undefined
  /** When a key or a button last went down, in ms of the page's time. */
  lastPress = -Infinity
  private last: { x: number; y: number } | undefined

  /** Whether a pointer has moved: what moves under one that rests tells of that, too. */
  hasMoved({ clientX: x, clientY: y }: MouseEvent): boolean {
    const isSame = this.last?.x === x && this.last.y === y
    this.last = { x, y }
    return !isSame
  }
}

function captureHover(on: On, hand: Hand) {
  let hovered: string | undefined
  on('pointerover', (event, to, element) => {
    if (event.pointerType === 'touch' || !hand.hasMoved(event) || event.buttons > 0 || !element) return
    const isOver = isOfComponent(to.mounted, element) || nearestPart(to.component, to.mounted, element) !== undefined
    const place = isOver ? placeAt(to, element, event) : undefined
    const name = place === undefined ? undefined : typeof place === 'string' ? place : 'elsewhere'
    if (name === hovered) return
    if (place !== undefined) to.onInput({ hover: place } as StepFile)
    else to.onInput({ leave: hovered === undefined || hovered === 'elsewhere' ? 'root' : hovered })
    hovered = name
  })
  on('pointerout', (event, to) => {
    if (event.pointerType === 'touch' || event.relatedTarget !== null || hovered === undefined) return
    to.onInput({ leave: hovered === 'elsewhere' ? 'root' : hovered })
    hovered = undefined
  })
}

function capturePresses(on: On, hand: Hand) {
  on('pointerdown', (event, to, element) => {
    hand.lastPress = event.timeStamp
    hand.hasMoved(event)
    if (!event.isPrimary || !element) return
    if (event.button !== 0) return to.onNote('it was pressed with another button than the first, which no step can say')
    const from = pressPlace(to, element, event)
    hand.pressed = { x: event.clientX, y: event.clientY, from }
    to.onInput({ [event.pointerType === 'touch' ? 'tap' : 'click']: from } as StepFile)
    to.onPress(true)
  })
  on('pointerup', (event, to) => {
    hand.hasMoved(event)
    if (!hand.pressed || !event.isPrimary) return
    const { x, y, from } = hand.pressed
    hand.pressed = undefined
    to.onPress(false)
    const by: [number, number] = [Math.round(event.clientX - x), Math.round(event.clientY - y)]
    if (event.pointerType !== 'touch' && Math.hypot(...by) >= DRAG_PX)
      to.onAmend({ drag: { from: from === 'page' ? { at: [0, 0] } : from, by } } as StepFile)
  })
  on('pointercancel', (_, to) => {
    if (!hand.pressed) return
    hand.pressed = undefined
    to.onPress(false)
    to.onAmend(undefined)
  })
  on('dblclick', (event, to, element) => {
    if (element) to.onInput({ 'double-click': pressPlace(to, element, event) } as StepFile)
  })
}

function captureKeys(on: On, hand: Hand, document: Document, focus: ReturnType<typeof keepFocus>) {
  on('keydown', (event, to) => {
    hand.lastPress = event.timeStamp
    if (isModifier(event.key) || event.isComposing) return
    const typed = typedInto(document, event)
    to.onInput(typed === undefined ? { press: chordOf(event) } : { type: typed })
  })
  on('focusin', (event, to, element) => {
    // The focus came in by Tab from outside: its key was pressed there.
    if (!focus.hasJustCome() || event.timeStamp - hand.lastPress < 300 || hand.pressed || !element) return
    const match = nearestPart(to.component, to.mounted, element)
    if (match) to.onInput({ focus: printMatch(match) })
  })
}

function noteWhatNoStepSays(on: On, hand: Hand, view: View) {
  on('input', (event, to) => {
    const { inputType } = event as InputEvent
    if (/^insertFrom|^insertReplacement/.test(inputType ?? ''))
      to.onNote('text that is pasted or dropped is no step: type it')
  })
  on('change', (event, to, element) => {
    if (element instanceof view.HTMLSelectElement && event.timeStamp - hand.lastPress > 20)
      to.onNote('a choice in the browser’s own list is no step: choose with the arrow keys')
  })
}

/** Whether an element stands in the case, not around it. */
function isOfComponent({ frame }: MountedCase, element: Element): boolean {
  for (let link: Element | null = element; link; link = flatParent(link)) if (link.parentElement === frame) return true
  return false
}

/** A place that can be pressed again: of what is disabled, or answers by where it is pressed, the point itself. */
function pressPlace(to: Captor, element: Element, event: MouseEvent): Place {
  const match = nearestPart(to.component, to.mounted, element)
  if (!match && !isOfComponent(to.mounted, element)) return 'page'
  const isExact = element.matches('input[type="range"]')
  return isExact ? point(to.mounted, event) : placeAt(to, element, event)
}

function placeAt({ component, mounted }: Captor, element: Element, event: MouseEvent): Place {
  const match = nearestPart(component, mounted, element)
  if (match) return printMatch(match)
  // The root is named where its middle is its own: elsewhere something else would be met.
  const root = mounted.frame.firstElementChild
  if (root && isOfComponent(mounted, element)) {
    const { left, top, width, height } = root.getBoundingClientRect()
    const middle = deepestAt(left + width / 2, top + height / 2)
    if (middle && isOfComponent(mounted, middle) && !nearestPart(component, mounted, middle)) return 'root'
  }
  return point(mounted, event)
}

function point({ host }: MountedCase, { clientX, clientY }: MouseEvent): Place {
  const { left, top } = host.getBoundingClientRect()
  return { at: [Math.round(clientX - left), Math.round(clientY - top)] }
}
