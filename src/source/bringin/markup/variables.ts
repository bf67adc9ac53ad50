import { titleOf } from '@/core/words'
import type { CssFacts } from '../statesInCss'

// `{{ props.note | escape }}`, `{% if slots.lead %}`; brackets are another way to write a name.
const NAMED = /\b(props|slots)(?:\.([a-z][\w-]*)|\[["']([a-z][\w-]*)["']\])/gi
// Filters that reckon: what goes through them, or into them, is a number.
const RECKONED =
  /\bprops\.([a-z][\w-]*)\s*\|\s*(?:plus|minus|times|divided_by|modulo|abs|ceil|floor|round|at_least|at_most)\b|\|\s*(?:plus|minus|times|divided_by|modulo|at_least|at_most)\s*:\s*props\.([a-z][\w-]*)/gi
const INSIDE = /\{\{([\s\S]*?)\}\}|\{%([\s\S]*?)%\}/g

/** The props and slots that a template names, as a sheet declares them: what is only asked for is a flag. */
export function templateNames(template: string): { props: Record<string, unknown>; slots: Record<string, unknown> } {
  const shown = { props: new Set<string>(), slots: new Set<string>() }
  const named = { props: new Set<string>(), slots: new Set<string>() }
  for (const [, output, tag] of template.matchAll(INSIDE))
    for (const [, of, dotted, quoted] of (output ?? tag ?? '').matchAll(NAMED)) {
      const name = (dotted ?? quoted)!
      named[of as 'props' | 'slots'].add(name)
      if (output !== undefined) shown[of as 'props' | 'slots'].add(name)
    }
  const numbers = new Set([...template.matchAll(RECKONED)].map(([, before, after]) => (before ?? after)!))
  const prop = (name: string) =>
    numbers.has(name)
      ? { type: 'number', default: 0 }
      : shown.props.has(name)
        ? { type: 'text', default: titleOf(name) }
        : { type: 'flag', default: false }
  return {
    props: Object.fromEntries([...named.props].map((name) => [name, prop(name)])),
    slots: Object.fromEntries([...named.slots].map((name) => [name, { text: true, default: { text: titleOf(name) } }])),
  }
}

/** `<slot name="lead">` of plain HTML as the template's own; one without a name is `default`. */
export const slotsAsVariables = (html: string): string =>
  html.replace(
    /<slot\b([^>]*)>(?:[\s\S]*?<\/slot\s*>)?/gi,
    (_, attributes: string) => `{{ slots.${/\bname\s*=\s*["']?([\w-]+)/.exec(attributes)?.[1] ?? 'default'} }}`,
  )

const IN_CLASS = /([\w-]+[-_])\{\{\s*props\.([a-z][\w-]*)\s*\}\}/gi
const IN_ATTRIBUTE = /\b((?:data|aria)-[\w-]+)\s*=\s*["']\{\{\s*props\.([a-z][\w-]*)\s*\}\}["']/gi

/** What a template makes of a prop: classes that begin so, or an attribute. */
export interface Composed {
  prop: string
  /** `tile--` of `tile--{{ props.tone }}`. */
  prefix?: string
  attribute?: string
  /** Those that are styled. */
  values: string[]
}

/** Props that a template makes classes or attributes of, with the values that are styled: `tile--{{ props.tone }}` and `.tile--warm`. */
export function composedProps(template: string, { classes, states }: Pick<CssFacts, 'classes' | 'states'>): Composed[] {
  const found: Composed[] = []
  const add = (given: Omit<Composed, 'values'>, values: readonly string[]) => {
    const own = [...new Set(values)].filter((value) => /^[a-z0-9]+(-[a-z0-9]+)*$/.test(value))
    if (own.length > 1 && !found.some(({ prop }) => prop === given.prop)) found.push({ ...given, values: own })
  }
  for (const [, prefix = '', prop = ''] of template.matchAll(IN_CLASS))
    add(
      { prop, prefix },
      [...classes].flatMap((each) => (each.startsWith(prefix) ? [each.slice(prefix.length)] : [])),
    )
  for (const [, attribute = '', prop = ''] of template.matchAll(IN_ATTRIBUTE))
    add(
      { prop, attribute },
      states.flatMap(({ kind, name, value }) => (kind === 'attribute' && name === attribute && value ? [value] : [])),
    )
  return found
}
