import type { TokenBook } from '../tokens'
import type { BreakDefinition, Performed, PlayEdit, Rendered, StageEdit } from './defineBreak'
import { BREAK_LIST } from './list'
import { styleRules, type StyleRule } from './styleText'

export type BreakKind = (typeof BREAK_LIST)[number]['kind']

/** All kinds, by their name. */
export const BREAKS: ReadonlyMap<BreakKind, BreakDefinition> = new Map(BREAK_LIST.map((each) => [each.kind, each]))

/** One small change by which a component is broken on purpose. */
interface Broken {
  kind: BreakKind
  /** What is changed, in a few words: `padding: 8px → 9px`. */
  told: string
}

/** One of a component's styles. */
export interface StyleBreak<Edit = StageEdit & { do: 'styles' | 'rules' }> extends Broken {
  edit: Edit
  /** Where it stands in the compiled sheet, from 1; in the rule's own text where code has made that. */
  line: number
  column: number
  /** Finds all elements that it can change; undefined where that may be any. */
  bearers: string | undefined
  /** The pseudo-element that it styles, such as `::before`; empty for elements, undefined where it styles several kinds. */
  pseudo: string | undefined
  /** What it declares otherwise. */
  properties: readonly string[]
}

/** One of what cases show. */
export interface RenderedBreak extends Broken {
  edit: StageEdit
  of: string
}

/** One of what a component does in a scenario. */
export interface PlayBreak extends Broken {
  edit: PlayEdit
}

/** All breaks of a style sheet, in the order of its text. Two that come to the same text are one. */
export function styleBreaks(
  { url, text }: { url: string; text: string },
  tokens: TokenBook,
): StyleBreak<StageEdit & { do: 'styles' }>[] {
  const breaks: StyleBreak<StageEdit & { do: 'styles' }>[] = []
  const all = styleRules(text)
  for (const rule of all) {
    const { bearers, pseudo } = rule
    for (const { kind, of } of BREAK_LIST as readonly BreakDefinition<BreakKind>[]) {
      for (const { told, ...change } of of.rule?.({ rule }) ?? []) {
        const { line, column } = rule
        const edit = { do: 'styles', url, ...change } as const
        const properties = propertiesIn(rule, all)
        breaks.push({ kind, told, edit, line, column, bearers, pseudo, properties })
      }
      for (const declaration of rule.declarations)
        for (const { told, ...change } of of.declaration?.({ declaration, tokens }) ?? []) {
          const { line, column, property } = declaration
          const edit = { do: 'styles', url, ...change } as const
          breaks.push({ kind, told, edit, line, column, bearers, pseudo, properties: [property] })
        }
    }
  }
  return breaks.sort((a, b) => a.edit.from - b.edit.from)
}

/** All breaks of a rule that a component's code has made. @param rule its text, as the browser tells it */
export const madeBreaks = (rule: string, tokens: TokenBook): StyleBreak<StageEdit & { do: 'rules' }>[] =>
  styleBreaks({ url: '', text: rule }, tokens).map(({ edit: { from, to, text }, ...rest }) => ({
    ...rest,
    edit: { do: 'rules', changes: [{ rule, from, to, text }] },
  }))

/** All breaks of what cases show. */
export const renderedBreaks = (found: readonly Rendered[]): RenderedBreak[] =>
  found.flatMap((each) =>
    (BREAK_LIST as readonly BreakDefinition<BreakKind>[]).flatMap(({ kind, of }) =>
      [...(of.rendered?.(each) ?? [])].map((change) => ({ kind, ...change, of: each.of })),
    ),
  )

/** All breaks of what a component did in a scenario. */
export const playBreaks = (done: readonly Performed[]): PlayBreak[] =>
  done.flatMap((each) =>
    (BREAK_LIST as readonly BreakDefinition<BreakKind>[]).flatMap(({ kind, of }) =>
      [...(of.performed?.(each) ?? [])].map((change) => ({ kind, ...change })),
    ),
  )

/** What a rule declares, and those that stand in it. */
const propertiesIn = ({ from, to }: StyleRule, all: readonly StyleRule[]): string[] => [
  ...new Set(
    all
      .filter((inner) => inner.from >= from && inner.to <= to)
      .flatMap(({ declarations }) => declarations.map(({ property }) => property)),
  ),
]
