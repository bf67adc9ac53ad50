/** What a directive of a guide asks for: `::case{value=mixed,interaction=focus}`. */
export interface Directive {
  name: DirectiveName
  /** Named values, in their order. */
  values: Readonly<Record<string, string>>
  /** A word alone in the braces: the name of an example. */
  word?: string
  /** What stands behind it on its line. */
  text: string
}

/** Every directive, with what it shows. */
export const DIRECTIVES = {
  bench: 'The live component with its controls',
  case: 'One case, live: its axes and contexts in braces',
  example: 'One of the sheet’s examples, live: its name in braces',
  examples: 'All of the sheet’s examples',
  states: 'Every value of every axis, one after another',
  matrix: 'Cases side by side: rows and columns in braces',
  anatomy: 'The component with its parts numbered',
  parts: 'Its parts',
  props: 'Its props: types, defaults, what they do',
  slots: 'Its slots, and what they accept',
  events: 'The events that it sends',
  keys: 'The keys that its scenarios prove',
  tokens: 'The tokens that its specification names, and its styles use',
  do: 'Something to do, in words; a case in braces shows it',
  dont: 'Something not to do, in words; a case in braces shows it',
} as const

export type DirectiveName = keyof typeof DIRECTIVES

/** What a guide consists of, with the line on which each begins, from 1. */
export type Block =
  | { kind: 'prose'; line: number; text: string }
  | { kind: 'directive'; line: number; directive: Directive }
  | { kind: 'unknown'; line: number; name: string }

const LINE = /^::([a-z][a-z-]*)(?:\{([^}]*)\})?(?:[ \t]+(.*))?$/
const FENCE = /^ {0,3}(`{3,}|~{3,})/

/** Takes a guide apart into prose and directives. A directive stands alone on its line, and in no block of code. */
export function readGuide(text: string): Block[] {
  const blocks: Block[] = []
  let prose: string[] = []
  let fence: string | undefined
  const flush = (line: number) => {
    if (prose.some((each) => each.trim() !== ''))
      blocks.push({ kind: 'prose', line: line - prose.length, text: prose.join('\n') })
    prose = []
  }
  const lines = text.split('\n')
  for (const [at, line] of lines.entries()) {
    const mark = FENCE.exec(line)?.[1]
    if (mark && !fence) fence = mark
    else if (mark && fence && mark.startsWith(fence)) fence = undefined
    const found = fence ? null : LINE.exec(line)
    if (!found) {
      prose.push(line)
      continue
    }
    flush(at + 1)
    const [, name = '', inner, rest = ''] = found
    if (!(name in DIRECTIVES)) blocks.push({ kind: 'unknown', line: at + 1, name })
    else
      blocks.push({
        kind: 'directive',
        line: at + 1,
        directive: { name: name as DirectiveName, text: rest.trim(), ...readBraces(inner ?? '') },
      })
  }
  flush(lines.length + 1)
  return blocks
}

function readBraces(inner: string): Pick<Directive, 'values' | 'word'> {
  const values: Record<string, string> = {}
  let word: string | undefined
  for (const each of inner.split(/[,@]/).map((part) => part.trim())) {
    const at = each.indexOf('=')
    if (at > 0) values[each.slice(0, at).trim()] = each.slice(at + 1).trim()
    else if (each !== '') word = each
  }
  return { values, ...(word !== undefined && { word }) }
}
