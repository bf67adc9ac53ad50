import { expect, test } from '@jest/globals'
import { treeOf } from '@/core/sheet'
import { keepComponents, proposeRepository } from './proposeRepository'

const REPOSITORY = {
  'package.json': '{ "name": "@hut/ui" }',
  'src/card.tsx': `const Root = ({ wide }: { wide?: boolean }) => <div />
export const CardHead = () => <b />
export function Rope({ size }: { size: 'short' | 'long' }) { return <i /> }
export const CardProvider = ({ children }: { children: unknown }) => children
export const useCard = () => 1
export { Root as Card }`,
  'src/tabs.tsx': 'export const Trigger = () => <b />\nexport const Root = () => <i />',
  'src/shelf/index.tsx': `export const Board = () => <i />\nexport const Shelf = () => <b />`,
  'src/lamp.js': `customElements.define('hut-lamp', class extends HTMLElement { static observedAttributes = ['tone'] })`,
  'src/peg.tsx': `export const Peg = () => <p className="peg"><b className="peg-hook" /></p>`,
  'src/peg.scss': '.peg { color: red; .peg-hook { margin: 0.5em } }',
  'src/page.test.tsx': 'export const Test = () => null',
}

test('a module’s main component, others that it exports, pieces of it, and elements without a manifest', async () => {
  const proposal = await proposeRepository(treeOf(REPOSITORY))
  expect(proposal.leftOut).toEqual([])
  expect(proposal.components.map(({ slug, module, isPiece }) => [slug, module, isPiece])).toEqual([
    ['hut-lamp', 'src/lamp.js', false],
    ['card', 'src/card.tsx', false],
    ['card-head', 'src/card.tsx', true],
    ['rope', 'src/card.tsx', false],
    ['peg', 'src/peg.tsx', false],
    ['shelf', 'src/shelf/index.tsx', false],
    ['board', 'src/shelf/index.tsx', false],
    ['tabs', 'src/tabs.tsx', false],
    ['tabs-trigger', 'src/tabs.tsx', true],
  ])
  expect(proposal.files['src/card.sheet.yaml']).toContain('export: Card')
  expect(proposal.files['src/peg.sheet.yaml']).toContain('parts: { hook: .peg-hook }')
  expect(Object.keys(keepComponents(proposal).files)).not.toContain('src/card-head.sheet.yaml')
  expect(Object.keys(keepComponents(proposal, ['card-head']).files)).toEqual([
    'library.yaml',
    'src/card-head.sheet.yaml',
  ])
})
