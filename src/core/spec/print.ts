import type { Check, Expectation, Value, ValuePart } from './expectation'

/** An expectation in its canonical text; reading it again gives the same expectation. */
export function printExpectation(expectation: Expectation): string {
  return expectation.kind === 'any' ? 'any' : expectation.checks.map(printCheck).join(' and ')
}

function printCheck(check: Check): string {
  switch (check.kind) {
    case 'is':
      return (check.not ? 'not ' : '') + check.values.map(printValue).join(' or ')
    case 'compare':
      return `${check.operator} ${printValue(check.value)}`
    case 'range':
      return `${printValue(check.from)} .. ${printValue(check.to)}`
    case 'near':
      return `${printValue(check.value)} ± ${printValue(check.slack)}`
    case 'offset': {
      const { by, slack, isLess, where } = check
      const amount = 'share' in by ? printShare(by.share) : printValue(by)
      return `${amount} ${isLess ? 'less' : 'more'} than ${printWhere(where)}${slack ? ` ± ${printValue(slack)}` : ''}`
    }
    case 'same':
      return `same as ${printWhere(check.where)}`
    case 'differs':
      return `differs from ${printWhere(check.where)}`
  }
}

/** 0.1 as `10%`. */
export const printShare = (share: number) => `${Math.round(share * 1e8) / 1e6}%`

export function printValue({ literal, parts }: Value): string {
  const text = parts.map(printPart).join('')
  return literal ? `"${text}"` : text
}

function printPart(part: ValuePart): string {
  if (part.kind === 'text') return part.text
  if (part.kind === 'token') return `{${part.path}${part.alpha ? ' / ' + part.alpha : ''}}`
  return `@${part.part}.${part.reading}`
}

export const printWhere = (where: Readonly<Record<string, string>>) =>
  Object.entries(where)
    .map(([axis, value]) => `${axis}:${value}`)
    .join(', ')
