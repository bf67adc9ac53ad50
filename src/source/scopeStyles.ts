import { generate, parse, walk, type CssNode, type Rule, type Selector, type WalkContext } from 'css-tree'
import { keptByText } from '@/core/keep'
import type { LibraryFile } from '@/core/sheet'
import { FRAME_TAG } from '@/stage'
import { compoundsOf } from './cssCompounds'

/** A style sheet in the two forms that a shadow-root stage needs. */
export interface ScopedStyles {
  /** Same lines as the original; selectors of the page's root name the case's frame instead. */
  scoped: string
  /** Rules that belong to the page: its root's, fonts and registered properties. */
  page: string
}

// What a page's root gives to what lies in it. Its margins or sizes would be the frame's, and wrong.
const HANDED_DOWN = /^(--.+|color|color-scheme|accent-color|background|background-color|font-family)$/
const PAGE_RULES = new Set(['font-face', 'property', 'font-feature-values', 'counter-style'])

/**
 * Splits a sheet into what shadow roots take and what the page takes.
 * @param marks by which the page's root can be told: `[data-theme]` alone is the page's where a context sets it
 */
export const scopeStyles = (css: string, marks: readonly string[] = []): ScopedStyles => scoped(css, marks.join(' '))

const scoped = keptByText((css: string, names: string): ScopedStyles => {
  const isMark = markTest(names === '' ? [] : names.split(' '))
  const edits: Edit[] = []
  const page: string[] = []
  const tree = parse(css, { positions: true, parseValue: false, onParseError: () => {} })
  const around: string[] = []
  const toPage = (text: string) =>
    page.push(`${around.map((each) => `${each} {`).join(' ')} ${text} ${'}'.repeat(around.length)}`)
  const named = new Set<string>()
  const nameLayer = (names: string) => {
    const key = [...around, names].join(' ')
    if (!named.has(key)) toPage(`@layer ${names};`)
    named.add(key)
  }
  walk(tree, {
    enter(this: WalkContext, node: CssNode) {
      if (node.type === 'Atrule') {
        const prelude = node.prelude ? generate(node.prelude) : ''
        if (PAGE_RULES.has(node.name)) page.push(sourceOf(css, node))
        // Layers come in the order in which they are first named, whether or not that is where the root is spoken of.
        if (node.name === 'layer' && prelude !== '') nameLayer(prelude)
        if (node.block) around.push(`@${node.name} ${prelude}`)
      }
      // Nested rules (`&:hover`) keep their selectors: their parents' were rewritten.
      if (node.type === 'Rule' && !this.rule && node.prelude.type === 'SelectorList')
        if (rewriteRule(css, node, edits, isMark)) toPage(sourceOf(css, node))
    },
    leave(node: CssNode) {
      if (node.type === 'Atrule' && node.block) around.pop()
    },
  })
  return { scoped: applyEdits(css, edits), page: page.join('\n') }
})

interface Edit {
  start: number
  end: number
  text: string
}

/** Rewrites a rule's selectors; tells whether the rule speaks of the page's root itself. */
function rewriteRule(css: string, rule: Rule, edits: Edit[], isMark: MarkTest): boolean {
  if (rule.prelude.type !== 'SelectorList') return false
  const selectors = rule.prelude.children.toArray().filter((each) => each.type === 'Selector')
  const read = selectors.map((selector) => readSelector(css, selector, isMark))
  const ofRoot = read.filter(({ reach }) => reach === 'root')
  if (ofRoot.length < read.length) {
    if (ofRoot.length === 0) edits.push(...read.flatMap((each) => each.edits))
    else {
      // What the root gets is not all that the others get.
      const others = read.filter(({ reach }) => reach !== 'root')
      const { start, end } = rule.prelude.loc!
      edits.push({ start: start.offset, end: end.offset, text: textOf(css, others) })
      const after = rule.loc!.end.offset
      edits.push({ start: after, end: after, text: ` ${textOf(css, ofRoot)} ${blockOfRoot(css, rule)}` })
    }
  } else edits.push(...read.flatMap((each) => each.edits), ...withheld(rule))
  return read.some(({ reach }) => reach !== 'inside')
}

/** One selector, with what makes it one of a case. */
interface ReadSelector {
  start: number
  end: number
  edits: Edit[]
  /** What it speaks of: the page's root, the root among others (`:is(html, .a)`), or only what lies inside. */
  reach: 'root' | 'partly' | 'inside'
}

/** Selectors on one line, as a case has them. */
const textOf = (css: string, selectors: readonly ReadSelector[]) =>
  selectors.map(({ start, end, edits }) => onOneLine(within(css, start, end, edits))).join(', ')

/** A rule's block as a case's frame takes it. */
const blockOfRoot = (css: string, rule: Rule) => {
  const { start, end } = rule.block.loc!
  return onOneLine(within(css, start.offset, end.offset, withheld(rule)))
}

const onOneLine = (text: string) => text.replace(/\s*\n\s*/g, ' ')

function readSelector(css: string, selector: Selector, isMark: MarkTest): ReadSelector {
  const compounds = compoundsOf(selector)
  const { start, end } = selector.loc!
  const place = { start: start.offset, end: end.offset }
  // A page's own sheet has no host. Here it would be what holds the case.
  if (compounds.some((compound) => compound.some(isHost)))
    return { ...place, edits: [{ ...place, text: ':not(*)' }], reach: 'inside' }
  const roots = compounds.findIndex((compound) => !isRoot(compound, isMark))
  const leading = roots < 0 ? compounds : compounds.slice(0, roots)
  const last = roots < 0 ? compounds.at(-1) : undefined
  const isPart = last?.some((node) => rootNames(node, last.indexOf(node)).isPart) ?? false
  return {
    ...place,
    edits: frameEdits(css, leading),
    reach: last === undefined || last.length === 0 ? 'inside' : isPart ? 'partly' : 'root',
  }
}

/**
 * Lets the leading compounds of a selector name the case's frame. `html[data-theme] body .x`: both stand for the one
 * frame, so the first goes and its attributes are asked of the second.
 */
function frameEdits(css: string, leading: readonly (readonly CssNode[])[]): Edit[] {
  const last = leading.at(-1)
  if (!last || last.length === 0) return []
  const named = (node: CssNode, index: number) =>
    rootNames(node, index).names.map((name): Edit => ({
      start: name.loc!.start.offset,
      end: name.loc!.end.offset,
      text: name.type === 'TypeSelector' ? FRAME_TAG : '[data-frame]',
    }))
  const before = leading.slice(0, -1)
  const asked = before
    .flatMap((compound) =>
      compound.flatMap((node, index) => {
        const edits = named(node, index)
        const { start, end } = node.loc!
        const isName = edits.some((each) => each.start === start.offset && each.end === end.offset)
        return isName ? [] : [within(css, start.offset, end.offset, edits)]
      }),
    )
    .join('')
  const [start, at] = [leading[0]![0]!.loc!.start.offset, last[0]!.loc!.start.offset]
  const end = last.at(-1)!.loc!.end.offset
  return [
    ...(before.length > 0 ? [{ start, end: at, text: '' }] : []),
    ...last.flatMap(named),
    ...(asked ? [{ start: end, end, text: asked }] : []),
  ]
}

/** Takes out what a page's root does not hand down, also where the rule says it of the root under a condition. */
function withheld({ block }: { block: Rule['block'] }): Edit[] {
  return block.children.toArray().flatMap((node): Edit[] => {
    if (node.type === 'Atrule' && node.block) return withheld({ block: node.block })
    if (node.type === 'Rule') return isOfParent(node) ? withheld(node) : []
    if (node.type !== 'Declaration' || HANDED_DOWN.test(node.property)) return []
    const { start, end } = node.loc!
    return [{ start: start.offset, end: end.offset, text: '' }]
  })
}

/** Whether a nested rule speaks of what its parent speaks of: `&.dark`, not `& .a`. */
const isOfParent = ({ prelude }: Rule) =>
  prelude.type === 'SelectorList' &&
  prelude.children
    .toArray()
    .every(
      (selector) =>
        selector.type === 'Selector' &&
        compoundsOf(selector).length === 1 &&
        selector.children.toArray().some(({ type }) => type === 'NestingSelector'),
    )

const isHost = (node: CssNode) => node.type === 'PseudoClassSelector' && /^host(-context)?$/.test(node.name)

type MarkTest = (node: CssNode) => boolean

const LISTS = /^(is|where|matches|-webkit-any|-moz-any)$/

/** The nodes in one of a compound's selectors that name the page's root; `isPart`: it names others too. */
function rootNames(node: CssNode, index: number): { names: CssNode[]; isPart: boolean } {
  if (node.type === 'TypeSelector')
    return { names: index === 0 && /^(html|body)$/i.test(node.name) ? [node] : [], isPart: false }
  if (node.type !== 'PseudoClassSelector') return { names: [], isPart: false }
  if (node.name === 'root') return { names: [node], isPart: false }
  const list = LISTS.test(node.name) ? node.children?.first : undefined
  if (list?.type !== 'SelectorList') return { names: [], isPart: false }
  const each = list.children.toArray().map((selector) => {
    const compounds = selector.type === 'Selector' ? compoundsOf(selector) : []
    return compounds.length === 1 ? compounds[0]!.flatMap((inner, at) => rootNames(inner, at).names) : []
  })
  const names = each.flat()
  return { names, isPart: names.length > 0 && each.some((own) => own.length === 0) }
}

/** `:root`, `html`, `:where(body)`, whatever else is asked of them; or what is the page's root's alone. */
function isRoot(compound: readonly CssNode[], isMark: MarkTest): boolean {
  if (compound.length === 0 || compound.some(({ type }) => type === 'PseudoElementSelector')) return false
  return compound.some((node, index) => rootNames(node, index).names.length > 0) || compound.every(isMark)
}

/** What by itself tells that an element is the page's root. */
function markTest(marks: readonly string[]): MarkTest {
  const own = new Set(['[dir]', '[lang]', '[data-theme]', ...marks])
  return (node) =>
    (node.type === 'ClassSelector' && own.has(`.${node.name}`)) ||
    (node.type === 'AttributeSelector' && own.has(`[${node.name.name}]`))
}

/** By what the root of a library's pages can be told: attributes of its contexts, and what the page is said to bear. */
export const rootMarks = ({ contexts, page = [] }: LibraryFile): string[] => [
  ...Object.keys(contexts).map((name) => `[data-${name}]`),
  ...page.flatMap((each) => [
    ...(each.class ?? []).map((name) => `.${name}`),
    ...Object.keys(each.attributes).map((name) => `[${name}]`),
  ]),
]

const sourceOf = (css: string, node: CssNode) => css.slice(node.loc!.start.offset, node.loc!.end.offset)

/** A part of a sheet with the edits that lie in it. */
const within = (css: string, start: number, end: number, edits: readonly Edit[]) =>
  applyEdits(
    css.slice(start, end),
    edits.map((each) => ({ ...each, start: each.start - start, end: each.end - start })),
  )

/** Applies edits from the end; what is taken out leaves its line breaks, so that lines keep their numbers. */
function applyEdits(css: string, edits: readonly Edit[]): string {
  let text = css
  for (const { start, end, text: put } of edits.toSorted((a, b) => b.start - a.start)) {
    const breaks = text.slice(start, end).replace(/[^\n]/g, '')
    text = text.slice(0, start) + put + breaks + text.slice(end)
  }
  return text
}
