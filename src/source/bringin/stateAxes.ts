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

const isInteraction = ({ kind, name }: CssState) =>
  kind === 'attribute' && INTERACTIONS.some(([, attribute]) => attribute.test(name))

/** Axes of state that a style sheet speaks of: what a pointer or a key does on one axis, all else on axes of its own. */
export function stateAxes(states: readonly CssState[], partOf: PartFinder): Record<string, unknown> {
  const axes: Record<string, unknown> = {}
  const on = (state: CssState) => {
    const part = partOf(state)
    return part === undefined || part === 'root' ? {} : { on: part }
  }
  const interaction: Record<string, Reach> = { rest: {} }
  for (const [pseudo, attribute, value, reach] of INTERACTIONS) {
    const found = states.find(
      ({ kind, name }) => (kind === 'pseudo' ? pseudo : attribute).test(name) && kind !== 'class',
    )
    if (found) interaction[value] = { ...reach, ...on(found) }
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
    const known = axes[name] as { values: Record<string, Reach> } | undefined
    const called =
      state.value && !['true', 'false'].includes(state.value)
        ? state.value.toLowerCase().replace(/[^a-z0-9]+/g, '-')
        : 'yes'
    if (state.value === 'false' || known?.values[called]) continue
    axes[name] = { of: 'state', values: { ...(known?.values ?? { no: {} }), [called]: { ...reach, ...on(state) } } }
  }
  if (Object.keys(interaction).length > 1) axes.interaction = { of: 'state', values: interaction }
  return axes
}
