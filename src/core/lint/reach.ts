import { makeLint, type Lint, type LintSubject } from './lint'

/** `unreachable`: a later axis sets the same prop in all of its values, so an earlier axis' value is lost. */
export function* unreachable({ sheet }: LintSubject): Generator<Lint> {
  for (const [at, axis] of sheet.axes.entries()) {
    for (const later of sheet.axes.slice(at + 1)) {
      const always = later.values.map(
        (value) => new Set((later.reaches[value] ?? []).flatMap(({ props }) => Object.keys(props ?? {}))),
      )
      for (const value of axis.values) {
        const own = (axis.reaches[value] ?? []).flatMap(({ props }) => Object.keys(props ?? {}))
        const lost = own.find((prop) => always.every((props) => props.has(prop)))
        if (lost === undefined) continue
        const message = `The value "${value}" of "${axis.name}" sets the prop "${lost}", which the later axis "${later.name}" always sets too: it is never seen.`
        yield makeLint('unreachable', sheet.source.atKey(['axes', axis.name, 'values', value]), message)
      }
    }
  }
}
