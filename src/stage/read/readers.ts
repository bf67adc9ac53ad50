import type { ReadingOf } from '@/core/readings'
import { BOX_READERS } from './readBox'
import { COLOUR_READERS } from './readColour'
import { readContrast } from './readContrast'
import { DOCUMENT_READERS } from './readDocument'
import { HIDDEN_READERS } from './readHidden'
import { MOVEMENT_READERS } from './readMoved'
import { TARGET_READERS } from './readTarget'
import { TEXT_READERS } from './readText'
import { isVisible } from './readVisible'
import type { Match, Reader, ReadMatch } from './Reader'

/** Reads one reading of a part as a whole: `matches` are all of it, `wanted` those that are asked for. */
type ReadPart = (reader: Reader, matches: readonly Match[], wanted: readonly Match[]) => string

/** Readings that are there even when the part is not. */
export const PART_READERS = {
  present: (_, __, wanted) => (wanted.length > 0 ? 'yes' : 'no'),
  count: (_, matches) => String(matches.length),
  'visible-count': (reader, matches) => String(matches.filter((match) => isVisible(reader, match)).length),
} satisfies Record<string, ReadPart>

/** Readings of single matches: every one that a page can take itself. The accessibility tree is the browser's own. */
export const MATCH_READERS = {
  ...BOX_READERS,
  ...HIDDEN_READERS,
  ...MOVEMENT_READERS,
  ...COLOUR_READERS,
  ...DOCUMENT_READERS,
  ...TEXT_READERS,
  ...TARGET_READERS,
  contrast: readContrast,
} satisfies Record<
  Exclude<ReadingOf<'box' | 'document' | 'text' | 'paint' | 'pointer'>, keyof typeof PART_READERS>,
  ReadMatch
>
