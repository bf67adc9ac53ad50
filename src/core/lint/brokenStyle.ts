import { cssFaults } from '../css'
import { isVendored } from '../sheet'
import { defineLint, type Fault } from './defineLint'
import { inNamedStyles } from './namedStyles'

// One bracket that is missing is often told many times over.
const MAX_TOLD = 3

function* brokenIn(css: string, file: string): Generator<Fault> {
  if (isVendored(file)) return
  for (const { line, message } of cssFaults(css).slice(0, MAX_TOLD))
    yield { at: { file, line }, message: `Here browsers drop more than stands there: ${message}.` }
}

export const brokenStyle = defineLint({
  code: 'broken-style',
  severity: 'error',
  about: 'A style sheet has a bracket, a text or a comment that is not closed, or closes one that nothing opened.',
  find: inNamedStyles(brokenIn),
})
