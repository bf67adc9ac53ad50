import { titleOf } from '@/core/words'
import { parseFragment } from 'parse5'
import { folderOf, printSheet, slugFor, type Proposal } from '../proposal'
import { stateAxes } from '../stateAxes'
import { statesInCss, type CssFacts, type CssState } from '../statesInCss'
import { allElements, attributeOf, classesOf, textsOf, type AnyNode, type Element } from './elements'
import { familiesOf, modifierAxes, modifiersOf } from './modifiers'
import { blockOf, drawnParts, partIn, partsOf } from './parts'
import { takenScript, type TakenScript } from './scripts'
import { composedProps, slotsAsVariables, templateNames, type Composed } from './variables'

// A style sheet with more classes is a whole framework's.
const MANY_CLASSES = 150
// More texts than this are content, and no props.
const MAX_TEXTS = 6

export interface Markup {
  html: string
  css: string
  /** An ES module with a default export, or a plain script. */
  script?: string
}

/** Proposes a component from a piece of HTML, the CSS that styles it and the script that moves it. */
export function fromMarkup(given: Markup, taken: readonly string[], called?: string): Proposal {
  const html = slotsAsVariables(withoutScripts(given.html))
  const fragment = parseFragment(html, { sourceCodeLocationInfo: true })
  const elements = allElements(fragment)
  const facts = statesInCss(given.css)
  const block = blockOf(elements)
  const slug = slugFor(called ?? block ?? elements[0]?.tagName ?? 'component', taken)
  const composed = composedProps(html, facts)
  const looks = looksOf(html, elements, block, facts, composed)
  const parts = partsOf(elements, block)
  const script = given.script === undefined ? undefined : takenScript(given.script)
  const { props, changes } = textProps(fragment, parts)
  const names = templateNames(html)
  const choices = Object.fromEntries(
    composed.map(({ prop, values }) => [prop, { type: 'choice', values, default: values[0] }]),
  )
  const axes: Record<string, unknown> = {
    ...Object.fromEntries(composed.map(({ prop, values }) => [prop, values])),
  }
  // What looks and states call alike are two things.
  for (const [name, axis] of [
    ...Object.entries(looks.axes),
    ...Object.entries(statesOf(elements, facts, looks.names, parts, composed)),
  ])
    axes[slugFor(name, Object.keys(axes))] = axis
  const fields = {
    sheet: 1,
    name: titleOf(slug),
    status: 'draft',
    source: {
      kind: 'markup',
      markup: `${slug}.liquid`,
      styles: [`${slug}.css`],
      ...(script && { script: `${slug}.js` }),
    },
    ...(script?.isOfDocument && { stage: { isolate: true } }),
    parts: { ...parts, ...drawnParts(parts, facts) },
    props: { ...names.props, ...choices, ...props },
    slots: names.slots,
    axes,
  }
  const folder = folderOf(slug)
  return {
    slug,
    file: `${folder}${slug}.sheet.yaml`,
    texts: {
      [`${folder}${slug}.sheet.yaml`]: printSheet(fields),
      [`${folder}${slug}.liquid`]: changed(html, [...looks.changes, ...changes]).trim() + '\n',
      [`${folder}${slug}.css`]: given.css.trim() + '\n',
      ...(script && { [`${folder}${slug}.js`]: script.text }),
    },
    understood: understoodOf(fields, script),
    unclear: unclearOf(given.html, elements, facts, block, looks.others, script),
  }
}

interface Fields {
  parts: Record<string, unknown>
  props: Record<string, unknown>
  slots: Record<string, unknown>
  axes: Record<string, unknown>
}

const understoodOf = ({ parts, props, slots, axes }: Fields, script: TakenScript | undefined): string[] => [
  `${Object.keys(parts).length} parts: ${Object.keys(parts).join(', ')}`,
  ...Object.entries(axes).map(
    ([name, axis]) =>
      `axis ${name}: ${(Array.isArray(axis) ? axis : Object.keys((axis as { values: object }).values)).join(', ')}`,
  ),
  ...Object.entries(props).map(([name, prop]) => {
    const { type, default: text } = prop as { type: string; default: unknown }
    return type === 'text' ? `the text “${String(text)}” as the prop ${name}` : `prop ${name}: ${type}`
  }),
  ...Object.keys(slots).map((name) => `slot ${name}`),
  ...(script?.understood ?? []),
]

function unclearOf(
  html: string,
  elements: readonly Element[],
  facts: CssFacts,
  block: string | undefined,
  others: readonly string[],
  script: TakenScript | undefined,
): string[] {
  const classes = (names: readonly string[]) => names.map((name) => `.${name}`).join(', ')
  const foreign = foreignClasses(elements, facts, block)
  return [
    ...facts.faults.map(({ line, message }) => `Syntax error in line ${line} of the CSS: ${message}.`),
    ...(elements.length === 0 ? ['The HTML holds no element.'] : []),
    ...(/<script\b/i.test(html) ? ['A script in the HTML is left out: give it as JavaScript of its own.'] : []),
    ...(others.length > 0 ? [`Not taken, since there are enough: ${classes(others)}.`] : []),
    ...(foreign.length > 0 ? [`Styled, but not in the HTML: ${classes(foreign)}.`] : []),
    ...(facts.classes.size > MANY_CLASSES ? [] : facts.unreached.map((what) => `No axis reaches ${what}.`)),
    ...(script?.unclear ?? []),
  ]
}

/** A piece of a template that is written otherwise. */
interface Change {
  from: number
  to: number
  text: string
}

const changed = (html: string, changes: readonly Change[]) =>
  changes
    .toSorted((a, b) => b.from - a.from)
    .reduce((text, { from, to, text: next }) => text.slice(0, from) + next + text.slice(to), html)

/** The looks of the root: axes of its modifiers, and the change that takes these out of the template. */
function looksOf(
  html: string,
  elements: readonly Element[],
  block: string | undefined,
  facts: CssFacts,
  composed: readonly Composed[],
) {
  const [root] = elements
  const own = root ? classesOf(root) : []
  const all = block === undefined ? [] : modifiersOf(block, own, elements, facts)
  const names = all.filter((name) => !composed.some(({ prefix }) => prefix !== undefined && name.startsWith(prefix)))
  const { axes, others } =
    block === undefined ? { axes: {}, others: [] } : modifierAxes(block, own, familiesOf(block, own, names, facts))
  const place = root?.sourceCodeLocation?.attrs?.class
  const changes: Change[] = []
  // A class attribute that a template composes stays as it is.
  if (place && own.some((name) => names.includes(name)) && !/\{[{%]/.test(attributeOf(root, 'class')!)) {
    const { startOffset: from, endOffset: to } = place
    const plain = own.filter((name) => !names.includes(name)).join(' ')
    changes.push({ from, to, text: html.slice(from, to).replace(/("[^"]*"|'[^']*')$/, `"${plain}"`) })
  }
  return { axes, names, others, changes }
}

/** Texts become props: a single one the label, several are called after their parts. What no part tells apart stays as it is. */
function textProps(fragment: AnyNode, parts: Readonly<Record<string, string>>) {
  const texts = textsOf(fragment)
  const props: Record<string, unknown> = {}
  const changes: Change[] = []
  for (const { text, parent } of texts) {
    const place = text.sourceCodeLocation
    const part = 'tagName' in parent ? partIn(parts, { beside: classesOf(parent), tag: parent.tagName }) : undefined
    const name = texts.length === 1 || part === undefined || part === 'root' ? 'label' : part
    if (!place || name in props || changes.length >= MAX_TEXTS || (part === undefined && text !== texts[0]!.text))
      continue
    props[name] = { type: 'text', default: text.value.trim() }
    const [before] = /^\s*/.exec(text.value)!
    const [after] = texts.length === 1 ? [''] : /\s*$/.exec(text.value)!
    changes.push({
      from: place.startOffset,
      to: place.endOffset,
      text: `${texts.length === 1 ? '' : before}{{ props.${name} | escape }}${after}`,
    })
  }
  return { props, changes }
}

/** States that the styles give to what stands in the markup. A framework's sheet speaks of everything. */
function statesOf(
  elements: readonly Element[],
  facts: CssFacts,
  looks: readonly string[],
  parts: Readonly<Record<string, string>>,
  composed: readonly Composed[],
): Record<string, unknown> {
  const isOf = (element: Element, { beside, tag }: Pick<CssState, 'beside' | 'tag'>) =>
    beside.every((name) => classesOf(element).includes(name) || looks.includes(name)) &&
    (tag === undefined || element.tagName === tag)
  const elementOf = (state: CssState): Element | undefined => {
    if (state.within) {
      const outer = elements.find((element) => isOf(element, state.within!))
      return outer && allElements(outer).find(({ tagName }) => CONTROL.test(tagName))
    }
    return state.beside.length > 0 || state.tag !== undefined
      ? elements.find((element) => isOf(element, state))
      : undefined
  }
  return stateAxes(
    facts.states.filter(
      (state) => elementOf(state) !== undefined && !composed.some(({ attribute }) => attribute === state.name),
    ),
    (state) => {
      const element = elementOf(state)!
      return partIn(parts, state.within ? { beside: classesOf(element), tag: element.tagName } : state)
    },
    (state) => attributeOf(elementOf(state)!, state.name),
  )
}

// What a state such as checked or disabled can be one of.
const CONTROL = /^(input|button|select|textarea|option|a)$/

/** The first classes that are styled and stand nowhere; of a whole framework nobody wants to know. */
function foreignClasses(elements: readonly Element[], { classes }: CssFacts, block: string | undefined): string[] {
  if (classes.size > MANY_CLASSES) return []
  const present = new Set(elements.flatMap(classesOf))
  return [...classes]
    .filter((name) => !present.has(name) && !name.startsWith(`${block}--`) && !/^(is|has|was)-/.test(name))
    .slice(0, 8)
}

const withoutScripts = (html: string) => html.replace(/<script\b[^>]*>[\s\S]*?<\/script\s*>/gi, '')
