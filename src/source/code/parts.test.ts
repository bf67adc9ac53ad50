import { expect, test } from '@jest/globals'
import { partsInCode } from './partsInCode'

const STYLED = new Set(['lamp', 'lamp-glow', 'lamp-label', 'lamp--wide', 'is-lit', 'glow'])

const WAYS: [name: string, code: string, parts: string[], wanted?: string][] = [
  [
    'classes in all ways of writing them, the first element being the root',
    `export const Lamp = ({ wide, tone }) => <div className={\`lamp lamp-\${tone}\`}>
  <b className="lamp-glow is-lit" /><i className={joined('lamp-label', wide && 'lamp--wide')} /><u className={wide ? 'glow' : ''} />
</div>`,
    ['lamp .lamp root', 'lamp-glow .lamp-glow', 'lamp-label .lamp-label'],
  ],
  [
    'CSS modules',
    `import styles from './lamp-post.module.css'\nimport * as more from '../more.module.scss'
export const Lamp = () => <p className={styles.lamp}><b className={styles['glow-in']} /><i className={more.rope} /></p>`,
    ['lamp .lamp_post_lamp root', 'glow-in .lamp_post_glow-in', 'rope .more_rope'],
  ],
  [
    'attributes that name, and elements that do something',
    `export function Lamp() { return <div data-slot="lamp" className="flex gap-2"><span data-slot="lamp-head" /><input className="w-4" /><div className="mt-1" /></div> }`,
    ['lamp [data-slot="lamp"] root', 'lamp-head [data-slot="lamp-head"]', 'input input'],
  ],
  [
    'only what is its own, in a module of several, with what it is made of',
    `const Glow = () => <b className="glow" />
export const Rope = () => <i className="lamp-label" />
export const Lamp = () => <p className="lamp"><Glow /></p>`,
    ['lamp .lamp root', 'glow .glow'],
    'Lamp',
  ],
  [
    'a class that nothing styles',
    'export const Lamp = () => <div className="unknown"><b className="lamp-glow" /></div>',
    ['lamp-glow .lamp-glow'],
  ],
]

test.each(WAYS)('parts by %s', (_, code, parts, wanted = 'Lamp') => {
  const found = partsInCode(code, wanted, (name) => STYLED.has(name))
  expect(found.map(({ name, select, isRoot }) => `${name} ${select}${isRoot ? ' root' : ''}`)).toEqual(parts)
})
