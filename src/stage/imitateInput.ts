import { flatParent, type StandingCase } from './findPart'

const POINTER = { pointerId: 1, pointerType: 'mouse', isPrimary: true }

/**
 * Tells a component of input that its forced states stand for, where none can be given: code that marks what is hovered by itself
 * does so then. The runner gives real input instead.
 */
export function imitateInput({ pointed, isPressed, focused, frame }: StandingCase): void {
  if (pointed) {
    const box = pointed.getBoundingClientRect()
    const at = { clientX: box.left + box.width / 2, clientY: box.top + box.height / 2 }
    tell(pointed, 'over', at)
    for (const element of chainOf(pointed, frame).toReversed()) tell(element, 'enter', at, false)
    tell(pointed, 'move', at)
    if (isPressed) tell(pointed, 'down', { ...at, buttons: 1 })
  }
  if (focused) {
    focused.dispatchEvent(new FocusEvent('focus', { composed: true }))
    focused.dispatchEvent(new FocusEvent('focusin', { composed: true, bubbles: true }))
  }
}

function tell(element: Element, kind: 'over' | 'enter' | 'move' | 'down', at: MouseEventInit, bubbles = true) {
  const init = { ...at, bubbles, composed: bubbles, cancelable: true }
  element.dispatchEvent(new PointerEvent(`pointer${kind}`, { ...POINTER, ...init }))
  element.dispatchEvent(new MouseEvent(`mouse${kind}`, init))
}

function chainOf(element: Element, frame: Element): Element[] {
  const chain: Element[] = []
  for (let link: Element | null = element; link && link !== frame; link = flatParent(link)) chain.push(link)
  return chain
}
