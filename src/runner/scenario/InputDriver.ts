import type { Acted, Input, Target } from '@/core/steps'
import type { Aim, AimAt } from '@/stage'
import { keyFor, readChord, type Key } from './keys'
import type { PlayPage } from '../clock'

/** Input that cannot be given: what was found instead. */
export class Refused extends Error {
  override name = 'Refused'
}

interface Point {
  x: number
  y: number
}

// Further than a click may tremble, in as many steps as a script needs to see a movement.
const DRAG_STEPS = 5
/** More stops than any component has: who is not reached by then is not reached at all. */
const MAX_TABS = 60

const TAB: Omit<Key, 'text'> = { key: 'Tab', code: 'Tab', windowsVirtualKeyCode: 9 }

/** @throws Refused */
function reached(aim: Aim): Point {
  if ('refused' in aim) throw new Refused(aim.refused)
  return aim
}

/** Gives a page pointer, touch and key input through the browser, as a person would. */
export class InputDriver {
  #at: Point | undefined

  constructor(readonly page: PlayPage) {}

  /** Gives input; what cannot be given is told, with what was found there. */
  async act(input: Input): Promise<Acted> {
    try {
      const note = await this.give(input)
      await this.page.rest()
      return note === undefined ? {} : { note }
    } catch (error) {
      if (error instanceof Refused) return { refused: error.message }
      throw error
    }
  }

  private async give(input: Input): Promise<string | undefined> {
    switch (input.kind) {
      case 'click':
        return this.click(await this.point(input.target), 1)
      case 'double-click': {
        const at = await this.point(input.target)
        await this.click(at, 1)
        return this.click(at, 2)
      }
      case 'tap':
        return this.tap(await this.point(input.target))
      case 'hover':
        return this.move(await this.point(input.target))
      case 'leave':
        return this.leave()
      case 'focus':
        return this.focus(input.target)
      case 'press':
        return this.press(input.keys)
      case 'type':
        return this.type(input.words)
      case 'drag':
        return this.drag(input)
      case 'scroll':
        return this.scroll(input.target, input.by)
    }
  }

  private async point(target: Target): Promise<Point> {
    return reached(await this.page.ask('aim', aimAt(target)))
  }

  private async mouse(type: string, { x, y }: Point, more: object = {}) {
    await this.page.input('Input.dispatchMouseEvent', { type, x, y, pointerType: 'mouse', ...more })
    this.#at = { x, y }
  }

  private async move(to: Point): Promise<undefined> {
    if (this.#at?.x === to.x && this.#at.y === to.y) return
    await this.mouse('mouseMoved', to)
    await this.page.rest()
  }

  private async click(at: Point, clickCount: number): Promise<undefined> {
    await this.move(at)
    const button = { button: 'left', clickCount }
    await this.mouse('mousePressed', at, { ...button, buttons: 1 })
    await this.mouse('mouseReleased', at, button)
  }

  private async tap(at: Point): Promise<undefined> {
    await this.page.input('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: [at] })
    await this.page.input('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] })
  }

  /** Points at the element of a state, and holds it pressed where that is asked. */
  async pointAtState(at: number, { part, isOwn }: { part: string; isOwn: boolean }, isPressed: boolean): Promise<void> {
    // Those of components in its slots are found by what their own world knows.
    const aim = isOwn ? this.page.ask('aim', { part, index: 1 }) : this.page.call('aimAtState', at)
    const point = reached(await aim)
    await this.move(point)
    if (isPressed) await this.mouse('mousePressed', point, { button: 'left', buttons: 1, clickCount: 1 })
    await this.page.rest()
  }

  /** Gives the focus to the element of a state, by Tab where that leads there. False where it does not take it. */
  async focusState(at: number): Promise<boolean> {
    const isThere = () => this.page.call('stateHasFocus', at)
    const passed: string[] = []
    for (let tabs = 0; tabs < MAX_TABS && !(await isThere()); tabs++) {
      await this.key(TAB)
      await this.page.rest()
      const { name } = await this.page.ask('active')
      if (name === 'nothing' && passed.length > 0) break
      passed.push(name)
    }
    const isFocused = (await isThere()) || (await this.page.call('stateHasFocus', at, true))
    await this.page.rest()
    return isFocused
  }

  private async leave(): Promise<undefined> {
    await this.move(await this.point({ kind: 'page' }))
  }

  private async drag({ from, to, by }: Extract<Input, { kind: 'drag' }>): Promise<undefined> {
    const start = await this.point(from)
    const end = to ? await this.point(to) : { x: start.x + by![0], y: start.y + by![1] }
    await this.move(start)
    await this.mouse('mousePressed', start, { button: 'left', buttons: 1, clickCount: 1 })
    for (let step = 1; step <= DRAG_STEPS; step++) {
      const share = step / DRAG_STEPS
      const at = { x: start.x + (end.x - start.x) * share, y: start.y + (end.y - start.y) * share }
      await this.mouse('mouseMoved', at, { button: 'left', buttons: 1 })
      await this.page.rest()
    }
    await this.mouse('mouseReleased', end, { button: 'left', clickCount: 1 })
  }

  private async scroll(target: Target, by: readonly [number, number] | undefined): Promise<undefined> {
    const at = await this.point(target)
    // Pointing at a part has brought it into sight.
    if (!by) return
    await this.move(at)
    await this.mouse('mouseWheel', at, { deltaX: by[0], deltaY: by[1] })
  }

  private async key({ text, ...key }: Key, modifiers = 0) {
    const type = text === undefined ? 'rawKeyDown' : 'keyDown'
    await this.page.input('Input.dispatchKeyEvent', { type, ...key, modifiers, ...(text !== undefined && { text }) })
    await this.page.input('Input.dispatchKeyEvent', { type: 'keyUp', ...key, modifiers })
  }

  private async press(keys: string): Promise<undefined> {
    const { modifiers, bits, key } = chordOf(keys)
    for (const { text: _, ...held } of modifiers)
      await this.page.input('Input.dispatchKeyEvent', { type: 'rawKeyDown', ...held, modifiers: bits })
    await this.key(key, bits)
    for (const { text: _, ...held } of modifiers.toReversed())
      await this.page.input('Input.dispatchKeyEvent', { type: 'keyUp', ...held, modifiers: 0 })
  }

  /** Types all the same where nothing takes text, as a person can: that nothing then happens may be what is to be shown. */
  private async type(words: string): Promise<string | undefined> {
    const { takesText, name } = await this.page.ask('active')
    if (takesText) await this.page.call('caretToEnd')
    for (const character of words) await this.key(keyFor(character))
    if (takesText) return undefined
    return `nothing that takes text has the focus: ${name === 'nothing' ? 'nothing has it' : `${name} has it`}`
  }

  /** Goes on by Tab until the part has the focus; gives it by script where Tab does not lead there, and says so. */
  private async focus(target: Target): Promise<string | undefined> {
    if (target.kind !== 'part') throw new Refused('only a part can have the focus')
    const at = aimAt(target)
    const isThere = async () => (await this.page.ask('active', at)).isPart
    if (await isThere()) return undefined
    const { name: first } = await this.page.ask('active')
    const passed: string[] = []
    for (let tabs = 0; tabs < MAX_TABS; tabs++) {
      await this.key(TAB)
      await this.page.rest()
      if (await isThere()) return undefined
      const { name } = await this.page.ask('active')
      // Round once, past the document's end: all that Tab reaches has been seen.
      if (passed.includes(name) && (name === first || passed.length > 1) && name !== 'nothing') break
      if (name === 'nothing' && passed.includes('nothing')) break
      passed.push(name)
    }
    if (await this.page.call('focus', at))
      return `Tab does not lead to ${target.name}: it was given the focus by script (Tab leads to ${passed.filter((each) => each !== 'nothing').join(', ') || 'nothing'})`
    const { name } = await this.page.ask('active')
    throw new Refused(`${target.name} cannot have the focus: neither Tab nor a script gives it; ${name} has it`)
  }
}

function chordOf(keys: string) {
  try {
    return readChord(keys)
  } catch (error) {
    throw new Refused((error as Error).message)
  }
}

const aimAt = (target: Target): AimAt =>
  target.kind === 'page'
    ? 'page'
    : target.kind === 'at'
      ? { x: target.x, y: target.y }
      : { part: target.part.part, index: target.part.index === 'all' ? 1 : target.part.index }
