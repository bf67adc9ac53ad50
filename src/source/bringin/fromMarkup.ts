import { parseFragment, type DefaultTreeAdapterMap } from 'parse5'
import { folderOf, printSheet, slugFor, titleOf, type Proposal } from './proposal'
import { stateAxes } from './stateAxes'
import { statesInCss, type CssFacts, type CssState } from './statesInCss'

type Element = DefaultTreeAdapterMap['element']
type TextNode = DefaultTreeAdapterMap['textNode']

const SIZES = [
  'tiny',
  'xs',
  'extra-small',
  'small',
  'sm',
  'compact',
  'regular',
  'medium',
  'md',
  'default',
  'large',
  'lg',
  'xl',
  'extra-large',
  'huge',
]

// A style sheet with more classes is a whole framework's.
const MANY_CLASSES = 150

/** Proposes a component from a piece of HTML and the CSS that styles it. */
export function fromMarkup(html: string, css: string, taken: readonly string[], called?: string): Proposal {
  const fragment = parseFragment(html, { sourceCodeLocationInfo: true })
  const elements = allElements(fragment)
  const [root] = elements
  const rootClasses = root ? classesOf(root) : []
  const facts = statesInCss(css)
  const block = blockOf(elements)
  const slug = slugFor(called ?? block ?? root?.tagName ?? 'component', taken)
  const parts = partsOf(elements, block)
  const unclear: string[] = []
  if (!root) unclear.push('The HTML holds no element.')
  if (elements.some(({ tagName }) => tagName === 'script'))
    unclear.push('A script in the HTML is left out: give it as a module of its own.')
  const looks = block === undefined ? [] : modifiersOf(block, rootClasses, elements, facts)
  const { axes: modifiers, template: plain, others } = modifierAxes(html, root, block, looks)
  const text = firstText(fragment)
  const template = text ? plain.replace(text.value, `{{ props.label | escape }}`) : plain
  const axes = { ...modifiers, ...statesOf(elements, facts, looks, parts) }
  if (others.length > 0)
    unclear.push(`Not taken, since there are enough: ${others.map((name) => `.${name}`).join(', ')}.`)
  const foreign = foreignClasses(elements, facts, block)
  if (foreign.length > 0) unclear.push(`Styled, but not in the HTML: ${foreign.map((name) => `.${name}`).join(', ')}.`)
  const folder = folderOf(slug)
  const file = `${folder}${slug}.sheet.yaml`
  return {
    slug,
    file,
    texts: {
      [file]: printSheet({
        sheet: 1,
        name: titleOf(slug),
        status: 'draft',
        source: { kind: 'markup', markup: `${slug}.liquid`, styles: [`${slug}.css`] },
        parts,
        ...(text && { props: { label: { type: 'text', default: text.value.trim() } } }),
        axes,
      }),
      [`${folder}${slug}.liquid`]: withoutScripts(template).trim() + '\n',
      [`${folder}${slug}.css`]: css.trim() + '\n',
    },
    understood: [
      `${Object.keys(parts).length} parts: ${Object.keys(parts).join(', ')}`,
      ...Object.entries(axes).map(
        ([name, axis]) => `axis ${name}: ${Object.keys((axis as { values: object }).values).join(', ')}`,
      ),
      ...(text ? [`the text “${text.value.trim()}” as the prop label`] : []),
    ],
    unclear,
  }
}

/** States that the styles give to what stands in the markup. A framework's sheet speaks of everything. */
function statesOf(
  elements: readonly Element[],
  facts: CssFacts,
  looks: readonly string[],
  parts: Readonly<Record<string, string>>,
): Record<string, unknown> {
  const tags = new Set(elements.map(({ tagName }) => tagName))
  const present = new Set(elements.flatMap(classesOf))
  const isHere = ({ beside, tag }: CssState) =>
    (beside.length > 0 || tag !== undefined) &&
    beside.every((name) => present.has(name) || looks.includes(name)) &&
    (tag === undefined || tags.has(tag))
  const isOf = (select: string, { beside, tag }: CssState) =>
    beside.some((name) => select === `.${name}`) || (beside.length === 0 && tag !== undefined && select === tag)
  return stateAxes(
    facts.states.filter(isHere),
    (state) => Object.entries(parts).find(([, select]) => isOf(select, state))?.[0],
  )
}

/** The first classes that are styled and stand nowhere; of a whole framework nobody wants to know. */
function foreignClasses(elements: readonly Element[], { classes }: CssFacts, block: string | undefined): string[] {
  if (classes.size > MANY_CLASSES) return []
  const present = new Set(elements.flatMap(classesOf))
  return [...classes]
    .filter((name) => !present.has(name) && !name.startsWith(`${block}--`) && !/^(is|has|was)-/.test(name))
    .slice(0, 8)
}

type AnyNode = DefaultTreeAdapterMap['node']
const childrenOf = (node: AnyNode): AnyNode[] => ('childNodes' in node ? node.childNodes : [])

function allElements(node: AnyNode): Element[] {
  return childrenOf(node).flatMap((child) => ('tagName' in child ? [child, ...allElements(child)] : []))
}

const classesOf = ({ attrs }: Element) =>
  attrs
    .find(({ name }) => name === 'class')
    ?.value.split(/\s+/)
    .filter(Boolean) ?? []

function firstText(node: AnyNode): TextNode | undefined {
  for (const child of childrenOf(node)) {
    if (child.nodeName === '#text' && (child as TextNode).value.trim() !== '') return child as TextNode
    if (child.nodeName === 'script' || child.nodeName === 'style') continue
    const inner = firstText(child)
    if (inner) return inner
  }
  return undefined
}

/** The class that names the component: others are made of it; else the first that is no modifier. */
function blockOf(elements: readonly Element[]): string | undefined {
  const own = elements[0] ? classesOf(elements[0]) : []
  const all = elements.flatMap(classesOf)
  return (
    own.find((name) => all.some((other) => other.startsWith(`${name}-`) || other.startsWith(`${name}__`))) ??
    own.find((name) => !name.includes('--')) ??
    own[0]
  )
}

function partsOf(elements: readonly Element[], block: string | undefined): Record<string, string> {
  const parts: Record<string, string> = {}
  elements.forEach((element, at) => {
    const own = classesOf(element).find((name) => !name.includes('--') && !/^(is|has|was)-/.test(name))
    const role = element.attrs.find(({ name }) => name === 'role')?.value
    const select = own ? `.${own}` : role ? `[role="${role}"]` : undefined
    if (at === 0) parts.root = block !== undefined ? `.${block}` : (select ?? element.tagName)
    // An element without a name of its own is a part only where it does something.
    else if (select || /^(input|button|select|textarea|a|label)$/.test(element.tagName)) {
      const name = slugFor(own?.replace(`${block}__`, '').replace(`${block}-`, '') ?? role ?? element.tagName)
      const where = select ?? element.tagName
      if (name !== 'root' && !Object.values(parts).includes(where))
        parts[name in parts ? `${name}-${at}` : name] = where
    }
  })
  return parts
}

// What design systems call their looks, where nothing in the markup tells a modifier from a part.
const TONES =
  /^(primary|secondary|tertiary|accent|neutral|success|danger|warning|error|info|light|dark|link|ghost|plain|quiet|loud|solid|soft|(outline|subtle|text)(-[a-z]+)?)$/

// Rules of siblings declare nearly the same properties.
const ALIKE = 0.6
const MAX_VALUES = 12

/** The names behind `.call--` or `.call-` that stand for looks of the block, rather than for parts of it. */
function modifiersOf(block: string, own: readonly string[], elements: readonly Element[], css: CssFacts): string[] {
  const inside = new Set(elements.slice(1).flatMap(classesOf))
  const all = [...new Set([...own, ...css.classes])].filter((name) => !inside.has(name))
  const marked = all.filter((name) => name.startsWith(`${block}--`))
  if (marked.length > 0) return marked
  const possible = all.filter((name) => name.startsWith(`${block}-`) && !name.startsWith(`${block}__`))
  const present = own.filter((name) => possible.includes(name))
  const isAlike = (name: string) =>
    present.some((one) => {
      const [a, b] = [css.declares.get(one) ?? new Set(), css.declares.get(name) ?? new Set()]
      const shared = [...a].filter((property) => b.has(property)).length
      return shared > 0 && shared / Math.max(a.size, b.size) >= ALIKE
    })
  return possible.filter((name) => {
    const rest = name.slice(block.length + 1)
    // One that is there shows what its siblings are like; without one, only names tell.
    return present.includes(name) || SIZES.includes(rest) || (present.length > 0 ? isAlike(name) : TONES.test(rest))
  })
}

/** `.call--large` or `.call-large` and its like become axes; those of size stand apart from the others. */
function modifierAxes(
  html: string,
  root: Element | undefined,
  block: string | undefined,
  classes: readonly string[],
): { axes: Record<string, unknown>; template: string; others: string[] } {
  const axes: Record<string, unknown> = {}
  if (!root || !block) return { axes, template: html, others: [] }
  const own = classesOf(root)
  const nameOf = (name: string) => name.slice(block.length).replace(/^-+/, '')
  const sizes = classes
    .filter((name) => SIZES.includes(nameOf(name)))
    .toSorted((a, b) => SIZES.indexOf(nameOf(a)) - SIZES.indexOf(nameOf(b)))
  const variants = classes.filter((name) => !sizes.includes(name))
  const kept = variants.filter((name, at) => at < MAX_VALUES || own.includes(name))
  const add = (axis: string, names: readonly string[], plain: string) => {
    if (names.length === 0) return
    const present = names.find((name) => own.includes(name))
    const reaches = Object.fromEntries(names.map((name) => [slugOfValue(nameOf(name)), { class: name }]))
    axes[axis] = {
      ...(axis === 'size' && { of: 'size' }),
      ...(present && { default: slugOfValue(nameOf(present)) }),
      values: { [plain]: {}, ...reaches },
    }
  }
  add('size', sizes, 'regular')
  add('variant', kept, 'plain')
  const others = variants.filter((name) => !kept.includes(name))
  const start = root.sourceCodeLocation?.startTag
  if (!start) return { axes, template: html, others }
  const tag = html.slice(start.startOffset, start.endOffset)
  const plain = own.filter((name) => !classes.includes(name)).join(' ')
  const plainTag = tag.replace(/(\bclass\s*=\s*)("[^"]*"|'[^']*')/, `$1"${plain}"`)
  return { axes, template: html.slice(0, start.startOffset) + plainTag + html.slice(start.endOffset), others }
}

const slugOfValue = (value: string) =>
  value
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '') || 'other'

const withoutScripts = (html: string) => html.replace(/<script\b[^>]*>[\s\S]*?<\/script\s*>/gi, '')
