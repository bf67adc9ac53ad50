import { WorkEnded, WorkProcess, type WorkLimits } from '../apart'
import type { SassAsk, SassQuestion, SassReply, SassResult } from './protocol'

/** Answers what the compiler asks: the address of what a reference means, or the contents of a file. */
export interface SassFiles {
  find(reference: string): string | null
  load(url: string): Exclude<SassReply, string>
}

// Frameworks of thousands of rules take two seconds on a busy machine.
const USUAL: WorkLimits = { time: 15_000, memory: 1024 }

/** Compiles SCSS in a process of its own. */
export class SassProcess {
  readonly #process: WorkProcess<SassAsk, SassResult, SassQuestion, SassReply>

  constructor(limits: WorkLimits = USUAL) {
    this.#process = new WorkProcess({ program: 'sass', limits })
  }

  /** @param url of the sheet */
  async compile(url: string, text: string, files: SassFiles): Promise<SassResult> {
    const answer = (question: SassQuestion) =>
      question.what === 'find' ? files.find(question.reference) : files.load(question.url)
    try {
      return await this.#process.ask({ url, text }, answer)
    } catch (error) {
      if (!(error instanceof WorkEnded)) throw error
      return { fault: { message: `it ${error.message}`, line: 1, column: 1 } }
    }
  }

  end(): void {
    this.#process.end()
  }
}
