import type { Rendered } from '@/core/breaks'
import type { Rect } from '@/core/readings'
import type { Extent } from '@/core/scenario'
import type { BreakableSheet, Imprinted, Reach, Sought, StageBreak } from '../breaking'
import type { CasePlace } from '../picture'
import type { Active, Aim, AimAt } from '../play'
import type { PseudoBoxes, StageCase, StageComponent, StageProbe, StageReadings, StageRequest } from '../protocol'
import type { Declared, DeclaredRules, ProbeAnswer } from '../read'

/** What the reader needs to know of a case. */
export type ReadableCase = Pick<StageCase, 'key' | 'forced'>

/** What the reader says of one element. */
export interface Sample {
  style: Record<string, string>
  /** In px. */
  box: { width: number; height: number }
}

/** What came of arranging cases for reading. All by their places. */
export interface Arranged {
  failures: Record<number, string>
  notes: Record<number, string>
  /** Pseudo-classes to force, by reference number. */
  forced: [reference: number, pseudo: string[]][]
}

/** A style sheet to be gone through for what it declares. */
export type DeclaringSheet = Pick<StageComponent['sheets'][number], 'text' | 'scoped'>

/**
 * What reads the cases of a page. It stands in a world of its own: functions that a component replaces are replaced in the
 * component's world only. All of it is data in and data out, but for `elementOf`.
 */
export interface ReaderStage {
  /** @param inFrames whether each case has a document inside of the page; else they stand in the page itself */
  open(component: StageComponent, inFrames: boolean): void
  /**
   * Finds cases that have been mounted after those it knows, and works out the states of their own parts.
   * @param failures why a case could not be brought about, by its place
   * @param parts those whose elements get reference numbers
   */
  arrange(cases: readonly ReadableCase[], failures: Record<number, string>, parts: readonly string[]): Arranged
  /** Gives all matches of parts reference numbers. */
  refer(parts: readonly string[]): void
  /** Shows what was hidden. */
  show(): void
  /** Ends what is under way; says how many animations that were. */
  endAnimations(): number
  /** Ends what has an end, whatever its timeline; says how many animations that were. */
  endFinite(): number
  /** Waits for a task of the page's, or for a frame. */
  wait(what: 'task' | 'frame'): Promise<void>
  read(
    profiles: readonly (readonly StageRequest[])[],
    profileOf: readonly number[],
    pseudoBoxes: PseudoBoxes,
  ): StageReadings
  probe(probes: readonly StageProbe[]): ProbeAnswer[]
  /** What sheets declare for the parts of the cases. */
  declared(sheets: readonly DeclaringSheet[]): Declared[]
  features(): string[][]
  /** All that a case shows in its nodes, as a text to compare. */
  traceOf(index: number): string
  /** One match of a part in a case, from 1. */
  elementOf(index: number, part: string, match: number): Element | undefined
  /** Some computed properties and the border box of a part's first match, to be compared with what the engine says. */
  sample(index: number, part: string, properties: readonly string[]): Sample | undefined
  /** What each case paints, from its own corner, in px; nothing, where it paints nothing or could not be brought about. */
  outlines(): (Rect | null)[]
  /** Puts cases on a sheet to be pictured, and all others out of sight. Until they are cleared they stay so. */
  spread(places: readonly CasePlace[]): void
  /** Shows the sheet from here on downwards, in px. */
  turnTo(top: number): void
  /** Has all images decoded that have been loaded. */
  decodeImages(): Promise<void>
  /** Gets ready to break the cases that stand. @param sheets the component's own styles, by which they can be broken */
  breakable(sheets: readonly BreakableSheet[]): void
  /** The cases and the parts that styles can change. */
  reach(sought: readonly Sought[]): Reach[]
  /** The texts of all rules that the component's code has made for any case. */
  made(): string[]
  /** All that each case shows and that can be left out. */
  rendered(): Rendered[][]
  /** Takes back what is broken, and notes what is computed for properties and where everything stands. */
  note(asked: readonly Imprinted[]): void
  /** The places of the cases in which any of that is otherwise now than was noted. */
  changed(asked: readonly Imprinted[]): number[]
  /** Takes back what is broken, and breaks cases otherwise. */
  break(made: readonly StageBreak[]): void
  /**
   * Breaks cases where no code hears of it, and ends all that this sets going.
   * @returns how many animations ended, and the places of the cases asked for that have changed
   */
  breakAtRest(made: readonly StageBreak[], asked: readonly Imprinted[]): Promise<{ ended: number; changed: number[] }>
  clear(): void
  /** Where a person would point to reach something of the one case. */
  aim(at: AimAt): Aim
  /** What has the focus, and whether it is a match of a part. */
  active(at?: AimAt): Active
  /** The box of all that can be seen of the one case, in the window. */
  extent(): Extent
}

/** What stands in the reader's world of each document. */
export interface ReaderWindow {
  /** Starts the program in a document. */
  breltReading(): void
  breltReader: ReaderStage & {
    openOwn(component: StageComponent, lastReference: number, rules: DeclaredRules): DocumentReading
  }
}

/** The reader of one document. */
export type DocumentReading = Omit<
  ReaderStage,
  'open' | 'wait' | 'breakAtRest' | 'aim' | 'active' | 'extent' | 'endFinite'
> & {
  /** Waits for the fonts that what stands now needs. */
  loadFonts(): Promise<void>
}
