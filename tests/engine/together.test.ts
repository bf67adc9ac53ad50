import { describe, expect, test } from '@jest/globals'
import { engineBrowser } from '../support/browsers'
import { verifyTree } from '../support/library'
import { treeOf } from '@/core/sheet'

const LIBRARY = 'library: 1\nname: Test\n'

/** Verifies a component that has another in its slot; gives back what was found wrong. */
async function findings(files: Record<string, string>) {
  const { report } = await verifyTree(await engineBrowser(), treeOf({ 'library.yaml': LIBRARY, ...files }), {
    components: ['shelf'],
  })
  return report.components[0]!.findings.map(({ message }) => message)
}

describe('a component and what stands in its slots are one page', () => {
  test('a React context that both import is the same', async () => {
    const files = {
      'shelf/shelf.sheet.yaml': `sheet: 1
name: Shelf
source: { kind: react, module: shelf.tsx, export: Shelf }
slots: { children: { accepts: [mug], default: { component: mug } } }
parts: { mug: .mug }
spec: [{ expect: { mug: { text: of the shelf } } }]
`,
      'shelf/shelf.tsx': `import type { ReactNode } from 'react'
import { Place } from './place'
export const Shelf = ({ children }: { children?: ReactNode }) => <Place value="of the shelf"><div>{children}</div></Place>
`,
      'shelf/place.tsx': `import { createContext } from 'react'\nexport const Place = createContext('nowhere')\n`,
      'mug/mug.sheet.yaml': 'sheet: 1\nname: Mug\nsource: { kind: react, module: mug.tsx, export: Mug }\n',
      'mug/mug.tsx': `import { use } from 'react'
import { Place } from '../shelf/place'
export const Mug = () => <span className="mug">{use(Place)}</span>
`,
    }
    expect(await findings(files)).toEqual([])
  })

  test('class names of their modules do not meet', async () => {
    const piece = (name: string, slots: string, inner: string) => ({
      [`${name}/${name}.sheet.yaml`]: `sheet: 1\nname: ${name}\nsource: { kind: react, module: ${name}.tsx, export: It }\n${slots}`,
      [`${name}/${name}.tsx`]: `import styles from './look.module.css'\nexport const It = ({ children }: { children?: unknown }) => ${inner}\n`,
    })
    const files = {
      ...piece(
        'shelf',
        `slots: { children: { accepts: [mug], default: { component: mug } } }
parts: { root: div, mug: span }
spec: [{ expect: { root: { color: "rgb(1, 2, 3)", z-index: 1 }, mug: { color: "rgb(4, 5, 6)", z-index: auto } } }]
`,
        '<div className={styles.root}>{children as never}</div>',
      ),
      ...piece('mug', '', '<span className={styles.root}>x</span>'),
      'shelf/look.module.css': '.root { color: rgb(1, 2, 3); z-index: 1 }',
      'mug/look.module.css': '.root { color: rgb(4, 5, 6) }',
    }
    expect(await findings(files)).toEqual([])
  })

  test('an element that both need is defined once, and the line of a style is still its author’s', async () => {
    const element = (name: string, tag: string, inner: string) => ({
      [`${name}/${name}.sheet.yaml`]: `sheet: 1\nname: ${name}\nsource: { kind: element, module: ${name}.js, tag: ${tag} }\n${
        name === 'shelf'
          ? `slots: { default: { accepts: [mug], default: { component: mug } } }\nparts: { root: a-shelf, dot: a-mug >>> a-dot }\nspec: [{ expect: { root: { color: "rgb(1, 2, 4)" }, dot: { text: dot } } }]\n`
          : ''
      }`,
      [`${name}/${name}.js`]: `import '../dot.js'\nimport './${name}.css'\ncustomElements.define('${tag}', class extends HTMLElement {
  connectedCallback() { if (!this.shadowRoot) this.attachShadow({ mode: 'open' }).innerHTML = '${inner}' }
})\n`,
      [`${name}/${name}.css`]: `\n${tag} {\n  color: rgb(1, 2, ${name.length - 2})\n}\n`,
    })
    const files = {
      ...element('shelf', 'a-shelf', '<slot></slot>'),
      ...element('mug', 'a-mug', '<a-dot></a-dot>'),
      'dot.js': `customElements.define('a-dot', class extends HTMLElement { connectedCallback() { this.textContent = 'dot' } })`,
    }
    const { report } = await verifyTree(await engineBrowser(), treeOf({ 'library.yaml': LIBRARY, ...files }), {
      components: ['shelf'],
    })
    expect(report.components[0]!.findings).toMatchObject([
      { part: 'root', measured: 'rgb(1, 2, 3)', origin: { file: 'shelf.css', line: 3 } },
    ])
    expect(report.components[0]!.findings).toHaveLength(1)
  })
})

const WRAP = {
  'library.yaml': `library: 1
name: Test
contexts: { theme: [day, night] }
wrap: { module: wrap.tsx, export: Hut }
page: [{ class: hut, attributes: { data-accent: pine } }, { when: { theme: night }, class: [dark, deep] }]
`,
  'wrap.tsx': `import { createContext, type ReactNode } from 'react'
export const Theme = createContext('none')
export const Hut = ({ theme, children }: { theme: string; children: ReactNode }) => <Theme value={theme}><section className="inside">{children}</section></Theme>
`,
  'mug/mug.tsx': `import { use } from 'react'
import { Theme } from '../wrap'
import './mug.css'
export const Mug = ({ big }: { big?: boolean }) => <span className={big ? 'mug big' : 'mug'}>{use(Theme)}</span>
`,
  'mug/mug.css': `.hut[data-accent=pine] .mug { color: rgb(1, 2, 3) }
html.dark.deep[data-accent] .mug { color: rgb(4, 5, 6) }
.inside { padding-left: 7px }
.big { z-index: 2 }`,
}
const mugSheet = (isolate: string) => `sheet: 1
name: Mug
source: { kind: react, module: mug.tsx, export: Mug }
props: { big: { type: flag, default: false } }
axes: { big: flag }
contexts: { theme: all }
stage: { isolate: ${isolate} }
parts: { around: .inside }
spec:
  - expect: { root: { text: day, color: "rgb(1, 2, 3)", z-index: auto }, around: { padding-left: 7px } }
  - when: { theme: night }
    expect: { root: { text: night, color: "rgb(4, 5, 6)" } }
  - when: { big: on }
    expect: { root: { z-index: 2 } }
`

describe('what a library puts around its components', () => {
  test.each(['no', 'yes', 'auto'])('is there in each context, isolate %s', async (isolate) => {
    const tree = treeOf({ ...WRAP, 'mug/mug.sheet.yaml': mugSheet(isolate) })
    const { report } = await verifyTree(await engineBrowser(), tree)
    expect(report.components[0]!.findings.map(({ message }) => message)).toEqual([])
    expect(report.totals).toMatchObject({ cases: 4, misses: 0, unread: 0 })
  })

  test.each([
    ['page: { when: { themes: night }, class: x }', 'library.yaml:4:1: unknown context "themes"; allowed: theme.'],
    [
      'page: { when: { theme: nigth }, class: x }',
      'library.yaml:4:1: unknown value of theme "nigth"; allowed: day, night.',
    ],
    ['wrap: { module: warp.tsx }', 'library.yaml:4:17: no file "warp.tsx"'],
    ['wrap: { module: wrap.tsx, export: Hutt }', ''],
  ])('%s is told', async (line, message) => {
    const library = `library: 1\nname: Test\ncontexts: { theme: [day, night] }\n${line}\n`
    const tree = treeOf({ ...WRAP, 'library.yaml': library, 'mug/mug.sheet.yaml': mugSheet('auto') })
    const read = verifyTree(await engineBrowser(), tree)
    if (message !== '') return expect(read).rejects.toThrow(message)
    expect((await read).report.components[0]!.findings[0]!.message).toContain(
      'wrap.tsx has no export "Hutt" that is a component',
    )
  })
})
