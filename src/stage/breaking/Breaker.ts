import type { Rendered, StageEdit } from '@/core/breaks'
import type { StandingCase } from '../findPart'
import type { StageComponent } from '../protocol'
import { BEFORE, changeRules, madeRules } from './made'
import { imprintOf, type Imprinted } from './imprint'
import { reachOf, type Reach, type Sought } from './reach'
import { leaveOut, ownElements, renderedIn } from './shown'

/** One edit in one case that stands. */
export interface StageBreak {
  /** The case's place. */
  at: number
  edit: StageEdit
}

/** A style sheet that can be broken, by its place among the component's. */
export interface BreakableSheet {
  place: number
  url: string
  text: string
}

// Going through the text of a sheet took a tenth of the time. So many are kept of one page's breaks.
const SHEETS_KEPT = 300

/** Breaks cases of one document on purpose, each by itself, and takes it back. */
export class Breaker {
  readonly #undo: (() => void)[] = []
  /** Sheets made for breaks, by what they are broken by: a break is tried in one case after another. */
  readonly #made = new Map<string, CSSStyleSheet>()
  /** What was computed where nothing was broken. */
  readonly #before = new Map<string, string>()
  #own = new Map<StandingCase, Map<string, Element[]>>()

  constructor(
    readonly component: StageComponent,
    readonly cases: readonly StandingCase[],
    readonly sheets: readonly BreakableSheet[],
  ) {}

  reach(sought: readonly Sought[]): Reach[] {
    return reachOf(this.component, this.cases, sought)
  }

  /** The texts of all rules that the component's code has made for any case. */
  made(): string[] {
    const sound = this.cases.filter(({ failure }) => failure === undefined)
    return [...new Set(sound.flatMap((standing) => [...madeRules(this.component, standing)]))]
  }

  /** All that each case shows and that can be left out. */
  rendered(): Rendered[][] {
    return this.cases.map((standing) =>
      standing.failure === undefined ? [...renderedIn(this.component, standing)] : [],
    )
  }

  /** Notes what is computed for some properties where nothing is broken. */
  note(asked: readonly Imprinted[]): void {
    this.mend()
    for (const each of asked) {
      const name = nameOf(each)
      if (!this.#before.has(name)) this.#before.set(name, imprintOf(this.cases[each.at]!, each))
    }
  }

  /** The places of the cases in which something is computed otherwise than was noted. */
  changed(asked: readonly Imprinted[]): number[] {
    return asked.flatMap((each) =>
      imprintOf(this.cases[each.at]!, each) === this.#before.get(nameOf(each)) ? [] : [each.at],
    )
  }

  /** Takes back what is broken, and breaks cases otherwise. */
  break(made: readonly StageBreak[]): void {
    this.mend()
    for (const { at, edit } of made) this.#undo.push(this.breakOne(this.cases[at]!, edit))
  }

  private breakOne(standing: StandingCase, edit: StageEdit): () => void {
    if (edit.do === 'styles') return this.restyle(standing, edit)
    if (edit.do === 'rules') return changeRules(this.component, standing, edit.changes)
    return leaveOut(this.elementsOf(standing, edit.of), edit)
  }

  /** Takes back all that is broken, what came last first. */
  mend(): void {
    for (const undo of this.#undo.splice(0).reverse()) undo()
  }

  private elementsOf(standing: StandingCase, of: string): readonly Element[] {
    // What nothing is left out of stays what it is called.
    const known = this.#own.get(standing) ?? ownElements(this.component, standing)
    this.#own.set(standing, known)
    return known.get(of) ?? []
  }

  private restyle({ scope, host }: StandingCase, edit: StageEdit & { do: 'styles' }): () => void {
    const tree = scope instanceof ShadowRoot ? scope : host.ownerDocument
    const sheet = this.sheets.find(({ url }) => url === edit.url)
    if (!sheet) return () => {}
    const at = sheet.place + (scope instanceof ShadowRoot ? BEFORE.shadow : BEFORE.document)
    const before = tree.adoptedStyleSheets[at]!
    tree.adoptedStyleSheets[at] = this.sheetFor(sheet, edit)
    return () => {
      tree.adoptedStyleSheets[at] = before
    }
  }

  private sheetFor({ url, text }: BreakableSheet, edit: StageEdit & { do: 'styles' }): CSSStyleSheet {
    const name = JSON.stringify([url, edit])
    let made = this.#made.get(name)
    if (!made) {
      if (this.#made.size >= SHEETS_KEPT) this.#made.clear()
      made = new CSSStyleSheet()
      made.replaceSync(text.slice(0, edit.from) + edit.text + text.slice(edit.to))
      this.#made.set(name, made)
    }
    return made
  }
}

const nameOf = ({ at, properties, pseudo }: Imprinted) => `${at}|${pseudo}|${properties.join()}`
