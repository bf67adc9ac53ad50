import { gap, isWithin, offset, overlaps, round } from '@/core/readings'
import { isVisible } from './readVisible'
import type { Match, Reader } from './Reader'

const px = (value: number) => `${round(value)}px`
const yes = (value: boolean) => (value ? 'yes' : 'no')

/** Reads what follows from border boxes. Positions are measured from the root's top left corner. */
export function readBox(reader: Reader, match: Match, name: string, argument: string | undefined): string {
  if (name === 'visible') return yes(isVisible(reader, match))
  const rect = reader.rect(match)
  const origin = () => reader.rect(reader.first('root'))
  const other = () => reader.rect(reader.first(argument ?? ''))
  switch (name) {
    case 'box.width':
      return px(rect.width)
    case 'box.height':
      return px(rect.height)
    case 'box.left':
      return px(rect.left - origin().left)
    case 'box.top':
      return px(rect.top - origin().top)
    case 'box.right':
      return px(rect.left + rect.width - origin().left)
    case 'box.bottom':
      return px(rect.top + rect.height - origin().top)
    case 'box.ratio':
      return rect.height === 0 ? 'none' : String(round(rect.width / rect.height))
    case 'within':
      return yes(isWithin(rect, other()))
    case 'covers':
      return yes(isWithin(other(), rect))
    case 'overlaps':
      return yes(overlaps(rect, other()))
    case 'gap':
      return px(gap(rect, other()))
    case 'offset-x':
      return px(offset(rect, other()).x)
    case 'offset-y':
      return px(offset(rect, other()).y)
    default:
      throw new Error(`no such box reading: ${name}`)
  }
}
