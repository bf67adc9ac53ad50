import { mergeLines, mergeSheetText } from '@/core/edit'
import type { Definition, SaveAnswer } from '@/contract'
import { reduce } from './reduce'
import { newSession, type Ask, type Session, type SessionEvent, type Timer } from './session'

/** For tests: a server with one component, and a tab that edits it; what is asked and answered is told when, by hand. */
export class FakeServer {
  session: Session
  revisions: Record<string, string>[]
  drafts: { path: string; tab: string; base: number; text: string }[] = []
  timers = new Map<Timer, number>()
  asked?: Ask | undefined
  answer?: SessionEvent | undefined
  refuses = (_: Record<string, string>) => false

  constructor(texts: Record<string, string>, tab = 'mine', drafts: FakeServer['drafts'] = []) {
    this.revisions = [texts]
    this.drafts = drafts
    this.session = newSession(tab)
    this.send({ kind: 'wanted', want: { kind: 'load' } })
  }

  /** Revisions are numbered from 1. */
  get head() {
    return this.revisions.length
  }

  get saved() {
    return this.revisions.at(-1)!
  }

  send(event: SessionEvent) {
    const { state, effects } = reduce(this.session, event)
    this.session = state
    for (const effect of effects) {
      if (effect.kind === 'timer') this.timers.set(effect.timer, effect.ms)
      else if (effect.kind === 'no-timer') this.timers.delete(effect.timer)
      else if (this.asked) throw new Error(`${effect.ask.kind} overtakes ${this.asked.kind}`)
      else this.asked = effect.ask
    }
  }

  type(texts: Record<string, string>, when: 'now' | 'later' = 'later', at = 0) {
    this.send({ kind: 'changed', texts, when, at })
  }

  fire(timer: Timer) {
    if (this.timers.delete(timer)) this.send({ kind: 'wanted', want: { kind: timer } })
  }

  /** Somebody else saves. */
  colleague(texts: Record<string, string>) {
    this.revisions.push({ ...this.saved, ...texts })
    this.send({ kind: 'head', head: this.head })
  }

  /** The request arrives and is carried out; its answer is on the way. */
  arrive() {
    if (this.asked && !this.answer) this.answer = this.answerTo(this.asked)
  }

  /** The answer arrives. */
  deliver() {
    this.arrive()
    const { answer } = this
    this.asked = this.answer = undefined
    if (answer) this.send(answer)
  }

  fail() {
    if (!this.asked) return
    this.asked = this.answer = undefined
    this.send({ kind: 'failed', message: 'no network' })
  }

  /** Until nothing is under way or waits for a pause in typing. */
  settle() {
    for (let left = 50; left > 0 && (this.asked || this.timers.size > 0); left--) {
      if (this.asked) this.deliver()
      else this.fire([...this.timers.keys()][0]!)
    }
    if (this.asked || this.timers.size > 0) throw new Error('it does not come to an end')
  }

  private definition(): Definition {
    const drafts = this.drafts.map((each) => ({ ...each, at: '' }))
    const preview = { problems: [], lints: [] }
    return {
      base: this.head,
      file: 'peg.sheet.yaml',
      texts: this.saved,
      drafts,
      preview,
      revisions: [],
      components: [],
      contexts: {},
    }
  }

  private answerTo(ask: Ask): SessionEvent {
    const { tab } = this.session
    switch (ask.kind) {
      case 'load':
        return { kind: 'loaded', definition: this.definition() }
      case 'preview': {
        const gone = (path: string, of: string) => ask.drop.some((each) => each.path === path && each.tab === of)
        for (const [path, text] of Object.entries(ask.texts))
          this.drafts = [
            ...this.drafts.filter((each) => each.path !== path || each.tab !== tab),
            { path, tab, base: ask.base, text },
          ]
        this.drafts = this.drafts.filter(({ path, tab: of }) => !gone(path, of))
        const problem = { file: 'peg.css', line: 1, column: 1, message: 'broken' }
        return {
          kind: 'previewed',
          preview: { problems: this.refuses(ask.texts) ? [problem] : [], lints: [] },
        }
      }
      case 'save':
        return { kind: 'saved', answer: this.save(ask, tab) }
      case 'step':
        this.revisions.push(this.revisions.at(-2) ?? this.saved)
        return { kind: 'stepped', answer: this.savedAs(this.saved) }
    }
  }

  private save({ base, texts, prefer }: Extract<Ask, { kind: 'save' }>, tab: string): SaveAnswer {
    const was = this.revisions[base - 1]!
    const merged: Record<string, string> = {}
    for (const [path, text] of Object.entries(texts)) {
      const merge = path.endsWith('.yaml') ? mergeSheetText : mergeLines
      const { text: next, conflicts } = merge(path, was[path]!, text, this.saved[path]!, prefer ?? 'theirs')
      if (conflicts.length > 0 && !prefer) return { kind: 'conflict', head: this.head, conflicts }
      merged[path] = next
    }
    if (this.refuses(merged)) {
      return { kind: 'refused', problems: [{ file: 'peg.css', line: 1, column: 1, message: 'broken' }] }
    }
    this.drafts = this.drafts.filter((each) => each.tab !== tab || !(each.path in texts))
    if (Object.entries(merged).every(([path, text]) => this.saved[path] === text))
      return { kind: 'unchanged', revision: this.head, texts: merged }
    this.revisions.push({ ...this.saved, ...merged })
    return this.savedAs(merged)
  }

  private savedAs(texts: Record<string, string>): SaveAnswer {
    return { kind: 'saved', revision: this.head, note: '', merged: false, texts }
  }
}
