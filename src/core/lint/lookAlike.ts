import { combinations, exists, type Dimension, type Space } from '../matrix'
import { claimKey, makeCascade, printExpectation, type Resolution } from '../spec'
import { groupBy } from '../group'
import { defineLint, type Fault, type SheetSubject } from './defineLint'
import { ruleSpace } from './rules'

/** What the spec says in one combination, as a number: equal numbers say the same. Undefined where it does not exist. */
type Signature = number | undefined

/** A value of an axis with what the spec says of it, over all combinations of the other axes. */
interface Profile {
  value: string
  signatures: readonly Signature[]
}

// Values that only sometimes look alike are told pair by pair: among more than this many nobody reads the list.
const MAX_COMPARED = 24

interface Alike {
  axis: string
  values: readonly string[]
}

function* alike(subject: SheetSubject): Generator<Fault<Alike>> {
  const { sheet, rules, space } = subject
  const small = ruleSpace(subject)
  if (!small || rules.length === 0) return
  const signatureOf = makeSignatures(subject)
  for (const dimension of space.dimensions.filter(({ kind, values }) => kind === 'axis' && values.length > 1)) {
    const place = (value: string) => sheet.source.atKey(['axes', dimension.name, 'values', value])
    const { profiles, others } = profilesOf(small, dimension, signatureOf)
    const classes = [...groupBy(profiles, ({ signatures }) => signatures.join()).values()]
    for (const [first, ...twins] of classes.map((each) => each.map(({ value }) => value))) {
      if (twins.length === 0) continue
      const names = [first, ...twins].map((value) => `"${value}"`)
      const shown = names.length > 6 ? `${names.slice(0, 6).join(', ')} … (${names.length} in all)` : names.join(', ')
      const message = `The spec cannot tell these values of ${dimension.name} apart: ${shown}. Say what differs, or take values away.`
      yield {
        at: place(twins[0]!),
        message,
        about: { axis: dimension.name, values: [first!, ...twins] },
      }
    }
    const told = classes.map(([first]) => first!).slice(0, MAX_COMPARED)
    for (const [at, b] of told.entries()) {
      for (const a of told.slice(0, at)) {
        const alike = a.signatures.flatMap((signature, index) =>
          signature !== undefined && signature === b.signatures[index] ? [index] : [],
        )
        if (alike.length === 0) continue
        const pairs = a.signatures.filter(
          (signature, index) => signature !== undefined && b.signatures[index] !== undefined,
        ).length
        const message = `The spec cannot tell ${dimension.name} "${b.value}" from "${a.value}" in ${alike.length} of ${pairs} cases, such as ${others[alike[0]!]}. Say what differs there.`
        yield {
          at: place(b.value),
          message,
          about: { axis: dimension.name, values: [a.value, b.value] },
        }
      }
    }
  }
}

export const lookAlike = defineLint({
  code: 'look-alike',
  severity: 'warning',
  about: 'The spec cannot tell values of an axis apart, always or in some of the cases that differ in nothing else.',
  isOfRules: true,
  find: { sheet: alike },
})

function makeSignatures({ rules, space }: SheetSubject): (values: Record<string, string>) => number {
  const resolve = makeCascade(rules)
  const numbers = new Map<string, number>()
  const known = new Map<Resolution, number>()
  return (values) => {
    const resolution = resolve({ ...space.fixed, ...values })
    let number = known.get(resolution)
    if (number === undefined) {
      const text = print(resolution)
      number = numbers.get(text) ?? numbers.size
      numbers.set(text, number)
      known.set(resolution, number)
    }
    return number
  }
}

const print = (resolution: Resolution) =>
  [...resolution.values()]
    .map((claim) => `${claimKey(claim)}=${printExpectation(claim.expectation)}`)
    .toSorted()
    .join('\n')

function profilesOf(
  space: Space,
  { name, values }: Dimension,
  signatureOf: (values: Record<string, string>) => number,
) {
  const rest: Space = { ...space, dimensions: space.dimensions.filter((dimension) => dimension.name !== name) }
  // Exclusions that name this axis are judged with it, below.
  const others = [...combinations({ ...rest, without: space.without.filter((box) => !(name in box)) })]
  // No rule names the axis: its values are alike, and one stands for all.
  const isNamed = space.dimensions.some((dimension) => dimension.name === name)
  const signatures = (value: string) =>
    others.map((other): Signature => {
      const whole = { ...other, [name]: value }
      return exists(whole, space) ? signatureOf(whole) : undefined
    })
  const shared = isNamed ? undefined : signatures(values[0]!)
  const profiles = values.map((value): Profile => ({ value, signatures: shared ?? signatures(value) }))
  return {
    profiles,
    others: others.map(
      (other) =>
        Object.entries(other)
          .map(([axis, value]) => `${axis}=${value}`)
          .join(',') || 'the only one',
    ),
  }
}
