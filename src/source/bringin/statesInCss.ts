import { parse, walk, type CssNode } from 'css-tree'
import { compoundsOf } from '../cssCompounds'

/** A state that a style sheet speaks of: which compound of which selector, and how it is reached. */
export interface CssState {
  kind: 'pseudo' | 'class' | 'attribute'
  /** `hover`, `is-open`, `aria-expanded`. */
  name: string
  /** Of an attribute. */
  value?: string
  /** The classes that stand beside it: they tell the element. */
  beside: readonly string[]
  /** The type selector beside it. */
  tag?: string
}

export interface CssFacts {
  /** Every class that is styled. */
  classes: Set<string>
  states: CssState[]
}

const STATE_CLASS = /^(is|has|was)-/
const STATE_ATTRIBUTE =
  /^(disabled|open|hidden|checked|readonly|aria-(expanded|busy|checked|selected|pressed|invalid|disabled|current)|data-(open|state|active|selected|loading))$/
const STATE_PSEUDO = new Set([
  'hover',
  'active',
  'focus',
  'focus-visible',
  'focus-within',
  'checked',
  'indeterminate',
  'disabled',
])

/** What a style sheet's selectors tell of a component's parts and states. */
export function statesInCss(css: string): CssFacts {
  const facts: CssFacts = { classes: new Set(), states: [] }
  walk(parse(css, { parseValue: false, onParseError: () => {} }), (node: CssNode) => {
    if (node.type === 'ClassSelector') facts.classes.add(node.name)
    if (node.type === 'Selector') for (const compound of compoundsOf(node)) facts.states.push(...statesOf(compound))
  })
  const seen = new Set<string>()
  facts.states = facts.states.filter((state) => {
    const key = JSON.stringify(state)
    return !seen.has(key) && seen.add(key)
  })
  return facts
}

function statesOf(compound: readonly CssNode[]): CssState[] {
  const classes = compound.flatMap((node) => (node.type === 'ClassSelector' ? [node.name] : []))
  const beside = classes.filter((name) => !STATE_CLASS.test(name))
  const type = compound.find((node) => node.type === 'TypeSelector')
  const place = { beside, ...(type?.type === 'TypeSelector' && { tag: type.name }) }
  return compound.flatMap((node): CssState[] => {
    if (node.type === 'ClassSelector' && STATE_CLASS.test(node.name))
      return [{ kind: 'class', name: node.name, ...place }]
    if (node.type === 'PseudoClassSelector' && STATE_PSEUDO.has(node.name))
      return [{ kind: 'pseudo', name: node.name, ...place }]
    if (node.type !== 'AttributeSelector' || !STATE_ATTRIBUTE.test(node.name.name)) return []
    const value = node.value && (node.value.type === 'String' ? node.value.value : node.value.name)
    return [{ kind: 'attribute', name: node.name.name, ...(value && { value }), ...place }]
  })
}
