import type { Case } from '../matrix'
import type { TokenBook } from '../tokens'
import { makeCascade, type Claim, type Rule } from './cascade'
import { partsOf } from './expectation'
import { printExpectation } from './print'

/** An expectation whose value other tokens change, and the cases in which it decides. */
export interface ExpectedChange {
  rule: { index: number; line: number }
  part: string
  reading: string
  expectation: string
  /** Of each token that changes: before and after, in the first of the cases. */
  tokens: readonly { path: string; before?: string; after?: string }[]
  cases: readonly string[]
}

/** The expectations that come to something else with other tokens. Nothing is rendered for this. */
export function expectedChanges(
  rules: readonly Rule[],
  cases: readonly Case[],
  before: Pick<TokenBook, 'get'>,
  after: Pick<TokenBook, 'get'>,
): ExpectedChange[] {
  const resolve = makeCascade(rules)
  const changes = new Map<Claim, ExpectedChange & { cases: string[] }>()
  for (const { key, values } of cases) {
    for (const claim of resolve(values).values()) {
      const changed = partsOf(claim.expectation).flatMap((part) => {
        if (part.kind !== 'token') return []
        const [was, is] = [before.get(part.path, values)?.css, after.get(part.path, values)?.css]
        return was === is
          ? []
          : [{ path: part.path, ...(was !== undefined && { before: was }), ...(is !== undefined && { after: is }) }]
      })
      if (changed.length === 0) continue
      const known = changes.get(claim)
      if (known) known.cases.push(key)
      else
        changes.set(claim, {
          rule: { index: claim.rule.index, line: claim.rule.line },
          part: claim.part,
          reading: claim.reading.text,
          expectation: printExpectation(claim.expectation),
          tokens: changed,
          cases: [key],
        })
    }
  }
  return [...changes.values()]
}
