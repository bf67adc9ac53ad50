import type { CodeProp } from '../code'
import { kebabCase } from '../code'
import { makeLint, type Lint, type LintSubject } from './lint'

/** `axis-drift`: the values of a choice differ between the code's types and the sheet. */
export function* axisDrift({ sheet, code }: LintSubject): Generator<Lint> {
  for (const declared of code ?? []) {
    if (declared.type !== 'choice' || !declared.values) continue
    const prop = sheet.data.props[declared.name]
    if (!prop) continue
    // No choice of the format is on, off, or some word besides.
    if (prop.type === 'data' && declared.values.some((value) => typeof value === 'boolean')) continue
    if (prop.type !== 'choice') {
      yield makeLint(
        'axis-drift',
        sheet.source.atKey(['props', declared.name]),
        `"${declared.name}" is a choice of ${declared.values.join(', ')} in ${where(declared)}, and ${prop.type} in the sheet.`,
      )
      continue
    }
    const inCode = declared.values.map(String)
    const inSheet = prop.values.map(String)
    yield* differences(sheet, declared, inCode, inSheet)
    // The code agrees with the prop: an axis that gives it other values, or not all of them, has drifted too.
    const axis = sheet.axes.find(({ name }) => name === declared.name)
    if (!axis || inCode.length !== inSheet.length) continue
    const reached = new Set(
      Object.values(axis.reaches).flatMap((all) => all.map(({ props }) => String(props?.[declared.name] ?? ''))),
    )
    const missing = inCode.filter((value) => !reached.has(value))
    if (missing.length > 0 && inCode.every((value) => inSheet.includes(value)))
      yield drift(
        sheet,
        declared,
        missing,
        [],
        `The axis "${axis.name}" never takes ${missing.join(', ')}, which ${where(declared)} allows.`,
      )
  }
}

function* differences(
  sheet: LintSubject['sheet'],
  declared: CodeProp,
  inCode: string[],
  inSheet: string[],
): Generator<Lint> {
  const missing = inCode.filter((value) => !inSheet.includes(value))
  const extra = inSheet.filter((value) => !inCode.includes(value))
  if (missing.length === 0 && extra.length === 0) return
  const parts = [
    missing.length > 0 && `${where(declared)} also allows ${missing.join(', ')}`,
    extra.length > 0 && `${where(declared)} does not know ${extra.join(', ')}`,
  ].filter(Boolean)
  yield drift(
    sheet,
    declared,
    missing,
    extra,
    `The values of "${declared.name}" have drifted apart: ${parts.join('; ')}.`,
  )
}

const where = ({ file, line }: CodeProp) => `${file.slice(file.lastIndexOf('/') + 1)}:${line}`

const drift = (
  sheet: LintSubject['sheet'],
  { name }: CodeProp,
  missing: string[],
  extra: string[],
  message: string,
): Lint => ({
  ...makeLint('axis-drift', sheet.source.atKey(['props', kebabCase(name)]), message),
  about: { kind: 'axis-drift', prop: name, missing, extra },
})
