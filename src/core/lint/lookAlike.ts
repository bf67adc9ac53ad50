import { combinations, exists, type Dimension, type Space } from '../matrix'
import { claimKey, makeCascade, printExpectation, type Resolution } from '../spec'
import { makeLint, type Lint, type LintSubject } from './lint'
import { ruleSpace } from './rules'

/** `look-alike`: two values of an axis that the spec cannot tell apart, in some of the cases that differ in nothing else. */
export function* lookAlike(subject: LintSubject): Generator<Lint> {
  const { sheet, rules, space } = subject
  const small = ruleSpace(subject)
  if (!small || rules.length === 0) return
  const resolve = makeCascade(rules)
  const printed = new Map<Resolution, string>()
  const signature = (values: Record<string, string>): string => {
    const resolution = resolve({ ...space.fixed, ...values })
    let text = printed.get(resolution)
    if (text === undefined) printed.set(resolution, (text = print(resolution)))
    return text
  }
  for (const dimension of space.dimensions.filter(({ kind }) => kind === 'axis')) {
    for (const { a, b, alike, pairs, example } of twins(small, dimension, signature)) {
      const where = alike === pairs ? '' : ` in ${alike} of ${pairs} cases, such as ${example}`
      const message = `The spec cannot tell ${dimension.name} "${b}" from "${a}"${where}. Say what differs, or take the value away.`
      yield makeLint('look-alike', sheet.source.atKey(['axes', dimension.name, 'values', b]), message)
    }
  }
}

const print = (resolution: Resolution) =>
  [...resolution.values()]
    .map((claim) => `${claimKey(claim)}=${printExpectation(claim.expectation)}`)
    .toSorted()
    .join('\n')

function* twins(space: Space, { name, values }: Dimension, signature: (values: Record<string, string>) => string) {
  const rest: Space = { ...space, dimensions: space.dimensions.filter((dimension) => dimension.name !== name) }
  for (const [at, b] of values.entries()) {
    for (const a of values.slice(0, at)) {
      let alike = 0
      let pairs = 0
      let example = ''
      for (const others of combinations(rest)) {
        const [one, two] = [
          { ...others, [name]: a },
          { ...others, [name]: b },
        ]
        if (!exists(one, space) || !exists(two, space)) continue
        pairs++
        if (signature(one) !== signature(two)) continue
        if (alike++ === 0)
          example = Object.entries(others)
            .map(([axis, value]) => `${axis}=${value}`)
            .join(',')
      }
      if (alike > 0) yield { a, b, alike, pairs, example }
    }
  }
}
