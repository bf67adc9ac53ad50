import { listeners } from './markup'
import { pageWork, when, type Code, type Shape } from './shape'
import { innerStyles } from './styles'

/** A custom element with a tree of its own. */
export function elementCode(shape: Shape): Code {
  const { slug, root, byScript, late, inView, around, delegatesFocus, hasPseudo } = shape
  const tag = `test-${slug}`
  const { atLoad, atMount } = pageWork({ ...shape, styles: 'file' }, '')
  const core = { button: 'button', label: 'label', div: 'div', link: 'a' }[root]
  const more = { button: 'type="button"', label: '', div: '', link: 'href="#x"' }[root]
  const isDisabling = root === 'button' || root === 'label' || root === 'div'
  const field = {
    button: '',
    link: '',
    label: `<input type="checkbox" part="field" class="${slug}__field">`,
    div: `<button type="button" part="field" class="${slug}__field">Go</button>`,
  }[root]
  const note = `<span part="note" class="${slug}__note">note</span>`
  const inner = `<${core} part="core" class="${slug}__core" ${more}>${field}<span part="lead" class="${slug}__lead"><slot name="lead"></slot></span><span part="text" class="${slug}__text"></span>${around === 'plain' ? note : `<span class="${slug}__box">${note}</span>`}</${core}>`
  const css = innerStyles(shape)
  const module = `${atLoad}
const sheet = new CSSStyleSheet()
sheet.replaceSync(${JSON.stringify(css)})
class Thing extends HTMLElement {
  #label = ''
  #disabled = false
  constructor() {
    super()
    const tree = this.attachShadow({ mode: 'open', delegatesFocus: ${delegatesFocus} })
    ${hasPseudo ? `const style = document.createElement('style'); style.textContent = sheet.cssRules.length ? ${JSON.stringify(css)} : ''; tree.append(style)` : 'tree.adoptedStyleSheets = [sheet]'}
  }
  get label() { return this.#label }
  set label(label) { this.#label = label; this.words() }
  get disabled() { return this.#disabled }
  set disabled(disabled) { this.#disabled = disabled; this.words() }
  get tone() { return this.getAttribute('tone') }
  set tone(tone) { this.setAttribute('tone', tone) }
  words() {
    const text = this.shadowRoot.querySelector('.${slug}__text')
    if (text) text.textContent = this.#label
    ${isDisabling ? `const control = this.shadowRoot.querySelector('button, input'); if (control) control.disabled = this.#disabled` : ''}
  }
  connectedCallback() {
    const root = this
    root.classList.add('${slug}')
    if (this.isRendered) return
    this.isRendered = true
    const mark = (word, on) => { const words = new Set((root.dataset.is ?? '').split(' ').filter(Boolean)); on ? words.add(word) : words.delete(word); words.size ? root.dataset.is = [...words].sort().join(' ') : delete root.dataset.is }
    ${atMount}
    ${listeners(byScript)}
    ${when(late, `this.shadowRoot.append(document.createRange().createContextualFragment(${JSON.stringify(inner)})); this.words()`)}
    ${inView === 'observer' ? `new IntersectionObserver((entries) => mark('seen', entries.at(-1).isIntersecting)).observe(root)` : ''}
  }
}
customElements.define('${tag}', Thing)
`
  return { source: { kind: 'element', module: `${slug}.js`, tag }, files: { [`${slug}.js`]: module } }
}
