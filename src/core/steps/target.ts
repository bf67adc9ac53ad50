import { z } from 'zod'
import { parsePartReference, type PartReference } from '../readings'
import type { Path } from '../yaml'
import type { StepContext } from './issue'

/** Where input goes: a part, a place measured from the host's corner, or beside the component. */
export type Target =
  { kind: 'part'; name: string; part: PartReference } | { kind: 'at'; x: number; y: number } | { kind: 'page' }

/** A distance or a place: across and down, in px. */
export const offsetSchema = z.tuple([z.number(), z.number()])

/** A target as files write it: `header[2]`, `page`, `{ at: [10, 4] }`. */
export const targetSchema = z.union([z.string().min(1), z.strictObject({ at: offsetSchema })]).meta({ id: 'Target' })

export type TargetFile = z.output<typeof targetSchema>

/** Reads where input goes; what is wrong goes to `context.issue`. */
export function readTarget({ sheet, issue }: StepContext, given: TargetFile, path: Path): Target {
  if (typeof given === 'object') {
    const [x, y] = given.at
    return { kind: 'at', x, y }
  }
  if (given === 'page') return { kind: 'page' }
  const part = parsePartReference(given)
  const known = Object.keys(sheet.parts)
  if (!known.includes(part.part))
    issue({
      code: 'unknown-part',
      path,
      message: `no part "${part.part}"`,
      name: { what: 'part', found: part.part, known },
    })
  if (part.index === 'all')
    issue({ code: 'bad-expectation', path, message: `"${given}" names several: input goes to one, such as [2]` })
  return { kind: 'part', name: given, part }
}
