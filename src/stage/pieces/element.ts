import type { StagePiece } from '../protocol'
import { camelCase } from '@/core/sheet'
import type { Maker } from './assembly'

/** Renders custom elements: props go to properties where the element has them, else to attributes; slots are native slots. */
export function elementMaker({ tag }: Extract<StagePiece, { kind: 'element' }>): Maker {
  return (one, spot, assembly) => {
    const element = assembly.document.createElement(tag)
    if (spot.slot !== undefined) element.slot = spot.slot
    for (const [name, value] of Object.entries(one.props)) setProp(element, name, value)
    for (const [name, filling] of Object.entries(one.slots)) {
      if (filling.kind === 'text') element.append(textFor(assembly.document, name, filling.text))
    }
    spot.insert(element)
    for (const [name, filling] of Object.entries(one.slots)) {
      if (filling.kind !== 'component') continue
      const slot = name === 'default' ? {} : { slot: name }
      assembly.put(filling, { insert: (node) => element.append(node), ...slot })
    }
    assembly.placed(one, [element], spot.container === undefined)
  }
}

function setProp(element: HTMLElement, name: string, value: unknown) {
  const property = [camelCase(name), name].find((each) => each in element)
  if (property !== undefined) Object.assign(element, { [property]: value })
  else if (value === true) element.setAttribute(name, '')
  else if (value !== false && value !== undefined && value !== null)
    element.setAttribute(name, typeof value === 'object' ? JSON.stringify(value) : String(value))
}

function textFor(document: Document, name: string, text: string): Node {
  if (name === 'default') return document.createTextNode(text)
  const span = document.createElement('span')
  span.slot = name
  span.textContent = text
  return span
}
