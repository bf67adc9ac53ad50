import { describe, expect, test } from '@jest/globals'
import { treeOf } from '@/core/sheet'
import { readManifest, readTsx } from './index'

const read = (text: string, wanted?: string, more: Record<string, string> = {}) =>
  readTsx(treeOf({ 'a/b.tsx': text, ...more }), 'a/b.tsx', wanted)

const BUTTON = `import type { ReactNode, ButtonHTMLAttributes } from 'react'
import { Tone } from './tones'
import type { Shared } from './tones'

export enum Weight { Filled = 'filled', Outlined = 'outlined' }
type Size = 'compact' | 'regular' | 'large'

/** Props of the bell. */
export interface BellProps extends Shared, Omit<ButtonHTMLAttributes<HTMLButtonElement>, 'type'> {
  /** How large
   *  it is. */
  size?: Size
  weight?: Weight // how heavy
  tone: Tone | undefined
  busy?: boolean
  count?: number
  label: string
  columns?: 1 | 2 | 4
  lead?: ReactNode
  onRing?: (times: number) => void
  rows?: string[]
}

/** Rings for the warden. */
export const Bell = ({ size = 'regular', weight = Weight.Filled, busy = false, count = -2, lead, label: text = 'Ring' }: BellProps) => <button>{lead}{text}</button>
`
const TONES = `export type Tone = 'calm' | 'loud'\nexport interface Shared { title?: string }`

test('props, unions, enums, defaults and comments of a component', async () => {
  const { name, about, props, unclear } = await read(BUTTON, undefined, { 'a/tones.ts': TONES })
  expect({ name, about }).toEqual({ name: 'Bell', about: 'Rings for the warden.' })
  const short = props.map(({ name, type, values, default: defaultValue, about }) => [
    name,
    type,
    values?.join(' '),
    defaultValue,
    about,
  ])
  expect(short).toEqual([
    ['title', 'text', undefined, undefined, undefined],
    ['size', 'choice', 'compact regular large', 'regular', 'How large it is.'],
    ['weight', 'choice', 'filled outlined', 'filled', 'how heavy'],
    ['tone', 'choice', 'calm loud', undefined, undefined],
    ['busy', 'flag', undefined, false, undefined],
    ['count', 'number', undefined, -2, undefined],
    ['label', 'text', undefined, 'Ring', undefined],
    ['columns', 'choice', '1 2 4', undefined, undefined],
    ['lead', 'node', undefined, undefined, undefined],
    ['ring', 'event', undefined, undefined, undefined],
    ['rows', 'data', undefined, undefined, undefined],
  ])
  expect(unclear).toEqual([
    { line: 9, what: 'ButtonHTMLAttributes<HTMLButtonElement>, which is declared outside of the library' },
  ])
  expect(props.find((prop) => prop.name === 'size')).toMatchObject({ file: 'a/b.tsx', line: 12, isOptional: true })
})

describe('ways to write a component', () => {
  const TYPE = `interface P { on?: boolean }\n`
  test.each([
    ['a default function', 'export default function Peg({ on }: P) { return null }', undefined],
    ['a default without a name', 'export default ({ on }: P) => null', undefined],
    ['memo', 'export const Peg = memo(({ on }: P) => null)', 'Peg'],
    ['forwardRef', 'export const Peg = forwardRef<HTMLElement, P>(({ on }, ref) => null)', 'Peg'],
    ['an annotation', 'export const Peg: React.FC<P> = ({ on }) => null', 'Peg'],
    ['exported later', 'const Peg = ({ on }: P) => null\nexport { Peg }', undefined],
    ['default exported later', 'function Peg(props: P) { return null }\nexport default memo(Peg)', 'default'],
  ])('%s', async (_, text, wanted) => {
    expect((await read(TYPE + text, wanted)).props.map(({ name, type }) => [name, type])).toEqual([['on', 'flag']])
  })

  test.each([
    ['export const x = 3', undefined, 'no export that is a component'],
    ['export const Peg = () => null', 'Leg', 'no export "Leg" that is a component'],
    ['export const Peg = (props) => null', undefined, 'the props of Peg have no type'],
    ['export const Peg = (', undefined, ''],
  ])('%s tells what is missing, and throws nothing', async (text, wanted, what) => {
    const { props, unclear } = await read(text, wanted)
    expect(props).toEqual([])
    expect(unclear.map((each) => each.what).join()).toContain(what)
  })
})

test('a custom elements manifest', () => {
  const manifest = {
    schemaVersion: '1.0.0',
    modules: [
      {
        path: './src/rope-flag.js',
        declarations: [
          {
            kind: 'class',
            name: 'RopeFlag',
            customElement: true,
            tagName: 'rope-flag',
            description: 'Waves.',
            members: [
              { kind: 'field', name: 'mast', type: { text: "'low' | 'high'" }, default: "'low'" },
              { kind: 'field', name: 'isTorn', type: { text: 'boolean' } },
              { kind: 'field', name: 'secret', privacy: 'private' },
              { kind: 'method', name: 'wave' },
            ],
            attributes: [
              { name: 'mast', fieldName: 'mast' },
              { name: 'knots', type: { text: 'number' }, default: '3' },
            ],
            slots: [{ name: '' }, { name: 'knot', description: 'At the end' }],
            events: [{ name: 'rope-wave' }],
            cssParts: [{ name: 'cloth' }],
          },
        ],
      },
    ],
  }
  const [element] = readManifest(JSON.stringify(manifest), 'custom-elements.json')
  expect(element).toMatchObject({
    tag: 'rope-flag',
    module: 'src/rope-flag.js',
    about: 'Waves.',
    parts: [{ name: 'cloth' }],
  })
  expect(
    element!.props.map(({ name, type, values, default: defaultValue }) => [name, type, values, defaultValue]),
  ).toEqual([
    ['mast', 'choice', ['low', 'high'], 'low'],
    ['is-torn', 'flag', undefined, undefined],
    ['knots', 'number', undefined, 3],
    ['default', 'node', undefined, undefined],
    ['knot', 'node', undefined, undefined],
    ['rope-wave', 'event', undefined, undefined],
  ])
  expect(() => readManifest('{"modules": 3}', 'm.json')).toThrow(/not a Custom Elements Manifest/)
})
