import type { Sheet } from '../sheet'
import { speaksOf } from '../survey'
import { editYaml, readYaml, type YamlEdit } from '../yaml'

/** A sheet's text with rules added at the end of its spec. */
export function appendRules(text: string, rules: readonly unknown[]): string {
  const value = readYaml(text, '').value as { spec?: unknown } | undefined
  const known = Array.isArray(value?.spec) ? value.spec.length : undefined
  if (!known) return editYaml(text, [{ do: 'set', path: ['spec'], value: rules }])
  return editYaml(
    text,
    rules.map((rule, at): YamlEdit => ({ do: 'insert', path: ['spec', known + at], value: rule })),
  )
}

/** Whether a sheet's rules speak of a reading of a part already, also under the name of its shorthand. */
export function spokenOf({ data }: Sheet): (part: string, reading: string) => boolean {
  const spoken = data.spec.flatMap(({ expect }) =>
    Object.entries(expect).flatMap(([part, readings]) =>
      Object.keys(readings).map((reading) => ({ part: part.replace(/\[.*$/, ''), reading })),
    ),
  )
  return (part, reading) => spoken.some((each) => each.part === part && speaksOf(each.reading, reading))
}
