import { defineLint, type Fault, type SheetSubject } from './defineLint'

function* lostValues({ sheet }: SheetSubject): Generator<Fault> {
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
        yield { at: sheet.source.atKey(['axes', axis.name, 'values', value]), message }
      }
    }
  }
}

export const unreachable = defineLint({
  code: 'unreachable',
  severity: 'warning',
  about: 'A later axis always sets the prop that a value of an earlier axis sets: that value is never seen.',
  find: { sheet: lostValues },
})
