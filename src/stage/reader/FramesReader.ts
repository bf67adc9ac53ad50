import { joinReaches, type BreakableSheet, type Imprinted, type Sought, type StageBreak } from '../breaking'
import { CASE_AT } from '../documentStyles'
import { gatherCases, spreadFrames, type CasePlace } from '../picture'
import type { PseudoBoxes, StageComponent, StageProbe, StageReadings, StageRequest } from '../protocol'
import { DeclaredRules } from '../read'
import { REFERENCES_PER_CASE } from '../reference'
import { DocumentReader } from './DocumentReader'
import type { Arranged, DeclaringSheet, DocumentReading, ReadableCase, ReaderWindow } from './ReaderStage'

/** Reads cases that have a document each, and speaks for all of them as one. */
export class FramesReader implements DocumentReading {
  #documents: DocumentReading[] = []
  #places: readonly CasePlace[] = []
  // Every document has the same sheets: they are gone through once.
  #rules = new DeclaredRules()

  constructor(readonly component: StageComponent) {}

  arrange(cases: readonly ReadableCase[], failures: Arranged['failures'], parts: readonly string[]): Arranged {
    const first = this.#documents.length
    const all: Arranged = { failures: {}, notes: {}, forced: [] }
    cases.forEach((each, at) => {
      const index = first + at
      const own = this.open(index)
      this.#documents.push(own)
      const failure = failures[index]
      const arranged = own.arrange([each], failure === undefined ? {} : { 0: failure }, parts)
      if (arranged.failures[0] !== undefined) all.failures[index] = arranged.failures[0]
      if (arranged.notes[0] !== undefined) all.notes[index] = arranged.notes[0]
      all.forced.push(...arranged.forced)
    })
    return all
  }

  /** The reader of a case's document; one of this document, where nothing is found, when there is none. */
  private open(index: number): DocumentReading {
    const view = frameOf(index)?.contentWindow as unknown as Partial<ReaderWindow> | null | undefined
    if (!view?.breltReading) return new DocumentReader(this.component, index * REFERENCES_PER_CASE, this.#rules)
    if (!view.breltReader) view.breltReading()
    return view.breltReader!.openOwn(this.component, index * REFERENCES_PER_CASE, this.#rules)
  }

  refer(parts: readonly string[]) {
    for (const own of this.#documents) own.refer(parts)
  }

  show(): void {
    for (const own of this.#documents) own.show()
  }

  endAnimations(): number {
    return this.#documents.reduce((sum, own) => sum + own.endAnimations(), 0)
  }

  read(
    profiles: readonly (readonly StageRequest[])[],
    profileOf: readonly number[],
    pseudoBoxes: PseudoBoxes,
  ): StageReadings {
    const all: StageReadings = { texts: [], reasons: [], cases: [], unknown: [] }
    this.#documents.forEach((own, index) => {
      const { texts, reasons, cases, unknown } = own.read(profiles, [profileOf[index]!], pseudoBoxes)
      const [numbers] = cases
      all.cases.push(numbers!.map((number) => (number >= 0 ? number + all.texts.length : number - all.reasons.length)))
      all.texts.push(...texts)
      all.reasons.push(...reasons)
      all.unknown.push(...unknown.map(([, request]): [number, number] => [index, request]))
    })
    return all
  }

  probe(probes: readonly StageProbe[]) {
    return probes.map((probe) => {
      const own = this.#documents[probe.caseIndex ?? 0]!
      return own.probe([{ ...probe, ...(probe.caseIndex !== undefined && { caseIndex: 0 }) }])[0]!
    })
  }

  declared(sheets: readonly DeclaringSheet[]) {
    return this.#documents.flatMap((own) => own.declared(sheets))
  }

  features() {
    return this.#documents.flatMap((own) => own.features())
  }

  traceOf(index: number) {
    return this.#documents[index]!.traceOf(0)
  }

  sample(index: number, part: string, properties: readonly string[]) {
    return this.#documents[index]!.sample(0, part, properties)
  }

  elementOf(index: number, part: string, match: number) {
    return this.#documents[index]!.elementOf(0, part, match)
  }

  outlines() {
    return this.#documents.flatMap((own) => own.outlines())
  }

  spread(places: readonly CasePlace[]) {
    this.#places = places
    this.turnTo(0)
  }

  turnTo(top: number) {
    const frames = [...this.#documents.keys()].map((index) => frameOf(index))
    spreadFrames(frames, this.#places, top)
  }

  async decodeImages() {
    await Promise.all(this.#documents.map((own) => own.decodeImages()))
  }

  async loadFonts() {
    await Promise.all(this.#documents.map((own) => own.loadFonts()))
  }

  breakable(sheets: readonly BreakableSheet[]) {
    for (const own of this.#documents) own.breakable(sheets)
  }

  reach(sought: readonly Sought[]) {
    return joinReaches(this.#documents.map((own) => own.reach(sought)))
  }

  made() {
    return [...new Set(this.#documents.flatMap((own) => own.made()))]
  }

  rendered() {
    return this.#documents.flatMap((own) => own.rendered())
  }

  note(asked: readonly Imprinted[]) {
    for (const each of asked) this.#documents[each.at]!.note([{ ...each, at: 0 }])
  }

  changed(asked: readonly Imprinted[]) {
    return asked.flatMap((each) => this.#documents[each.at]!.changed([{ ...each, at: 0 }]).map(() => each.at))
  }

  break(made: readonly StageBreak[]) {
    const own = this.#documents.map((): StageBreak[] => [])
    for (const { at, edit } of made) own[at]!.push({ at: 0, edit })
    this.#documents.forEach((each, at) => each.break(own[at]!))
  }

  clear() {
    gatherCases()
    this.#documents = []
  }
}

const frameOf = (index: number) => document.querySelector<HTMLIFrameElement>(`iframe[${CASE_AT}="${index}"]`)
