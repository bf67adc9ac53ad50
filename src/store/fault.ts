/** The store's file cannot be read or written: what happened, and what to do. */
export class StoreFault extends Error {
  override name = 'StoreFault'
}

const RESTORE =
  'Put a backup in its place with "brelt restore FILE", or move the file away to begin with an empty store.'

/** What SQLite's codes mean for whoever keeps the file. By the first words of a code, the longest first. */
const MEANINGS: readonly (readonly [code: string, what: string, todo: string])[] = [
  ['SQLITE_NOTADB', 'is not a database of Brelt', RESTORE],
  ['SQLITE_CORRUPT', 'is damaged', RESTORE],
  ['SQLITE_READONLY', 'cannot be written', 'Give this user the right to write it and its folder.'],
  ['SQLITE_CANTOPEN', 'cannot be opened', 'See that its folder exists, and that this user may read and write it.'],
  ['SQLITE_PERM', 'cannot be opened', 'See that this user may read and write it.'],
  ['SQLITE_FULL', 'cannot grow: the disk is full', 'Make room and try again: nothing that was saved before is lost.'],
  [
    'SQLITE_IOERR',
    'could not be read or written by the disk',
    'See that the disk is there and has room, and try again.',
  ],
  ['SQLITE_BUSY', 'is held by another process', 'Try again when that has ended.'],
  ['SQLITE_LOCKED', 'is held by another process', 'Try again when that has ended.'],
]

/** The fault of the store behind an error, in words without any SQL; undefined for another error. @param file of the store */
export function storeFault(error: unknown, file: string): StoreFault | undefined {
  if (error instanceof StoreFault) return error
  for (let each: unknown = error; each instanceof Error; each = each.cause) {
    const { code } = each as NodeJS.ErrnoException
    const found = typeof code === 'string' && MEANINGS.find(([start]) => code.startsWith(start))
    if (found) return new StoreFault(`The store ${file} ${found[1]}. ${found[2]}`, { cause: error })
  }
  return undefined
}
