import { lexer } from 'css-tree'

// The types of css-tree leave this table out.
const { properties: PROPERTIES } = lexer as unknown as { properties: Record<string, unknown> }

/** Names of all CSS properties that are known here. */
export const propertyNames = (): string[] => Object.keys(PROPERTIES)

/** CSS has grown properties that the list at hand may not know yet: the browser has the last word on these. */
export const isProperty = (name: string): boolean =>
  name.startsWith('--') || name.startsWith('-webkit-') || name in PROPERTIES
