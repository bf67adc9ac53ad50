import { nearest } from '../problem'
import { pseudoClasses } from '../css'
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

/** Values that are told by a pseudo-class which no browser knows. */
function* unknownPseudos({ sheet }: SheetSubject): Generator<Fault> {
  for (const { name, reaches } of sheet.axes)
    for (const [value, steps] of Object.entries(reaches))
      for (const pseudo of steps.flatMap((step) => step.pseudo ?? [])) {
        const plain = pseudo.replace(/\(.*$/s, '')
        // What bears a browser's own prefix is that browser's affair.
        if (plain.startsWith('-') || pseudoClasses().has(plain)) continue
        const near = nearest(plain, pseudoClasses())
        const message = `No browser knows the pseudo-class ":${pseudo}": the value "${value}" of "${name}" is never reached.${near ? ` Did you mean ":${near}"?` : ''}`
        yield { at: sheet.source.atKey(['axes', name, 'values', value]), message }
      }
}

function* unreachedValues(subject: SheetSubject): Generator<Fault> {
  yield* lostValues(subject)
  yield* unknownPseudos(subject)
}

export const unreachable = defineLint({
  code: 'unreachable',
  severity: 'warning',
  about:
    'A value that is never seen: a later axis always sets the prop that it sets, or it names a pseudo-class that no browser knows.',
  find: { sheet: unreachedValues },
})
