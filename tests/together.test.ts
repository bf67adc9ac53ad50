import { afterAll, describe, expect, test } from '@jest/globals'
import { testBrowser, verifyTree } from './support/library'
import { treeOf } from '@/core/sheet'

const browser = testBrowser({ afterAll })

const LIBRARY = 'library: 1\nname: Test\n'

/** Verifies a component that has another in its slot; gives back what was found wrong. */
async function findings(files: Record<string, string>) {
  const { report } = await verifyTree(await browser(), treeOf({ 'library.yaml': LIBRARY, ...files }), {
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
    const { report } = await verifyTree(await browser(), treeOf({ 'library.yaml': LIBRARY, ...files }), {
      components: ['shelf'],
    })
    expect(report.components[0]!.findings).toMatchObject([
      { part: 'root', measured: 'rgb(1, 2, 3)', origin: { file: 'shelf.css', line: 3 } },
    ])
    expect(report.components[0]!.findings).toHaveLength(1)
  })
})
