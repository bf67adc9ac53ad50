import type { Rendered, StageEdit } from '@/core/breaks'
import { findParts, insideOf, type StandingCase } from '../findPart'
import { isInside } from '../hit'
import type { StageComponent } from '../protocol'

/** Something that a case shows, with the elements that bear it. */
export interface Shown {
  of: string
  elements: Element[]
}

/** The component's own elements of a case, by what each is called: the part that it is, else its tag and classes. */
export function ownElements(component: StageComponent, standing: StandingCase): Map<string, Element[]> {
  const parts = new Map<Element, string>()
  for (const [name, { pseudo }] of Object.entries(component.parts)) {
    if (pseudo !== undefined || name === 'host') continue
    for (const element of findParts(component, standing, name)) if (!parts.has(element)) parts.set(element, name)
  }
  const foreign = foreignRoots(component, standing)
  const own = new Map<string, Element[]>()
  for (const element of insideOf(standing.frame)) {
    if (foreign.some((root) => isInside(element, root))) continue
    const name = parts.get(element) ?? [element.localName, ...element.classList].join('.')
    own.set(name, [...(own.get(name) ?? []), element])
  }
  return own
}

/** First elements of other components that stand in a case, in slots mostly, as far as their sheets name them. */
export const foreignRoots = ({ pieces, slug: own }: StageComponent, { frame }: StandingCase): Element[] =>
  Object.entries(pieces).flatMap(([slug, { parts }]) => {
    const select = parts.root?.select
    if (slug === own || select === undefined) return []
    try {
      // What leads into another tree begins with an element of this one.
      return [...frame.querySelectorAll(select.split('>>>')[0]!)]
    } catch {
      return []
    }
  })

const textsOf = (element: Element): Text[] =>
  [...element.childNodes].filter((node): node is Text => node instanceof Text && node.data.trim() !== '')

/** All that can be left out of what a case shows. */
export function* renderedIn(component: StageComponent, standing: StandingCase): Generator<Rendered> {
  for (const [of, elements] of ownElements(component, standing)) {
    for (const name of new Set(elements.flatMap((element) => element.getAttributeNames())))
      yield { what: 'attribute', of, name }
    const isText = elements.some(
      (each) => !/^(style|script|title|desc)$/.test(each.localName) && textsOf(each).length > 0,
    )
    if (isText) yield { what: 'text', of }
  }
}

/** Leaves something out of what a case shows. @returns puts it back */
export function leaveOut(
  elements: readonly Element[],
  edit: Exclude<StageEdit, { do: 'styles' | 'rules' }>,
): () => void {
  const undo: (() => void)[] = []
  for (const element of elements) {
    if (edit.do === 'attribute') {
      const { name } = edit
      const before = element.getAttribute(name)
      if (before === null) continue
      element.removeAttribute(name)
      undo.push(() => element.setAttribute(name, before))
    } else
      for (const text of textsOf(element)) {
        const { data } = text
        text.data = ''
        undo.push(() => (text.data = data))
      }
  }
  return () => undo.toReversed().forEach((each) => each())
}
