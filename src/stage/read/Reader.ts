import type { Rect } from '@/core/readings'
import { findParts, type StandingCase } from '../findPart'
import type { PseudoBoxes, StageComponent } from '../protocol'

/** One match of a part: an element, or a pseudo-element of it. */
export interface Match {
  element: Element
  pseudo?: string
}

/** Reads one reading of one match. @throws Unread with the reason why it cannot be taken */
export type ReadMatch = (reader: Reader, match: Match, argument: string | undefined) => string

/** A reading that cannot be taken, with the reason. */
export class Unread extends Error {
  override name = 'Unread'
}

/** The browser knows no such property of an element: only the element's own code may. */
export class OwnProperty extends Error {
  override name = 'OwnProperty'
}

/** Looks up parts, styles and boxes of one case, each once. */
export class Reader {
  #matches = new Map<string, Match[]>()
  // Asking for a style anew each time was half of the time of reading (80 readings a case).
  #styles = new Map<Element, Record<string, CSSStyleDeclaration>>()

  constructor(
    readonly component: StageComponent,
    readonly mounted: StandingCase,
    /** Boxes of pseudo-elements, which no page can measure itself; by `refOf(element) + pseudo`. */
    readonly pseudoBoxes: PseudoBoxes,
    readonly refOf: (element: Element) => number | undefined,
  ) {}

  matches(part: string): Match[] {
    let matches = this.#matches.get(part)
    if (!matches) {
      const pseudo = this.component.parts[part]?.pseudo
      const elements = findParts(this.component, this.mounted, part)
      // A pseudo-element without content does not exist, however well its element does.
      const all = elements.map((element): Match => (pseudo ? { element, pseudo } : { element }))
      matches = pseudo ? all.filter((match) => this.isGenerated(match)) : all
      this.#matches.set(part, matches)
    }
    return matches
  }

  private isGenerated({ element, pseudo }: Match): boolean {
    if (pseudo !== '::before' && pseudo !== '::after') return true
    const style = getComputedStyle(element, pseudo)
    return style.content !== 'none' && style.content !== 'normal' && style.display !== 'none'
  }

  /** @throws Unread when the part is not there. */
  first(part: string): Match {
    return this.match(part, 1)
  }

  /** @param index from 1 @throws Unread when the part, or so many of it, are not there */
  match(part: string, index: number): Match {
    const match = this.matches(part)[index - 1]
    if (!match) throw new Unread(`the part "${part}${index === 1 ? '' : `[${index}]`}" is not there`)
    return match
  }

  style({ element, pseudo = '' }: Match): CSSStyleDeclaration {
    let styles = this.#styles.get(element)
    if (!styles) this.#styles.set(element, (styles = {}))
    return (styles[pseudo] ??= getComputedStyle(element, pseudo))
  }

  /** The border box in the viewport. @throws Unread for a pseudo-element whose box is not known. */
  rect({ element, pseudo }: Match): Rect {
    if (!pseudo) return element.getBoundingClientRect()
    const box = this.pseudoBoxes[`${this.refOf(element)}${pseudo}`]
    if (!box) throw new Unread(`the pseudo-element ${pseudo} has no box`)
    return { ...box, left: box.left - scrolled().left, top: box.top - scrolled().top }
  }

  /**
   * Where the border box lies in the viewport. Of what has none browsers tell a box without size in the document's corner: how far other
   * things are from there says nothing.
   * @throws Unread where the browser has made no box of it
   */
  place(match: Match, part?: string): Rect {
    if (!match.pseudo && match.element.getClientRects().length === 0)
      throw new Unread(`${part === undefined ? 'it' : `the part "${part}"`} is not rendered, so that it lies nowhere`)
    return this.rect(match)
  }
}

/** How far this document's window has moved from where the driver measured: by its scrolling, and by the frame that it stands in. */
function scrolled(): { left: number; top: number } {
  const frame = window.frameElement?.getBoundingClientRect()
  const { scrollX = 0, scrollY = 0 } = frame ? parent : {}
  return {
    left: window.scrollX + (frame ? frame.left + scrollX : 0),
    top: window.scrollY + (frame ? frame.top + scrollY : 0),
  }
}
