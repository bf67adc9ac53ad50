import type { Send } from './send'

type Method = Parameters<Send>[0]

const OUTSIDE = { type: 'mouseMoved', x: -1, y: -1, pointerType: 'mouse' }

/**
 * Knows where the pointer of a page was left. A browser that keeps a frame from one document to the next keeps the pointer too:
 * what then lies there would be hovered before anybody has pointed at it.
 */
export class PointerTrace {
  #at: { x: number; y: number } | undefined
  #isPressed = false

  note(method: Method, params: object): void {
    if (method !== 'Input.dispatchMouseEvent') return
    const { type, x, y } = params as { type: string; x: number; y: number }
    if (type === 'mousePressed') this.#isPressed = true
    if (type === 'mouseReleased') this.#isPressed = false
    this.#at = { x, y }
  }

  /** The events that leave nothing pressed and nothing pointed at. */
  leaving(): object[] {
    if (!this.#at) return []
    const release = { ...this.#at, type: 'mouseReleased', button: 'left', clickCount: 1, pointerType: 'mouse' }
    const events = this.#isPressed ? [release, OUTSIDE] : [OUTSIDE]
    this.#at = undefined
    this.#isPressed = false
    return events
  }
}
