import { filesOf, type Kind } from './ofKind'

/** Ways in which a component's code may try to have something else read than what stands there: each the top of its module. */
export const FORGERS: Readonly<Record<string, string>> = {
  'computed styles': `
    const own = window.getComputedStyle
    window.getComputedStyle = (...given) => new Proxy(own(...given), {
      get: (style, name) => name === 'getPropertyValue' ? (property) => FORGED[property] ?? style.getPropertyValue(property)
        : FORGED[name] ?? (typeof style[name] === 'function' ? style[name].bind(style) : style[name]),
    })`,
  'what a style gives': `
    const own = CSSStyleDeclaration.prototype.getPropertyValue
    CSSStyleDeclaration.prototype.getPropertyValue = function (name) { return FORGED[name] ?? own.call(this, name) }
    Object.defineProperty(CSSStyleDeclaration.prototype, 'width', { get: () => '50px' })`,
  boxes: `
    Element.prototype.getBoundingClientRect = () => new DOMRect(0, 0, 50, 50)
    for (const name of ['offsetWidth', 'clientWidth', 'scrollWidth']) Object.defineProperty(HTMLElement.prototype, name, { get: () => 50 })`,
  attributes: `
    Element.prototype.getAttribute = () => 'forged'
    Element.prototype.hasAttribute = () => true`,
  texts: `
    for (const name of ['textContent', 'nodeValue']) Object.defineProperty(Node.prototype, name, { get: () => 'forged', set() {} })
    Object.defineProperty(CharacterData.prototype, 'data', { get: () => 'forged', set() {} })
    Range.prototype.getClientRects = () => []`,
  selectors: `
    const decoy = document.createElement('b')
    Object.assign(decoy, { title: 'forged', textContent: 'forged', className: 'y' })
    for (const prototype of [Element.prototype, Document.prototype, DocumentFragment.prototype]) {
      const all = prototype.querySelectorAll
      prototype.querySelectorAll = function (selector) { return selector === '.y' ? [decoy] : all.call(this, selector) }
    }`,
  matching: `
    Element.prototype.matches = () => false
    Element.prototype.closest = () => null`,
  'elements at a point': `
    for (const prototype of [Document.prototype, ShadowRoot.prototype]) {
      prototype.elementFromPoint = () => null
      prototype.elementsFromPoint = () => []
    }`,
  JSON: `
    const own = JSON.stringify
    JSON.stringify = (value, ...more) => own(value, ...more)?.replaceAll('40px', '50px').replaceAll('real', 'forged')
    const parse = JSON.parse
    JSON.parse = (text, ...more) => parse(String(text).replaceAll('40px', '50px').replaceAll('real', 'forged'), ...more)`,
  'how data is written': `
    Array.prototype.toJSON = function () { return this.map((each) => each === '40px' ? '50px' : each) }
    String.prototype.toJSON = function () { return this.replaceAll('40px', '50px') }`,
  maps: `
    const own = Map.prototype.get
    Map.prototype.get = function (key) { const value = own.call(this, key); return value === '40px' ? '50px' : value }
    const set = Map.prototype.set
    Map.prototype.set = function (key, value) { return set.call(this, key, value === '40px' ? '50px' : value) }`,
  arrays: `
    const own = Array.prototype.push
    Array.prototype.push = function (...given) { return own.apply(this, given.map((each) => each === '40px' ? '50px' : each)) }
    const map = Array.prototype.map
    Array.prototype.map = function (...given) { return map.apply(this, given).map?.call ? map.apply(this, given) : [] }`,
  'texts as such': `
    const own = String.prototype.replace
    String.prototype.replace = function (...given) { return own.apply(this.valueOf() === '40px' ? '50px' : this, given) }`,
  promises: `Promise.prototype.then = new Proxy(Promise.prototype.then, { apply: (then, self, given) => Reflect.apply(then, self, given) })`,
  'the stage itself': `
    try { window.breltStage = { read: () => ({ texts: ['50px'], reasons: [], cases: [[0]] }) } } catch {}
    try { window.breltStage.comeToRest = () => ({ isSettled: true }) } catch {}
    try { window.breltReader = { read: () => ({ texts: ['50px'], reasons: [], cases: [[0]], unknown: [] }), call: () => '50px' } } catch {}`,
  'what is under way': `
    Document.prototype.getAnimations = () => []
    ShadowRoot.prototype.getAnimations = () => []
    Element.prototype.getAnimations = () => []`,
  'parents and shadows': `
    Object.defineProperty(Element.prototype, 'shadowRoot', { get: () => null })
    Object.defineProperty(Node.prototype, 'isConnected', { get: () => true })`,
  'marks of parts': `
    new MutationObserver(() => {
      for (const each of document.querySelectorAll('[brelt-ref]')) each.setAttribute('brelt-ref', '1')
    }).observe(document, { subtree: true, attributes: true, childList: true })`,
}

const LIE = "const FORGED = { width: '50px', color: 'rgb(9, 9, 9)', 'background-color': 'rgb(9, 9, 9)' }"

/** What each component is, and what is wrongly expected of it. All of it must miss, with what stands there. */
const SHEET = `parts: { root: .x, label: .y }
axes: { interaction: { of: state, values: { rest: {}, hover: { pseudo: hover } } } }
spec:
  - expect: { root: { width: 50px, color: "rgb(9, 9, 9)" }, label: { text: forged, attr(title): forged } }
  - { when: { interaction: hover }, expect: { root: { background-color: "rgb(9, 9, 9)" } } }
`

const LIES = [
  '{ root: { width: 50px } }',
  '{ label: { text: forged } }',
  '{ root: { background-color: "rgb(9, 9, 9)" } }',
]

export const CSS = `.x { width: 40px; height: 20px; color: rgb(1, 2, 3); animation: grow 200ms both }
.x:hover { background-color: rgb(0, 128, 0) }
@keyframes grow { from { width: 50px } to { width: 40px } }
`
const INNER = '<b class="y" title="real">real</b>'

/** A library in which each component tries one way. */
export function forgerFiles(kind: Kind = 'markup'): Record<string, string> {
  const files: Record<string, string> = { 'library.yaml': 'library: 1\nname: Forgers\n' }
  Object.values(FORGERS).forEach((top, index) => {
    const slug = `way-${index}`
    const scenarios = LIES.map(
      (lie, at) => `  - name: ${slug} ${at}
    steps: [{ wait: 300ms }, { hover: root }, { expect: ${lie} }]
`,
    )
    const sheet = `${SHEET}scenarios:\n${scenarios.join('')}`
    Object.assign(files, filesOf(kind, { slug, top: `${LIE}\n${top}`, inner: INNER, css: CSS, sheet }))
  })
  return files
}
