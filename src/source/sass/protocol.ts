/** A style sheet to be compiled. */
export interface SassAsk {
  url: string
  text: string
}

/** What the compiler asks meanwhile: the address of what a reference means, or the contents of a file. */
export type SassQuestion = { what: 'find'; reference: string } | { what: 'load'; url: string }

/** The address of a file, its contents, or null where there is none. */
export type SassReply = string | { contents: string; syntax: 'css' | 'scss' } | null

/** Why a style sheet could not be compiled. `url` is undefined where it lies in the sheet itself. Lines and columns from 1. */
export interface SassFault {
  message: string
  url?: string
  line: number
  column: number
}

export type SassResult = { css: string; sourceMap: unknown } | { fault: SassFault }
