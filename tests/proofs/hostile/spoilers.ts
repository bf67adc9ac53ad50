import { filesOf, type Kind } from './ofKind'

/** What one case of a component does to spoil the others: each the body of a script, run in that case only. */
export const SPOILERS: Readonly<Record<string, string>> = {
  throws: `throw new Error('no')`,
  'throws later': `queueMicrotask(() => { throw new Error('no') })`,
  rejects: `Promise.reject(new Error('no'))`,
  'loops for ever': `for (;;);`,
  'empties the page': `document.body.innerHTML = ''`,
  'takes the page away': `document.documentElement.remove()`,
  'replaces the document': `document.open(); document.write('<p>forged</p>'); document.close()`,
  'hides everything': `document.documentElement.style.display = 'none'`,
  'takes other cases away': `for (const each of document.querySelectorAll('brelt-case')) if (!each.shadowRoot.contains(root)) each.remove()`,
  'closes the window': `window.close()`,
  'goes elsewhere': `location.href = 'https://hut.invalid/'`,
  'goes to an empty page': `location.href = 'about:blank'`,
  'loads itself again': `location.reload()`,
  'asks by a dialog of a frame': `const f = document.createElement('iframe'); document.body.append(f); f.contentWindow.alert('hm'); f.remove()`,
  'asks before it goes': `window.onbeforeunload = () => 'stay'; location.reload()`,
  'fills the page': `document.body.append(...Array.from({ length: 20000 }, () => document.createElement('p')))`,
  'nests deeply': `let at = root; for (let n = 0; n < 2000; n++) at = at.appendChild(document.createElement('i'))`,
  'breaks arrays': `Array.prototype.map = () => []`,
  'breaks promises': `Promise.prototype.then = () => { throw new Error('no') }`,
  'breaks how elements are made': `document.createElement = () => { throw new Error('no') }`,
  'changes forever': `setInterval(() => root.setAttribute('data-x', String(Math.random())), 0)`,
  'asks for frames forever': `const next = () => { root.style.width = Math.random() + 'px'; requestAnimationFrame(next) }; next()`,
  'a getter that loops': `Object.defineProperty(root, 'outlook', { get() { for (;;); } })`,
  'gives all objects a failure': `Object.prototype.failure = 'forged'`,
  'gives all objects what a case may have': `for (const name of ['note', 'problem', 'pointed', 'focused', 'cleanup', 'update', 'changes', 'forced', 'slots', 'text', 'get', 'value']) Object.defineProperty(Object.prototype, name, { get() { throw new Error('forged') }, set() {}, configurable: true })`,
  'wins every number': `for (const each of document.querySelectorAll('[data-case-at]')) each.setAttribute('data-case-at', '0')`,
}

/** A library in which each component has a case that spoils, and three that do nothing. */
export function spoilerFiles(kind: Kind = 'markup'): Record<string, string> {
  const files: Record<string, string> = { 'library.yaml': 'library: 1\nname: Spoilers\n' }
  Object.values(SPOILERS).forEach((body, index) => {
    // Properties that only its own code knows are asked of it where they are what it spoils.
    const asks = body.includes('outlook') ? ', prop(outlook): none' : ''
    const sheet = `parts: { root: .x }
props: { place: { type: choice, values: [one, two, three, bad], default: one } }
axes: { place: [one, two, three, bad] }
spec: [{ expect: { root: { width: 40px, text: still here${asks} } } }]
`
    const css = '.x { width: 40px }'
    Object.assign(files, filesOf(kind, { slug: `way-${index}`, body, inner: 'still here', css, sheet }))
  })
  return files
}
