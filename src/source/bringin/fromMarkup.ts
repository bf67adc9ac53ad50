import { parseFragment, type DefaultTreeAdapterMap } from 'parse5'
import { folderOf, printSheet, slugFor, titleOf, type Proposal } from './proposal'
import { stateAxes } from './stateAxes'
import { statesInCss, type CssState } from './statesInCss'

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

/** Proposes a component from a piece of HTML and the CSS that styles it. */
export function fromMarkup(html: string, css: string, taken: readonly string[], called?: string): Proposal {
  const fragment = parseFragment(html, { sourceCodeLocationInfo: true })
  const elements = allElements(fragment)
  const [root] = elements
  const rootClasses = root ? classesOf(root) : []
  const facts = statesInCss(css)
  const block = rootClasses.find((name) => !name.includes('--')) ?? rootClasses[0]
  const slug = slugFor(called ?? block ?? root?.tagName ?? 'component', taken)
  const parts = partsOf(elements, block)
  const unclear: string[] = []
  if (!root) unclear.push('The HTML holds no element.')
  if (elements.some(({ tagName }) => tagName === 'script'))
    unclear.push('A script in the HTML is left out: give it as a module of its own.')
  const { axes: modifiers, template: plain } = modifierAxes(html, root, block, facts.classes)
  const text = firstText(fragment)
  const template = text ? plain.replace(text.value, `{{ props.label | escape }}`) : plain
  const partFor = ({ beside, tag }: CssState) =>
    Object.entries(parts).find(
      ([, select]) =>
        beside.some((name) => select === `.${name}`) || (beside.length === 0 && tag !== undefined && select === tag),
    )?.[0]
  const states = stateAxes(facts.states, partFor)
  const axes = { ...modifiers, ...states }
  const styled = new Set(elements.flatMap(classesOf))
  const foreign = [...facts.classes].filter(
    (name) => !styled.has(name) && !name.startsWith(`${block}--`) && !/^(is|has|was)-/.test(name),
  )
  if (foreign.length > 0)
    unclear.push(
      `Styled, but not in the HTML: ${foreign
        .slice(0, 8)
        .map((name) => `.${name}`)
        .join(', ')}.`,
    )
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

function partsOf(elements: readonly Element[], block: string | undefined): Record<string, string> {
  const parts: Record<string, string> = {}
  elements.forEach((element, at) => {
    const own = classesOf(element).find((name) => !name.includes('--') && !/^(is|has|was)-/.test(name))
    const role = element.attrs.find(({ name }) => name === 'role')?.value
    const select = own ? `.${own}` : role ? `[role="${role}"]` : undefined
    if (at === 0) parts.root = select ?? element.tagName
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

/** `.call--large` and its like become axes; those of size stand apart from the others. */
function modifierAxes(html: string, root: Element | undefined, block: string | undefined, styled: ReadonlySet<string>) {
  const axes: Record<string, unknown> = {}
  if (!root || !block) return { axes, template: html }
  const own = classesOf(root)
  const all = [...new Set([...own, ...styled])]
    .filter((name) => name.startsWith(`${block}--`))
    .map((name) => name.slice(block.length + 2))
  const sizes = all.filter((name) => SIZES.includes(name)).toSorted((a, b) => SIZES.indexOf(a) - SIZES.indexOf(b))
  const variants = all.filter((name) => !SIZES.includes(name))
  const add = (axis: string, values: readonly string[], plain: string) => {
    if (values.length === 0) return
    const present = values.find((value) => own.includes(`${block}--${value}`))
    const reaches = Object.fromEntries(values.map((value) => [slugOfValue(value), { class: `${block}--${value}` }]))
    const ordered = { [plain]: {}, ...reaches }
    axes[axis] = {
      ...(axis === 'size' && { of: 'size' }),
      ...(present && { default: slugOfValue(present) }),
      values: ordered,
    }
  }
  add('size', sizes, 'regular')
  add('variant', variants, 'plain')
  const start = root.sourceCodeLocation?.startTag
  if (!start) return { axes, template: html }
  const tag = html.slice(start.startOffset, start.endOffset)
  const kept = own.filter((name) => !name.startsWith(`${block}--`)).join(' ')
  const plainTag = tag.replace(/(\bclass\s*=\s*)("[^"]*"|'[^']*')/, `$1"${kept}"`)
  return { axes, template: html.slice(0, start.startOffset) + plainTag + html.slice(start.endOffset) }
}

const slugOfValue = (value: string) => value.toLowerCase().replace(/[^a-z0-9]+/g, '-')

const withoutScripts = (html: string) => html.replace(/<script\b[^>]*>[\s\S]*?<\/script\s*>/gi, '')
