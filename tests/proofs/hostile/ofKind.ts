/** Kinds of source that bring code. */
export const KINDS = ['markup', 'react', 'element'] as const
export type Kind = (typeof KINDS)[number]

export interface Hostile {
  slug: string
  /** What stands at the top of its module. */
  top?: string
  /** What is done once it stands in the page, where its prop `place` is `bad`; `root` is its first element. */
  body?: string
  /** What is in its first element. */
  inner: string
  css: string
  /** Its sheet, without its source. */
  sheet: string
}

/** How each kind says the same. */
const WRITTEN: { [K in Kind]: (hostile: Hostile) => { source: string; files: Record<string, string> } } = {
  markup: ({ top = '', body = '', inner }) => ({
    source: '{ kind: markup, markup: x.liquid, script: x.js, styles: [x.css] }',
    files: {
      'x.liquid': `<div class="x">${inner}</div>`,
      'x.js': `${top}\nexport default (root, { props }) => { if (props.place === 'bad') { ${body} } }`,
    },
  }),
  react: ({ top = '', body = '', inner }) => ({
    source: '{ kind: react, module: x.jsx, export: Way, styles: [x.css] }',
    files: {
      'x.jsx': `import { useLayoutEffect, useRef } from 'react'
${top}
export function Way({ place }) {
  const first = useRef(null)
  useLayoutEffect(() => { const root = first.current; if (place === 'bad') { ${body} } }, [])
  return <div ref={first} className="x">${inner.replaceAll('class=', 'className=')}</div>
}`,
    },
  }),
  element: ({ slug, top = '', body = '', inner }) => ({
    source: `{ kind: element, module: x.js, tag: ${slug}, styles: [x.css] }`,
    files: {
      'x.js': `${top}
customElements.define('${slug}', class extends HTMLElement {
  #isDone = false
  connectedCallback() {
    if (this.#isDone) return
    this.#isDone = true
    this.innerHTML = '<div class="x">${inner}</div>'
    const root = this.firstElementChild
    if ((this.place ?? this.getAttribute('place')) === 'bad') { ${body} }
  }
})`,
    },
  }),
}

/** A hostile component's files, in a library. */
export function filesOf(kind: Kind, hostile: Hostile): Record<string, string> {
  const { slug, css, sheet } = hostile
  const { source, files } = WRITTEN[kind](hostile)
  const all = { ...files, 'x.css': css, [`${slug}.sheet.yaml`]: `sheet: 1\nname: ${slug}\nsource: ${source}\n${sheet}` }
  return Object.fromEntries(Object.entries(all).map(([path, text]) => [`components/${slug}/${path}`, text]))
}
