import { surroundingsOf } from '@/core/contexts'
import type { StageComponent, StageContext } from './protocol'
import { ownClass, ownSheet } from './sideEffects'

/** Names of the stage's own elements: a case's box, and the frame in it that stands for the page's root. */
export const CASE_TAG = 'brelt-case'
export const FRAME_TAG = 'brelt-frame'
/** Bears a case's number, by which those that stand in one document are told apart. */
export const CASE_AT = 'data-case-at'
/** Marks what holds the cases of a document. */
export const CONTAINER = 'data-stage-cases'

/** Layout of the stage itself. In shadow mode cases stand under one another; isolated, one case fills the window. */
function stageRules({ padding, place, isolated }: StageComponent): string {
  return `
body { margin: 0 }
* { caret-color: transparent }
${CASE_TAG} {
  display: grid; box-sizing: border-box; position: relative; padding: ${padding}px;
  grid-template-columns: minmax(0, 1fr); justify-items: ${place.x}; align-content: ${place.y};
  ${isolated ? 'min-height: 100vh' : ''}
}
${FRAME_TAG} { display: block; min-width: 0 }
${FRAME_TAG}[data-flow] { display: contents }`
}

export interface Styles {
  /** Shared by all shadow roots of the component. */
  shadow: CSSStyleSheet[]
  /** Puts other texts into the same sheets. */
  restyle(component: StageComponent): void
  /** Sets what surrounds the cases: attributes of the document's root and its tokens. */
  applyContext(context: StageContext): void
}

/** Adopts a component's styles into the document and prepares those of its shadow roots. */
export function prepareStyles(document: Document, component: StageComponent): Styles {
  const Sheet = document.defaultView!.CSSStyleSheet
  const make = ({ text, url }: SheetText) => {
    const sheet = ownSheet(new Sheet())
    sheet.replaceSync(url ? `${text}\n/*# sourceURL=${url} */` : text)
    return sheet
  }
  const tokens = ownSheet(new Sheet())
  const adopt = ({ own }: Texts) => {
    document.adoptedStyleSheets = [make({ text: stageRules(component) }), tokens, ...own.map(make)]
  }
  const texts = textsOf(component)
  adopt(texts)
  const shadow = texts.shadow.map(make)
  return {
    shadow,
    restyle: (changed) => {
      const next = textsOf(changed)
      adopt(next)
      next.shadow.forEach(({ text, url }, at) =>
        shadow[at]!.replaceSync(url ? `${text}\n/*# sourceURL=${url} */` : text),
      )
    },
    applyContext: (context) => {
      const { containerWidth, rootFontSize = '' } = surroundingsOf(context.values)
      tokens.replaceSync(`:root { ${declarations(context)} }${containerRule(component, containerWidth)}`)
      setContext(document.documentElement, context.values, component.page)
      // Everything in rem follows.
      document.documentElement.style.fontSize = rootFontSize
    },
  }
}

interface SheetText {
  text: string
  url?: string
}

interface Texts {
  /** Of the document itself. */
  own: SheetText[]
  /** Of all shadow roots. */
  shadow: SheetText[]
}

function textsOf({ isolated, sheets }: StageComponent): Texts {
  if (isolated) return { own: sheets.map(({ text, url }) => ({ text, url })), shadow: [] }
  return {
    own: sheets.filter(({ page }) => page.trim() !== '').map(({ page, url }) => ({ text: page, url })),
    shadow: [{ text: frameRules }, ...sheets.map(({ scoped, url }) => ({ text: scoped, url }))],
  }
}

const frameRules = `${FRAME_TAG} { display: block; min-width: 0 } ${FRAME_TAG}[data-flow] { display: contents } * { caret-color: transparent }`

const declarations = ({ properties }: StageContext) => properties.map(([name, value]) => `${name}: ${value};`).join(' ')

/** The place in which a case stands, as wide as a context asks for, and a container for queries. */
const containerRule = ({ padding }: StageComponent, width: number | undefined) =>
  width === undefined ? '' : ` ${CASE_TAG} { width: ${width + 2 * padding}px !important; container-type: inline-size }`

/** Puts a context on an element that stands for the page's root: `data-NAME` each, the direction, and what the library's page bears. */
export function setContext(
  element: Element,
  values: Readonly<Record<string, string>>,
  page: StageComponent['page'] = [],
): void {
  for (const [name, value] of Object.entries(values)) element.setAttribute(`data-${name}`, value)
  const { direction } = surroundingsOf(values)
  if (direction !== undefined) element.setAttribute('dir', direction)
  const holds = ({ when }: (typeof page)[number]) =>
    Object.entries(when).every(([name, wanted]) => wanted.includes(values[name] ?? ''))
  for (const rule of page.filter((each) => !holds(each))) {
    element.classList.remove(...(rule.class ?? []))
    for (const name of Object.keys(rule.attributes)) element.removeAttribute(name)
  }
  for (const rule of page.filter(holds)) {
    element.classList.add(...(rule.class ?? []))
    for (const [name, value] of Object.entries(rule.attributes)) element.setAttribute(name, value)
  }
  for (const name of page.flatMap((each) => each.class ?? [])) ownClass(name)
}
