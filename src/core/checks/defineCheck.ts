import type { RuleText } from '../edit'

/** A part that a kind of component must have, and what it is usually called. */
export interface NeededPart {
  key: string
  about: string
  /** Names that parts of this kind bear, the likeliest first. */
  commonNames: readonly string[]
}

/** A scenario as a sheet has it. */
export interface ScenarioText {
  name: string
  steps: readonly unknown[]
}

/** What the ARIA Authoring Practices ask of one kind of component, in the sheet's own language. */
export interface CheckKind {
  kind: string
  label: string
  /** What the sources of such a component say. */
  signs: RegExp
  parts: readonly NeededPart[]
  make(part: Readonly<Record<string, string>>): { rules: RuleText[]; scenarios: ScenarioText[] }
}

/** Defines what is asked of one kind of component. */
export const defineCheck = <const Kind extends string>(definition: CheckKind & { kind: Kind }) => definition
