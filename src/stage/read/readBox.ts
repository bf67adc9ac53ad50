import { gap, isWithin, offset, overlaps, parsePartReference, round, type Rect } from '@/core/readings'
import { isVisible } from './readVisible'
import type { Match, Reader, ReadMatch } from './Reader'

const px = (value: number) => `${round(value)}px`
const yes = (value: boolean) => (value ? 'yes' : 'no')

const ofBox =
  (read: (rect: Rect) => string): ReadMatch =>
  (reader, match) =>
    read(reader.rect(match))

/** Places are measured from the root's top left corner. */
const ofPlace =
  (read: (rect: Rect, origin: Rect) => number): ReadMatch =>
  (reader, match) =>
    px(read(reader.place(match), reader.place(reader.first('root'), 'root')))

const ofTwo =
  (read: (rect: Rect, other: Rect) => string): ReadMatch =>
  (reader, match, argument) =>
    read(reader.place(match), reader.place(otherOf(reader, argument!), argument))

function otherOf(reader: Reader, argument: string): Match {
  const { part, index } = parsePartReference(argument)
  return reader.match(part, index === 'all' ? 1 : index)
}

/** What is not rendered shares nothing with anything. */
const shares: ReadMatch = (reader, match, argument) =>
  yes(overlaps(reader.rect(match), reader.rect(otherOf(reader, argument!))))

/** Readings that follow from border boxes. */
export const BOX_READERS = {
  'box.width': ofBox(({ width }) => px(width)),
  'box.height': ofBox(({ height }) => px(height)),
  'box.ratio': ofBox(({ width, height }) => (height === 0 ? 'none' : String(round(width / height)))),
  'box.left': ofPlace((rect, origin) => rect.left - origin.left),
  'box.top': ofPlace((rect, origin) => rect.top - origin.top),
  'box.right': ofPlace((rect, origin) => rect.left + rect.width - origin.left),
  'box.bottom': ofPlace((rect, origin) => rect.top + rect.height - origin.top),
  within: ofTwo((rect, other) => yes(isWithin(rect, other))),
  covers: ofTwo((rect, other) => yes(isWithin(other, rect))),
  overlaps: shares,
  gap: ofTwo((rect, other) => px(gap(rect, other))),
  'offset-x': ofTwo((rect, other) => px(offset(rect, other).x)),
  'offset-y': ofTwo((rect, other) => px(offset(rect, other).y)),
  visible: (reader, match) => yes(isVisible(reader, match)),
} satisfies Record<string, ReadMatch>
