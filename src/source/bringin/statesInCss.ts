import { parse, walk, type CssNode, type Rule } from 'css-tree'
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
  /** The properties that rules of one class alone declare. */
  declares: Map<string, Set<string>>
  states: CssState[]
}

const STATE_CLASS = /^(is|has|was)-/
const STATE_ATTRIBUTE =
  /^(disabled|open|hidden|checked|readonly|aria-(expanded|busy|checked|selected|pressed|invalid|disabled|current)|data-(open|state|active|selected|loading|hover|hovered|pressed|focus|focused|focus-visible|disabled|checked|indeterminate|invalid|expanded))$/
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
  const facts: CssFacts = { classes: new Set(), declares: new Map(), states: [] }
  walk(parse(css, { parseValue: false, onParseError: () => {} }), (node: CssNode) => {
    if (node.type === 'ClassSelector') facts.classes.add(node.name)
    if (node.type === 'Rule') noteDeclared(node, facts.declares)
    if (node.type === 'Selector') for (const compound of compoundsOf(node)) facts.states.push(...statesOf(compound))
  })
  const seen = new Set<string>()
  facts.states = facts.states.filter((state) => {
    const key = JSON.stringify(state)
    return !seen.has(key) && seen.add(key)
  })
  return facts
}

/** Every class that style sheets name, by path and text; of SCSS those that are written out. */
export const styledClasses = (sheets: readonly (readonly [path: string, text: string])[]): Set<string> =>
  new Set(
    sheets.flatMap(([path, text]) =>
      path.endsWith('.scss')
        ? [...text.matchAll(/\.(-?[_a-zA-Z][\w-]*)/g)].map(([, name]) => name!)
        : [...statesInCss(text).classes],
    ),
  )

/** Notes what a rule declares for each selector of it that is one class, or a class with its block. */
function noteDeclared({ prelude, block }: Rule, declares: CssFacts['declares']) {
  if (prelude.type !== 'SelectorList') return
  const properties = block.children.toArray().flatMap((each) => (each.type === 'Declaration' ? [each.property] : []))
  for (const selector of prelude.children.toArray()) {
    const nodes = selector.type === 'Selector' ? selector.children.toArray() : []
    const last = nodes.at(-1)
    if (last?.type !== 'ClassSelector' || nodes.some(({ type }) => type !== 'ClassSelector')) continue
    const known = declares.get(last.name) ?? new Set()
    properties.forEach((property) => known.add(property))
    declares.set(last.name, known)
  }
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
