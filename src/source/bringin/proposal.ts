import { printBlock } from '@/core/yaml'

/** A component as it could be brought in: nothing is saved before somebody says so. */
export interface Proposal {
  slug: string
  /** Path of the sheet. */
  file: string
  /** All files by path of the library, the sheet among them. */
  texts: Record<string, string>
  /** What was understood, in words. */
  understood: string[]
  /** What was met and not understood. */
  unclear: string[]
}

export const slugFor = (name: string, taken: readonly string[] = []): string => {
  const base =
    name
      .replace(/([a-z0-9])([A-Z])/g, '$1-$2')
      .normalize('NFKD')
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^[^a-z]+|-+$/g, '') || 'component'
  let slug = base
  for (let count = 2; taken.includes(slug); count++) slug = `${base}-${count}`
  return slug
}

export const folderOf = (slug: string) => `components/${slug}/`

/** A sheet's text from its fields; those that are empty are left out. */
export function printSheet(fields: Record<string, unknown>): string {
  const isEmpty = (value: unknown) =>
    value === undefined || (typeof value === 'object' && value !== null && Object.keys(value).length === 0)
  const blocks = Object.entries(fields)
    .filter(([, value]) => !isEmpty(value))
    .map(([key, value]) => printBlock({ [key]: value }, 0))
  // Head lines stand together; what follows is set apart, as people write it.
  const heads = blocks.filter((block) => !block.includes('\n'))
  const rest = blocks.filter((block) => block.includes('\n'))
  return [heads.join('\n'), ...rest].join('\n\n') + '\n'
}

// More than this nobody looks at: pairs of values say nearly as much.
export const MANY_CASES = 2000
