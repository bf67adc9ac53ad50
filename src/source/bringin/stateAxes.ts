import { slugFor } from './proposal'
import type { CssState } from './statesInCss'

type Reach = Record<string, unknown>

/** The part that an element with these classes is; undefined for one that no part names. */
export type PartFinder = (state: CssState) => string | undefined

/** By which pseudo-classes styles know what a pointer and a key do, and by which attributes where code tells them of it. */
const INTERACTIONS: readonly [pseudo: RegExp, attribute: RegExp, value: string, reach: Reach][] = [
  [/^hover/, /^data-hover(ed)?$/, 'hover', { pseudo: 'hover' }],
  [/^focus/, /^data-focus(ed|-visible)?$/, 'focus', { pseudo: ['focus', 'focus-visible'] }],
  [/^active/, /^data-pressed$/, 'pressed', { pseudo: ['hover', 'active'] }],
  [/^disabled/, /^(data-)?disabled$/, 'disabled', { property: { disabled: true } }],
]

// A component with more parts that answer to a pointer is several.
const MAX_PLACES = 4

const isInteraction = ({ kind, name }: CssState) =>
  kind === 'attribute' && INTERACTIONS.some(([, attribute]) => attribute.test(name))

/** Axes of state that a style sheet speaks of: what a pointer or a key does on one axis, all else on axes of its own. */
export function stateAxes(
  states: readonly CssState[],
  partOf: PartFinder,
  given: (state: CssState) => string | undefined = () => undefined,
): Record<string, unknown> {
  const axes: Record<string, unknown> = {}
  const on = (state: CssState) => {
    const part = partOf(state)
    return part === undefined || part === 'root' ? {} : { on: part }
  }
  const value: Record<string, Reach> = { off: {} }
  for (const [name, called] of [
    ['checked', 'on'],
    ['indeterminate', 'mixed'],
  ] as const) {
    const found = states.find((state) => state.kind === 'pseudo' && state.name === name)
    if (found) value[called] = { property: { [name]: true }, ...on(found) }
  }
  if (Object.keys(value).length > 1) axes.value = { of: 'state', values: value }
  for (const state of states) {
    if (state.kind === 'pseudo' || isInteraction(state)) continue
    const name = slugFor(state.name.replace(/^(is|has|was|aria|data)-/, ''))
    const reach = state.kind === 'class' ? { class: state.name } : { attr: { [state.name]: state.value ?? true } }
    const isNamed = state.value !== undefined && !['true', 'false'].includes(state.value)
    const there = state.kind === 'attribute' && isNamed ? given(state) : undefined
    const called = isNamed ? valueOf(state.value!) : 'yes'
    const known = axes[name] as { values: Record<string, Reach> } | undefined
    if (state.value === 'false' || known?.values[called]) continue
    // What the markup has already is the axis' first value, and nothing is changed for it.
    const first = { [there ? valueOf(there) : 'no']: {} }
    const values: Record<string, Reach> = known?.values ?? first
    if (called in values) axes[name] = { of: kindOf(state), values }
    else axes[name] = { of: kindOf(state), values: { ...values, [called]: { ...reach, ...on(state) } } }
  }
  const interaction = interactionsOf(states, on)
  if (Object.keys(interaction).length > 1) axes.interaction = { of: 'state', values: interaction }
  return axes
}

const valueOf = (text: string) =>
  text
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '') || 'empty'

/** Looks that are named by data attributes are variants; what ARIA and HTML know are states. */
const kindOf = ({ kind, name, value }: CssState) =>
  kind !== 'attribute' || !/^data-/.test(name) || value === undefined || /^data-state$/.test(name)
    ? 'state'
    : /^data-size$/.test(name)
      ? 'size'
      : 'variant'

/** What a pointer and a key do, for each part that the styles know it of: `hover`, and `hover-close` for a second part. */
function interactionsOf(states: readonly CssState[], on: (state: CssState) => { on?: string }) {
  const interaction: Record<string, Reach | Reach[]> = { rest: {} }
  for (const [pseudo, attribute, value, reach] of INTERACTIONS) {
    const found = states.filter(
      ({ kind, name }) => kind !== 'class' && (kind === 'pseudo' ? pseudo : attribute).test(name),
    )
    const places = new Map<string, Reach>()
    for (const state of found) {
      const place = on(state)
      const isWithin = state.name === 'focus-within'
      if (!places.has(place.on ?? 'root'))
        places.set(place.on ?? 'root', { ...(isWithin ? { pseudo: 'focus-within' } : reach), ...place })
    }
    const reaches = [...places.values()]
    // A component is disabled as a whole.
    if (value === 'disabled') {
      if (reaches.length > 0) interaction[value] = reaches.length === 1 ? reaches[0]! : reaches
      continue
    }
    ;[...places].slice(0, MAX_PLACES).forEach(([part, each], at) => {
      interaction[at === 0 ? value : `${value}-${part}`] = each
    })
  }
  return interaction
}
