import type { Library } from '@/core/sheet'
import type { TokenBook } from '@/core/tokens'
import type { SourceWork } from '@/source'

/** A library that was read, and what tells this state of its files from others. */
export interface Readable {
  library: Library
  tokens: TokenBook
  fingerprint: string
  /** Where its files are parsed. */
  work: SourceWork
}
