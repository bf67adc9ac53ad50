import { afterAll, describe, expect, test } from '@jest/globals'
import { openFolder } from '@/source'
import { removeRepository, writeRepository } from '../../../tests/support/repository'
import { CodeProgram } from './CodeProgram'

const REACT = `declare namespace React {
  interface ReactElement { type: unknown }
  type ReactNode = ReactElement | string | number | boolean | null | undefined
  interface HTMLAttributes<T> { className?: string; title?: string; onClick?: (event: T) => void; 'aria-label'?: string; children?: ReactNode }
  interface ButtonHTMLAttributes<T> extends HTMLAttributes<T> { disabled?: boolean; type?: 'submit' | 'button' }
  interface Elements { button: ButtonHTMLAttributes<HTMLButtonElement> }
  type ComponentProps<T> = T extends keyof Elements ? Elements[T] : T extends (props: infer P) => unknown ? P : never
  function forwardRef<T, P>(render: (props: P, ref: T) => ReactElement): (props: P & { ref?: T }) => ReactElement
}
export = React
export as namespace React`
const VARIANTS = `export declare function variantsOf<T>(base: string, config?: { variants: T; defaultVariants?: { [K in keyof T]?: keyof T[K] } }): (props?: { [K in keyof T]?: keyof T[K] | null }) => string
export type VariantProps<F extends (...given: any) => any> = Omit<Exclude<Parameters<F>[0], undefined>, 'class'>`
const PANEL = `export declare function Panel(props: { side?: 'top' | 'end'; onPanelChange?: (open: boolean) => void; asChild?: boolean }): null`
const MODULES = {
  'package.json': '{ "workspaces": ["packages/*"] }',
  'node_modules/@types/react/package.json': '{ "name": "@types/react", "types": "index.d.ts" }',
  'node_modules/@types/react/index.d.ts': REACT,
  'node_modules/@types/react/jsx-runtime.d.ts': `export namespace JSX { interface IntrinsicElements { [name: string]: any } }\nexport const jsx: any, jsxs: any`,
  'node_modules/variants/package.json': '{ "name": "variants", "types": "index.d.ts" }',
  'node_modules/variants/index.d.ts': VARIANTS,
  'node_modules/panel/package.json': '{ "name": "panel", "types": "index.d.ts" }',
  'node_modules/panel/index.d.ts': PANEL,
  'packages/types/package.json': '{ "name": "@hut/types", "types": "src/index.ts" }',
  'packages/types/src/index.ts': `export * from './tone'`,
  'packages/types/src/tone.ts': `/** How loud. */\nexport type Tone = 'calm' | 'loud'`,
  'node_modules/@hut/types': { link: 'packages/types' },
  'packages/ui/tsconfig.json': '{ "compilerOptions": { "paths": { "~/*": ["./src/*"] } } }',
  'packages/ui/library.yaml': 'library: 1\nname: Ui\n',
  'packages/ui/src/sizes.ts': `export const SIZES = ['small', 'large'] as const\nexport type Size = (typeof SIZES)[number]\nexport const tints = { pine: 'p', sky: 's' }`,
}

/** Modules of a repository, and what is read of the component's props: `name: type (default)`. */
const CASES: [name: string, code: string, props: string[], rest?: object][] = [
  [
    'a call that makes variants, over a native button',
    `import { variantsOf, type VariantProps } from 'variants'
const looks = variantsOf('b', { variants: { tone: { plain: 'x', loud: 'y' }, size: { sm: '', lg: '' } }, defaultVariants: { tone: 'loud', size: 'sm' } })
export function Bell({ tone, ...rest }: React.ComponentProps<'button'> & VariantProps<typeof looks> & { asChild?: boolean }) { return <button className={looks({ tone })} {...rest} /> }`,
    ['tone: plain|loud (loud)', 'size: sm|lg (sm)', 'disabled: flag', 'children: node'],
    { nativeProps: 4 },
  ],
  [
    'keys of a class map, and members of a list, by aliases',
    `import { tints, type Size } from '~/sizes'
export const Bell = ({ size = 'large', tint }: { size?: Size; tint: keyof typeof tints }) => null`,
    ['size: small|large (large)', 'tint: pine|sky'],
  ],
  [
    'unions of another package of the repository',
    `import type { Tone } from '@hut/types'
/** Rings. */
export const Bell = ({ tone }: { tone?: Tone; /** In all. */ count?: number; label: string | number }) => null`,
    ['tone: calm|loud', 'count: number', 'label: text'],
    { about: 'Rings.' },
  ],
  [
    'what a component of a package takes',
    `import { Panel } from 'panel'
export function Bell(props: React.ComponentProps<typeof Panel> & { open?: boolean }) { return null }`,
    ['open: flag', 'side: top|end', 'panel-change: event'],
  ],
  [
    'a forwarded reference, and values by screen width',
    `import { forwardRef } from 'react'
export const Bell = forwardRef<HTMLElement, { gap?: 'tight' | 'wide' | { small?: 'tight' | 'wide' }; lead?: React.ReactNode }>(({ gap = 'tight' }, ref) => <i />)`,
    ['gap: tight|wide (tight)', 'lead: node'],
  ],
]

const roots: string[] = []
afterAll(() => roots.forEach(removeRepository))

describe('what the compiler understands of a module', () => {
  test.each(CASES)(
    '%s',
    (_, code, props, rest = {}) => {
      const root = writeRepository({ ...MODULES, 'packages/ui/src/bell.tsx': code })
      roots.push(root)
      const tree = openFolder(`${root}/packages/ui`) as ReturnType<typeof openFolder> & { folder: string }
      const reading = new CodeProgram(tree, ['src/bell.tsx']).read('src/bell.tsx')!
      expect(
        reading.props.map(
          ({ name, type, values, default: defaultValue }) =>
            `${name}: ${values?.join('|') ?? type}${defaultValue === undefined ? '' : ` (${String(defaultValue)})`}`,
        ),
      ).toEqual(props)
      expect(reading).toMatchObject({ name: 'Bell', ...rest })
    },
    30_000,
  )

  test('a module whose types say nothing is left to what its text says', () => {
    const root = writeRepository({
      'library.yaml': 'library: 1\nname: Ui\n',
      'bell.jsx': 'export function Bell({ size }) { return null }',
    })
    roots.push(root)
    const tree = openFolder(root) as ReturnType<typeof openFolder> & { folder: string }
    expect(new CodeProgram(tree, ['bell.jsx']).read('bell.jsx')?.props.map(({ name }) => name) ?? []).toEqual(['size'])
  })
})
