import { z } from 'zod'
import type { Problem } from '../problem'
import { textOf, type FileTree } from '../sheet'
import { checkShape, printFlow, readYaml } from '../yaml'
import type { Point } from './Pixels'

/** The folder of approved pictures in a library's. */
export const REFERENCES = 'references'

const hash = z.string().regex(/^[0-9a-f]{64}$/, 'must be the name of a picture: 64 hexadecimal digits')
const pair = z.tuple([z.number().int(), z.number().int()])

const entrySchema = z.strictObject({
  /** Where it was taken. */
  rig: z.string().min(1),
  /** The picture's name. */
  picture: hash,
  /** Its top left corner as seen from the case's own, in device pixels. */
  at: pair.default([0, 0]),
  /** The file of what the component's styles came to in it. */
  traits: hash.optional(),
  /** Who approved it. */
  by: z.string(),
  /** When, ISO 8601. */
  on: z.string(),
  /** In which commit or revision. */
  in: z.string().optional(),
  note: z.string().optional(),
})

/** `references/SLUG.yaml`: the approved pictures of one component. */
export const referencesSchema = z.strictObject({
  references: z.literal(1),
  cases: z.record(z.string(), z.array(entrySchema)).default({}),
})

/** An approved picture of a case on one rig. */
export type ReferenceEntry = z.output<typeof entrySchema>

/** The approved pictures of a component, by case: one for each rig. */
export type ReferenceIndex = ReadonlyMap<string, readonly ReferenceEntry[]>

export const indexPath = (slug: string): string => `${REFERENCES}/${slug}.yaml`
export const picturePath = (picture: string): string => `${REFERENCES}/${picture.slice(0, 2)}/${picture}.png`
export const traitsPath = (traits: string): string => `${REFERENCES}/${traits.slice(0, 2)}/${traits}.json`

/** Whether a path is of a picture, or of what was read with one. */
export const isReferenceFile = (path: string): boolean =>
  /^references\/([0-9a-f]{2})\/\1[0-9a-f]{62}\.(png|json)$/.test(path)

export const placeOf = ({ at: [x, y] }: ReferenceEntry): Point => ({ x, y })

/** Reads a component's approved pictures; none, where there are none. */
export function readReferences(tree: FileTree, slug: string): { index: ReferenceIndex; problems: Problem[] } {
  const file = indexPath(slug)
  const text = textOf(tree, file)
  if (text === undefined) return { index: new Map(), problems: [] }
  const { value, problems } = checkShape(readYaml(text, file), referencesSchema)
  return { index: new Map(Object.entries(value?.cases ?? {})), problems }
}

/** An index as its file: a line for each case and rig, in an order of their own, so that what two people approve merges. */
export function printReferences(index: ReferenceIndex): string {
  const cases = [...index].filter(([, entries]) => entries.length > 0).toSorted(([a], [b]) => (a < b ? -1 : 1))
  const lines = cases.flatMap(([key, entries]) => [
    `  ${JSON.stringify(key)}:`,
    ...entries.toSorted((a, b) => (a.rig < b.rig ? -1 : 1)).map((entry) => `    - ${printFlow(entry)}`),
  ])
  return ['# Approved pictures. Written by an approval only.', 'references: 1', 'cases:', ...lines, ''].join('\n')
}

/** Puts an approved picture in the place of the one of its case and rig. */
export function withReference(index: ReferenceIndex, key: string, entry: ReferenceEntry): ReferenceIndex {
  const others = (index.get(key) ?? []).filter(({ rig }) => rig !== entry.rig)
  return new Map(index).set(key, [...others, entry])
}

/** All files that an index needs. */
export const filesOf = (index: ReferenceIndex): Set<string> =>
  new Set(
    [...index.values()]
      .flat()
      .flatMap(({ picture, traits }) => [picturePath(picture), ...(traits ? [traitsPath(traits)] : [])]),
  )
