import { generate, parse, walk, type CssNode, type Rule, type SyntaxParseError } from 'css-tree'
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
  /** Of `:has(:checked)`: what tells the element that has it. */
  within?: { beside: readonly string[]; tag?: string }
}

export interface CssFacts {
  /** Every class that is styled. */
  classes: Set<string>
  /** The properties that rules of one class alone declare. */
  declares: Map<string, Set<string>>
  states: CssState[]
  /** Pseudo-elements that are drawn: `before` and `after`, with what tells their element. */
  pseudoElements: (Pick<CssState, 'beside' | 'tag'> & { pseudo: string })[]
  /** Conditions and states that nothing here reaches, as they are written. */
  unreached: string[]
  faults: { line: number; message: string }[]
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

// States that only a component's own content or a person brings about.
const UNREACHED_PSEUDO =
  /^(placeholder-shown|user-(in)?valid|(in)?valid|required|optional|read-only|read-write|(in|out-of)-range|autofill|popover-open|modal|fullscreen|target|visited)$/

/** What a style sheet's selectors tell of a component's parts and states. */
export function statesInCss(css: string): CssFacts {
  const facts: CssFacts = {
    classes: new Set(),
    declares: new Map(),
    states: [],
    pseudoElements: [],
    unreached: [],
    faults: [],
  }
  const fault = ({ line, message }: { line: number; message: string }) => facts.faults.push({ line, message })
  const unreached = (what: string) => facts.unreached.includes(what) || facts.unreached.push(what)
  walk(
    parse(css, { parseValue: false, onParseError: (error) => fault(error as SyntaxParseError) }),
    (node: CssNode) => {
      if (node.type === 'ClassSelector') facts.classes.add(node.name)
      if (node.type === 'Rule') noteDeclared(node, facts.declares)
      if (node.type === 'PseudoClassSelector' && UNREACHED_PSEUDO.test(node.name)) unreached(`:${node.name}`)
      if (node.type === 'Atrule' && /^(media|container)$/.test(node.name) && node.prelude)
        unreached(`@${node.name} ${generate(node.prelude)}`)
      if (node.type !== 'Selector') return
      for (const compound of compoundsOf(node)) {
        facts.states.push(...statesOf(compound))
        facts.pseudoElements.push(...drawnIn(compound))
      }
    },
  )
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

/** What tells the element of a compound. */
function placeOf(compound: readonly CssNode[]): Pick<CssState, 'beside' | 'tag'> {
  const classes = compound.flatMap((node) => (node.type === 'ClassSelector' ? [node.name] : []))
  const type = compound.find((node) => node.type === 'TypeSelector')
  return {
    beside: classes.filter((name) => !STATE_CLASS.test(name)),
    ...(type?.type === 'TypeSelector' && { tag: type.name }),
  }
}

const drawnIn = (compound: readonly CssNode[]): CssFacts['pseudoElements'] =>
  compound.flatMap((node) =>
    (node.type === 'PseudoElementSelector' || node.type === 'PseudoClassSelector') && /^(before|after)$/.test(node.name)
      ? [{ pseudo: node.name, ...placeOf(compound) }]
      : [],
  )

function statesOf(compound: readonly CssNode[]): CssState[] {
  const place = placeOf(compound)
  return compound.flatMap((node): CssState[] => {
    if (node.type === 'PseudoClassSelector' && node.name === 'has') return statesInside(node, place)
    if (node.type === 'ClassSelector' && STATE_CLASS.test(node.name))
      return [{ kind: 'class', name: node.name, ...place }]
    if (node.type === 'PseudoClassSelector' && STATE_PSEUDO.has(node.name))
      return [{ kind: 'pseudo', name: node.name, ...place }]
    if (node.type !== 'AttributeSelector') return []
    // Another data attribute that stands alone, such as [data-theme], is what surrounds the component.
    const isOwn = place.beside.length > 0 || place.tag !== undefined
    if (!STATE_ATTRIBUTE.test(node.name.name) && !(isOwn && /^data-/.test(node.name.name))) return []
    const value = node.value && (node.value.type === 'String' ? node.value.value : node.value.name)
    return [{ kind: 'attribute', name: node.name.name, ...(value && { value }), ...place }]
  })
}

/** States of what an element holds, where nothing else tells that. */
function statesInside(node: CssNode, within: CssState['within'] & object): CssState[] {
  const found: CssState[] = []
  walk(node, (inner) => {
    if (inner.type === 'PseudoClassSelector' && STATE_PSEUDO.has(inner.name))
      found.push({ kind: 'pseudo', name: inner.name, beside: [], within })
  })
  return found
}
