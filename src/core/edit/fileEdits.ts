import type { Sheet } from '../sheet'
import type { YamlEdit } from '../yaml'

/** A file that a component can get: what it is for, and what stands in it at first. */
export interface NewFile {
  kind: 'style' | 'script' | 'guide'
  label: string
  /** Where such a file is no second one. */
  isOnly: boolean
  nameFor(slug: string, taken: readonly string[]): string
  text(name: string): string
}

const free = (stem: string, ending: string, taken: readonly string[]) => {
  for (let count = 1; ; count++) {
    const name = `${stem}${count === 1 ? '' : `-${count}`}${ending}`
    if (!taken.includes(name)) return name
  }
}

export const NEW_FILES: readonly NewFile[] = [
  {
    kind: 'style',
    label: 'Style sheet',
    isOnly: false,
    nameFor: (slug, taken) => free(slug, '.css', taken),
    text: () => '',
  },
  {
    kind: 'script',
    label: 'Script',
    isOnly: true,
    nameFor: (slug, taken) => free(slug, '.js', taken),
    text: () =>
      '// Called for each case with its first element. What it returns is called when the case goes.\nexport default (root, { props, emit }) => {\n}\n',
  },
  {
    kind: 'guide',
    label: 'Guide',
    isOnly: true,
    nameFor: (slug, taken) => free(slug, '.md', taken),
    text: (name) => `${name}\n`,
  },
]

type Source = Record<string, unknown>

/** Whether a component can have one more file of a kind. */
export function takesFile({ data }: Sheet, { kind, isOnly }: NewFile): boolean {
  const source = data.source as Source
  if (kind === 'script' && source.kind !== 'markup') return false
  if (kind === 'style' && source.kind === 'page') return false
  return !isOnly || (kind === 'guide' ? data.guide : source.script) === undefined
}

/** The edits that make a file, named from the sheet, one of the component's. */
export function addFileEdits({ data }: Sheet, kind: NewFile['kind'], name: string): YamlEdit[] {
  if (kind === 'guide') return [{ do: 'set', path: ['guide'], value: name }]
  if (kind === 'script') return [{ do: 'set', path: ['source', 'script'], value: name }]
  const styles = ((data.source as Source).styles as string[] | undefined) ?? []
  return styles.length > 0
    ? [{ do: 'insert', path: ['source', 'styles', styles.length], value: name }]
    : [{ do: 'set', path: ['source', 'styles'], value: [name] }]
}

/** Where a sheet names a file of its folder. */
function placesOf({ data }: Sheet, file: string): { path: (string | number)[]; isNeeded: boolean }[] {
  const source = data.source as Source
  const isMeant = (name: unknown) => typeof name === 'string' && name.replace(/^\.\//, '') === file
  const found = Object.entries(source).flatMap(([key, value]) => {
    if (Array.isArray(value))
      return value.flatMap((each, at) => (isMeant(each) ? [{ path: ['source', key, at], isNeeded: false }] : []))
    return isMeant(value) ? [{ path: ['source', key], isNeeded: key === 'markup' || key === 'module' }] : []
  })
  return isMeant(data.guide) ? [...found, { path: ['guide'], isNeeded: false }] : found
}

/** Whether nothing can be rendered without a file. @param file from the sheet's folder, as in what follows */
export const isNeededFile = (sheet: Sheet, file: string): boolean =>
  sheet.file.endsWith(`/${file}`) || placesOf(sheet, file).some(({ isNeeded }) => isNeeded)

/** The edits by which a sheet no longer names a file. */
export const removeFileEdits = (sheet: Sheet, file: string): YamlEdit[] =>
  // From behind, so that the places before stay what they are.
  placesOf(sheet, file)
    .toReversed()
    .map((each) => ({ do: 'remove', path: each.path }))

/** The edits by which a sheet names a file as it is called now. */
export const renameFileEdits = (sheet: Sheet, file: string, to: string): YamlEdit[] =>
  placesOf(sheet, file).map((each) => ({ do: 'set', path: each.path, value: to }))
