/** A style sheet to be compiled. */
export interface SassAsk {
  kind: 'ask'
  id: number
  url: string
  text: string
}

/** What the compiler asks meanwhile: the address of what a reference means, or the contents of a file. */
export type SassQuestion = { kind: 'question'; id: number; call: number } & (
  { what: 'find'; reference: string } | { what: 'load'; url: string }
)

/** The address of a file, its contents, or null where there is none. */
export type SassReply = string | { contents: string; syntax: 'css' | 'scss' } | null

export type ToSass = SassAsk | { kind: 'reply'; call: number; reply: SassReply }

/** Why a style sheet could not be compiled. `url` is undefined where it lies in the sheet itself. Lines and columns from 1. */
export interface SassFault {
  message: string
  url?: string
  line: number
  column: number
}

export type SassResult = { css: string; sourceMap: unknown } | { fault: SassFault }

export type FromSass =
  SassQuestion | { kind: 'result'; id: number; result: SassResult } | { kind: 'broken'; id: number; message: string }
