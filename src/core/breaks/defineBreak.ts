import type { TokenBook } from '../tokens'
import type { StyleDeclaration, StyleRule } from './styleText'

/** A rule that a component's code has made, and a piece of its text that is another. */
export interface RuleChange {
  rule: string
  from: number
  to: number
  text: string
}

/** How something is broken in a page in which cases stand. */
export type StageEdit =
  | { do: 'styles'; url: string; from: number; to: number; text: string }
  // Rules that the component's code has made: where one stands, it is changed in places of its own text.
  | { do: 'rules'; changes: RuleChange[] }
  | { do: 'attribute'; of: string; name: string }
  | { do: 'text'; of: string }

/** How something is broken while a scenario is performed; nothing is, where it is only watched what is done. */
export type PlayEdit =
  | { do: 'watch' }
  | { do: 'event'; name: string }
  | { do: 'timer'; delay: number; factor: number }
  | { do: 'listener'; name: string }
  | { do: 'focus' }

/** One change that a kind makes of what it looks at. */
export interface Change {
  /** What is told of it: `padding: 8px → 9px`. */
  told: string
}

/** A change of a style sheet's text, in places of that text. */
export interface TextChange extends Change {
  from: number
  to: number
  text: string
}

/** Something that cases show and that can be left out. `of` names the elements that bear it. */
export type Rendered = { what: 'attribute'; of: string; name: string } | { what: 'text'; of: string }

/** What a component did while a scenario was performed as it is. */
export type Performed =
  | { what: 'event'; name: string }
  | { what: 'timer'; delay: number }
  | { what: 'listener'; name: string }
  | { what: 'focus' }

/** What kinds of breaks look at. */
export interface Breakable {
  /** A declaration of the component's own styles. */
  declaration: { subject: { declaration: StyleDeclaration; tokens: TokenBook }; change: TextChange }
  /** A rule of them. */
  rule: { subject: { rule: StyleRule }; change: TextChange }
  /** What its cases show. */
  rendered: { subject: Rendered; change: Change & { edit: StageEdit } }
  /** What it does in a scenario. */
  performed: { subject: Performed; change: Change & { edit: PlayEdit } }
}

/** A kind of breaks. The reference in `docs/`, the table of strength and the list of the application follow from it. */
export interface BreakDefinition<Kind extends string = string> {
  kind: Kind
  /** A few words. */
  name: string
  /** One word, as a head in a table. */
  short: string
  /** One sentence for the reference. */
  about: string
  of: {
    [Source in keyof Breakable]?: (subject: Breakable[Source]['subject']) => Iterable<Breakable[Source]['change']>
  }
}

/** Defines a kind of breaks. */
export const defineBreak = <const Kind extends string>(definition: BreakDefinition<Kind>): BreakDefinition<Kind> =>
  definition
