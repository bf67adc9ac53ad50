/** What a process is told: what to do, or what it has asked for meanwhile. */
export type ToProcess<Ask, Reply> =
  | {
      kind: 'ask'
      id: number
      ask: Ask
      /** Longest that it may take, in ms of processor time. */
      time: number
    }
  | { kind: 'reply'; call: number; reply: Reply }

/** What it tells: its answer, a question of its own, which file it looks at, or that our own code is broken. */
export type FromProcess<Answer, Question> =
  | { kind: 'answer'; id: number; answer: Answer }
  | { kind: 'question'; id: number; call: number; question: Question }
  | { kind: 'reading'; id: number; file: string }
  | { kind: 'broken'; id: number; message: string }
