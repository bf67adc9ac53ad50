import { generate, parse, walk, type CssNode, type Rule, type WalkContext } from 'css-tree'
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
  const isRoot = rootTest(names === '' ? [] : names.split(' '))
  const edits: Edit[] = []
  const page: string[] = []
  const tree = parse(css, { positions: true, parseValue: false, onParseError: () => {} })
  const around: string[] = []
  walk(tree, {
    enter(this: WalkContext, node: CssNode) {
      if (node.type === 'Atrule') {
        if (PAGE_RULES.has(node.name)) page.push(sourceOf(css, node))
        if (node.block) around.push(`@${node.name} ${node.prelude ? generate(node.prelude) : ''}`)
      }
      // Nested rules (`&:hover`) keep their selectors: their parents' were rewritten.
      if (node.type === 'Rule' && !this.rule && node.prelude.type === 'SelectorList') {
        if (rewriteRule(css, node, edits, isRoot))
          page.push(
            `${around.map((each) => `${each} {`).join(' ')} ${sourceOf(css, node)} ${'}'.repeat(around.length)}`,
          )
      }
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
function rewriteRule(css: string, rule: Rule, edits: Edit[], isRoot: RootTest): boolean {
  let isOfRoot = false
  if (rule.prelude.type !== 'SelectorList') return false
  rule.prelude.children.forEach((selector) => {
    if (selector.type !== 'Selector') return
    const compounds = compoundsOf(selector)
    const roots = compounds.findIndex((compound) => !isRoot(compound))
    const leading = roots < 0 ? compounds : compounds.slice(0, roots)
    if (roots < 0 && compounds.length > 0) isOfRoot = true
    edits.push(...frameEdits(css, leading))
  })
  if (isOfRoot) keepHandedDown(rule, edits)
  return isOfRoot
}

/**
 * Lets the leading compounds of a selector name the case's frame. `html[data-theme] body .x`: both stand for the one
 * frame, so the first goes and its attributes are asked of the second.
 */
function frameEdits(css: string, leading: readonly (readonly CssNode[])[]): Edit[] {
  const last = leading.at(-1)
  if (!last) return []
  const isName = (node: CssNode) => node.type === 'TypeSelector' || node.type === 'PseudoClassSelector'
  const before = leading.slice(0, -1)
  const asked = before
    .flatMap((compound) => compound.filter((node) => !isName(node)).map((node) => sourceOf(css, node)))
    .join('')
  const [start, end] = [leading[0]![0]!.loc!.start.offset, last[0]!.loc!.start.offset]
  const name = last.find(isName)
  const edits: Edit[] = before.length > 0 ? [{ start, end, text: '' }] : []
  if (name)
    edits.push({
      start: name.loc!.start.offset,
      end: name.loc!.end.offset,
      text: (name.type === 'TypeSelector' ? FRAME_TAG : '[data-frame]') + asked,
    })
  else if (asked) edits.push({ start: end, end, text: asked })
  return edits
}

function keepHandedDown(rule: Rule, edits: Edit[]) {
  rule.block.children.forEach((node) => {
    if (node.type !== 'Declaration' || HANDED_DOWN.test(node.property)) return
    const { start, end } = node.loc!
    edits.push({ start: start.offset, end: end.offset, text: '' })
  })
}

type RootTest = (compound: readonly CssNode[]) => boolean

const isRootName = (node: CssNode, index: number) =>
  (node.type === 'TypeSelector' && index === 0 && (node.name === 'html' || node.name === 'body')) ||
  (node.type === 'PseudoClassSelector' && node.name === 'root')

/** `:root`, `html`, `body`, also with attributes and classes; or those alone that are the page's root's. */
function rootTest(marks: readonly string[]): RootTest {
  const own = new Set(['[dir]', '[lang]', '[data-theme]', ...marks])
  return (compound) => {
    if (compound.length === 0) return false
    const isNamed = compound.some(isRootName)
    return compound.every((node, index) => {
      if (isRootName(node, index)) return true
      if (node.type === 'ClassSelector') return isNamed || own.has(`.${node.name}`)
      if (node.type !== 'AttributeSelector') return false
      const { name } = node.name
      return own.has(`[${name}]`) || (isNamed && name.startsWith('data-'))
    })
  }
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

/** Applies edits from the end; what is taken out leaves its line breaks, so that lines keep their numbers. */
function applyEdits(css: string, edits: readonly Edit[]): string {
  let text = css
  for (const { start, end, text: put } of edits.toSorted((a, b) => b.start - a.start)) {
    const breaks = text.slice(start, end).replace(/[^\n]/g, '')
    text = text.slice(0, start) + put + breaks + text.slice(end)
  }
  return text
}
