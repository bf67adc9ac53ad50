import type { DefaultTreeAdapterMap } from 'parse5'

export type Element = DefaultTreeAdapterMap['element']
export type TextNode = DefaultTreeAdapterMap['textNode']
export type AnyNode = DefaultTreeAdapterMap['node']

const childrenOf = (node: AnyNode): AnyNode[] => ('childNodes' in node ? node.childNodes : [])

/** The elements of a piece of HTML, outer ones first. */
export const allElements = (node: AnyNode): Element[] =>
  childrenOf(node).flatMap((child) => ('tagName' in child ? [child, ...allElements(child)] : []))

export const attributeOf = ({ attrs }: Element, wanted: string): string | undefined =>
  attrs.find(({ name }) => name === wanted)?.value

// What a template puts together is no class: `tile--{{ props.tone }}`.
const COMPOSED = /[^\s{}]*\{(?:\{[\s\S]*?\}|%[\s\S]*?%)\}[^\s{}]*/g

export const classesOf = (element: Element): string[] =>
  attributeOf(element, 'class')?.replace(COMPOSED, ' ').split(/\s+/).filter(Boolean) ?? []

/** The texts that are shown, each with the element that it stands in; `{{ … }}` is none. */
export function textsOf(node: AnyNode): { text: TextNode; parent: AnyNode }[] {
  return childrenOf(node).flatMap((child) => {
    if (child.nodeName === 'script' || child.nodeName === 'style') return []
    if (child.nodeName !== '#text') return textsOf(child)
    const text = child as TextNode
    return text.value.trim() === '' || /\{[{%]/.test(text.value) ? [] : [{ text, parent: node }]
  })
}
