import type { StageComponent, StageContext } from './protocol'

/** Names of the stage's own elements: a case's box, and the frame in it that stands for the page's root. */
export const CASE_TAG = 'brelt-case'
export const FRAME_TAG = 'brelt-frame'

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
  /** Sets what surrounds the cases: attributes of the document's root and its tokens. */
  applyContext(context: StageContext): void
}

/** Adopts a component's styles into the document and prepares those of its shadow roots. */
export function prepareStyles(document: Document, component: StageComponent): Styles {
  const Sheet = document.defaultView!.CSSStyleSheet
  const make = (text: string, url?: string) => {
    const sheet = new Sheet()
    sheet.replaceSync(url ? `${text}\n/*# sourceURL=${url} */` : text)
    return sheet
  }
  const tokens = new Sheet()
  const own = component.isolated
    ? component.sheets.map(({ text, url }) => make(text, url))
    : component.sheets.filter(({ page }) => page.trim() !== '').map(({ page, url }) => make(page, url))
  document.adoptedStyleSheets = [make(stageRules(component)), tokens, ...own]
  return {
    shadow: component.isolated
      ? []
      : [make(frameRules), ...component.sheets.map(({ scoped, url }) => make(scoped, url))],
    applyContext: (context) => {
      tokens.replaceSync(`:root { ${declarations(context)} }`)
      setContext(document.documentElement, context.values)
      // Text zoom is the root's font size: everything in rem follows.
      document.documentElement.style.fontSize = context.values['text-zoom'] ?? ''
    },
  }
}

const frameRules = `${FRAME_TAG} { display: block; min-width: 0 } ${FRAME_TAG}[data-flow] { display: contents } * { caret-color: transparent }`

const declarations = ({ properties }: StageContext) => properties.map(([name, value]) => `${name}: ${value};`).join(' ')

/** Puts a context on an element: `data-NAME` each, and the direction. */
export function setContext(element: Element, values: Readonly<Record<string, string>>): void {
  for (const [name, value] of Object.entries(values)) element.setAttribute(`data-${name}`, value)
  if (values.direction) element.setAttribute('dir', values.direction)
}
