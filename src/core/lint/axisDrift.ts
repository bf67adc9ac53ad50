import type { CodeProp } from '../code'
import { kebabCase } from '../code'
import type { Sheet } from '../sheet'
import type { YamlEdit } from '../yaml'
import { defineLint, type Fault, type SheetSubject } from './defineLint'

interface Drift {
  prop: string
  missing: readonly string[]
  extra: readonly string[]
}

function* drifts({ sheet, code }: SheetSubject): Generator<Fault<Drift>> {
  for (const declared of code ?? []) {
    if (declared.type !== 'choice' || !declared.values) continue
    const prop = sheet.data.props[declared.name]
    if (!prop) continue
    // No choice of the format is on, off, or some word besides.
    if (prop.type === 'data' && declared.values.some((value) => typeof value === 'boolean')) continue
    if (prop.type !== 'choice') {
      yield {
        at: sheet.source.atKey(['props', declared.name]),
        message: `"${declared.name}" is a choice of ${declared.values.join(', ')} in ${where(declared)}, and ${prop.type} in the sheet.`,
      }
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

function* differences(sheet: Sheet, declared: CodeProp, inCode: string[], inSheet: string[]): Generator<Fault<Drift>> {
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
  sheet: Sheet,
  { name }: CodeProp,
  missing: string[],
  extra: string[],
  message: string,
): Fault<Drift> => ({
  at: sheet.source.atKey(['props', kebabCase(name)]),
  message,
  about: { prop: name, missing, extra },
})

const fixLabel = ({ missing, extra, prop }: Drift) =>
  [
    missing.length > 0 && `Add ${missing.join(', ')} to “${prop}”`,
    extra.length > 0 && `${missing.length > 0 ? 'delete' : 'Delete'} ${extra.join(', ')}`,
  ]
    .filter(Boolean)
    .join(', ')

/** Brings a choice prop, and the axis of its name where that is a plain list, to the values of the code. */
function fixEdits({ prop: name, missing, extra }: Drift, { data }: Sheet): YamlEdit[] {
  const edits: YamlEdit[] = []
  const mend = (values: readonly unknown[], path: string[]) => {
    const kept = values.filter((value) => !extra.includes(String(value)))
    edits.push({ do: 'set', path, value: [...kept, ...missing.filter((value) => !kept.map(String).includes(value))] })
  }
  const prop = data.props[name]
  if (prop?.type === 'choice') mend(prop.values, ['props', name, 'values'])
  const axis = data.axes[name]
  if (Array.isArray(axis)) mend(axis, ['axes', name])
  else if (typeof axis === 'object' && Array.isArray(axis.values)) mend(axis.values, ['axes', name, 'values'])
  return edits
}

export const axisDrift = defineLint({
  code: 'axis-drift',
  severity: 'warning',
  about: 'The values of a choice differ between the code’s types and the sheet.',
  find: { sheet: drifts },
  fix: (drift, sheet) => ({ label: fixLabel(drift), edits: fixEdits(drift, sheet) }),
})
