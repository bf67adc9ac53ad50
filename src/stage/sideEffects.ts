import { codeTexts, type StageComponent } from './protocol'

/** Watches for what a component does outside its own case; such a component needs a document for each case. */
export interface SideEffectWatch {
  /** What the component did outside so far, in words; undefined while it stayed inside. */
  found(): string | undefined
}

let isOurs = false

/** Does work of the stage's own, such as loading React, that is not held against the component. */
export async function unwatched<T>(work: () => Promise<T>): Promise<T> {
  isOurs = true
  try {
    return await work()
  } finally {
    isOurs = false
  }
}

// React listens for it in every document that it renders into; it tells nothing of one case to another.
const HARMLESS = new Set(['selectionchange'])

const ownSheets = new WeakSet<CSSStyleSheet>()
const ownElements = new WeakSet<Element>()

/** Says that a style sheet of the document is the stage's. */
export const ownSheet = (sheet: CSSStyleSheet): CSSStyleSheet => {
  ownSheets.add(sheet)
  return sheet
}

const ownClasses = new Set<string>()

/** Says that a class of the page's root is the library's. */
export const ownClass = (name: string): void => void ownClasses.add(name)

/** Says that an element in the document's head or body is the stage's. */
export const ownElement = <E extends Element>(element: E): E => {
  ownElements.add(element)
  return element
}

/** Starts watching. Must run before the component's script is loaded, when all that stands in the document is the stage's. */
export function watchSideEffects(view: Window & typeof globalThis): SideEffectWatch {
  const { document } = view
  let found: string | undefined
  const isShared = (target: unknown) =>
    target === undefined ||
    target === view ||
    target === document ||
    target === document.documentElement ||
    target === document.body
  const wrap = <T extends object>(
    target: T,
    name: keyof T,
    seen: (self: unknown, first: unknown) => string | undefined,
  ) => {
    const own = target[name] as (...given: unknown[]) => unknown
    const watched = function (this: unknown, ...given: unknown[]) {
      if (!isOurs) found ??= seen(this, given[0])
      return own.apply(this, given)
    }
    Object.assign(target, { [name]: watched })
  }
  wrap(view.EventTarget.prototype, 'addEventListener', (self, type) =>
    isShared(self) && !HARMLESS.has(String(type)) ? `listens for "${String(type)}" on the whole page` : undefined,
  )
  wrap(view.HTMLDialogElement.prototype, 'showModal', () => 'opens a modal dialog')
  wrap(view.HTMLElement.prototype, 'showPopover', () => 'opens a popover')
  wrap(view.IntersectionObserver.prototype, 'observe', () => 'asks what is in sight')
  const ours = new Set([...outsiders(document)])
  const names = namesOfAll(view)
  return {
    found: () => {
      found ??= isSame(names, namesOfAll(view)) ? undefined : 'changes what every object of the page has'
      return found ?? strangerIn(document, ours)
    },
  }
}

// As they are before a component's code runs, which may replace them.
const { ownKeys } = Reflect

/** Names of what every object of a page has. */
const namesOfAll = (view: typeof globalThis): readonly PropertyKey[] => ownKeys(view.Object.prototype)

/** Whether names are the same, in the same order. A plain loop: what arrays can do may be the component's by now. */
function isSame(before: readonly PropertyKey[], now: readonly PropertyKey[]): boolean {
  if (before.length !== now.length) return false
  for (let at = 0; at < now.length; at++) if (before[at] !== now[at]) return false
  return true
}

/** What stands in a document beside its root's own two elements. */
function* outsiders({ documentElement, head, body }: Document): Generator<Element> {
  for (const parent of [documentElement, head, body])
    for (const child of parent.children) if (child !== head && child !== body) yield child
}

/** What a component has put into the body beside its case. */
export const strangersIn = (document: Document): Element[] =>
  [...document.body.children].filter((element) => !ownElements.has(element) && !STYLES.test(element.localName))

const STYLES = /^(style|link)$/

function strangerIn(document: Document, ours: ReadonlySet<Element>): string | undefined {
  for (const element of outsiders(document)) {
    if (ours.has(element) || ownElements.has(element)) continue
    if (STYLES.test(element.localName)) return 'adds styles to the whole page'
    return `puts <${element.localName}> outside of itself`
  }
  if (document.adoptedStyleSheets.some((sheet) => !ownSheets.has(sheet))) return 'adds styles to the whole page'
  if ([...document.documentElement.classList].some((name) => !ownClasses.has(name)))
    return 'sets a class on the whole page'
  return document.body.attributes.length > 0 ? 'changes the body of the page' : undefined
}

const CONTENT_VISIBILITY = /content-visibility\s*:\s*auto/

/** What can be told from the texts alone. What shared styles speak of may be other components': `escapeIn` tells. */
export function sideEffectInTexts(component: Pick<StageComponent, 'sheets' | 'pieces' | 'bundle'>): string | undefined {
  const { sheets, pieces } = component
  const isStyled = (pattern: RegExp) => sheets.some(({ text, of }) => of === 'own' && pattern.test(text))
  if (Object.values(pieces).some(({ parts }) => Object.values(parts).some(({ inPage }) => inPage)))
    return 'has a part elsewhere in the page'
  if (isStyled(/position\s*:\s*fixed/)) return 'has a fixed position'
  if (isStyled(/[\w\])]::backdrop/)) return 'styles a backdrop'
  const isWritten = codeTexts(component).some((text) => CONTENT_VISIBILITY.test(text))
  if (isWritten || isStyled(CONTENT_VISIBILITY)) return 'is laid out only when it is in sight'
  return undefined
}
