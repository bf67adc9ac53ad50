import type { Problem } from '../problem'
import { checkShape, readYaml, type YamlSource } from '../yaml'
import { normaliseAxis, type Axis } from './axis'
import { normaliseParts, type Part } from './part'
import { sheetSchema, type SheetFile } from './sheetSchema'

/** One component as its sheet defines it, with every short form written out. */
export interface Sheet {
  slug: string
  /** The sheet's path in the library. */
  file: string
  /** The sheet as written, defaults filled in. */
  data: SheetFile
  axes: readonly Axis[]
  parts: Readonly<Record<string, Part>>
  /** Places in the sheet's text. */
  source: YamlSource
}

export const SHEET_SUFFIX = '.sheet.yaml'

export const slugOf = (file: string) => file.slice(file.lastIndexOf('/') + 1, -SHEET_SUFFIX.length)

/** Reads a sheet; everything that is wrong with its shape is reported at once. */
export function readSheet(text: string, file: string): { sheet?: Sheet; problems: Problem[] } {
  const source = readYaml(text, file)
  const { value: data, problems } = checkShape(source, sheetSchema)
  if (!data) return { problems }
  const axes = Object.entries(data.axes).map(([name, axis]) => normaliseAxis(name, axis, data.props))
  const sheet: Sheet = { slug: slugOf(file), file, data, axes, parts: normaliseParts(data.parts), source }
  return { sheet, problems: [...axisProblems(sheet)] }
}

/** Faults of an axis that its shape alone does not show. */
function* axisProblems({ axes, source }: Sheet): Generator<Problem> {
  for (const axis of axes) {
    const twice = axis.values.find((value, index) => axis.values.indexOf(value) !== index)
    if (twice)
      yield { ...source.at(['axes', axis.name]), message: `axis "${axis.name}" has the value "${twice}" twice` }
  }
}
