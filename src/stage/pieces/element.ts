import { camelCase } from '@/core/sheet'
import { isSame } from '@/core/yaml'
import type { StageNested, StagePiece } from '../protocol'
import type { Maker } from './assembly'

/** Renders custom elements: props go to properties where the element has them, else to attributes; slots are native slots. */
export function elementMaker({ tag }: Extract<StagePiece, { kind: 'element' }>): Maker {
  return (nested, spot, assembly) => {
    const element = assembly.document.createElement(tag)
    if (spot.slot !== undefined) element.slot = spot.slot
    for (const [name, value] of Object.entries(nested.props)) setProp(element, name, value)
    const fills = new Map<string, () => void>()
    const fillText = (name: string, text: string) => {
      const node = textFor(assembly.document, name, text)
      element.append(node)
      fills.set(name, () => node.remove())
    }
    const fillComponent = (name: string, filling: StageNested) => {
      const slot = name === 'default' ? {} : { slot: name }
      fills.set(name, assembly.putRemovable(filling, { insert: (node) => element.append(node), ...slot }).remove)
    }
    for (const [name, filling] of Object.entries(nested.slots))
      if (filling.kind === 'text') fillText(name, filling.text)
    spot.insert(element)
    for (const [name, filling] of Object.entries(nested.slots))
      if (filling.kind === 'component') fillComponent(name, filling)
    assembly.placed(nested, [element], spot.container === undefined)
    let last = nested
    return (next) => {
      for (const [name, value] of Object.entries(next.props)) {
        if (isSame(last.props[name], value)) continue
        if (value === false || value === undefined || value === null) element.removeAttribute(name)
        setProp(element, name, value)
      }
      for (const [name, filling] of Object.entries(next.slots)) {
        if (isSame(last.slots[name], filling)) continue
        fills.get(name)?.()
        fills.delete(name)
        if (filling.kind === 'text') fillText(name, filling.text)
        else if (filling.kind === 'component') fillComponent(name, filling)
      }
      last = next
    }
  }
}

function setProp(element: HTMLElement, name: string, value: unknown) {
  const property = [camelCase(name), name].find((each) => each in element)
  if (property !== undefined) Object.assign(element, { [property]: value })
  else if (value === true) element.setAttribute(name, '')
  else if (value !== false && value !== undefined && value !== null)
    element.setAttribute(name, typeof value === 'object' ? JSON.stringify(value) : String(value))
}

function textFor(document: Document, name: string, text: string): ChildNode {
  if (name === 'default') return document.createTextNode(text)
  const span = document.createElement('span')
  span.slot = name
  span.textContent = text
  return span
}
