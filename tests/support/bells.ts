/** A repository without any file of ours: a component with a class map, styles, tokens, a build of styles, tools. */
export const BELLS = {
  'package.json': '{ "name": "@hut/bells" }',
  'postcss.config.mjs': `export default { plugins: { 'peg-width': { width: '120px' } } }`,
  'node_modules/peg-width/package.json': '{ "name": "peg-width", "main": "main.js" }',
  'node_modules/peg-width/main.js': `module.exports = ({ width }) => ({
  postcssPlugin: 'peg-width', Declaration: { width: (node) => { if (node.value === 'bell') node.value = width } } })
module.exports.postcss = true`,
  'node_modules/joined/package.json': '{ "name": "joined", "main": "main.js" }',
  'node_modules/joined/main.js': `exports.joined = (...names) => names.filter(Boolean).join(' ')`,
  'tokens/hut.tokens.json': '{ "color": { "$type": "color", "pine": { "$value": "#1e6049" } } }',
  'src/styles/base.css': ':root { --gap: 8px }',
  'src/bell.css': `.bell { width: bell; padding: var(--gap); color: var(--color-pine) }
.bell.loud { font-weight: 700 }
.bell:hover { text-decoration: underline }`,
  'src/bell.tsx': `import { joined } from 'joined'
import './bell.css'
export type Tone = 'calm' | 'loud'
export interface BellProps { tone?: Tone; disabled?: boolean; children?: React.ReactNode }
/** Calls the warden. */
export const Bell = ({ tone = 'calm', disabled, children = 'Ring' }: BellProps) => (
  <button className={joined('bell', tone)} disabled={disabled}>{children}</button>
)`,
  'src/bell.test.tsx': 'export const Nothing = () => null',
  'src/app/page.tsx': 'export default function Page() { return null }',
  'src/helpers.ts': 'export const half = (n: number) => n / 2',
}
