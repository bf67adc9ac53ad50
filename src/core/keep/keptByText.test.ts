import { expect, test } from '@jest/globals'
import { keptByText } from './keptByText'

test('a text is worked on once for each of the other arguments, and no more than there is room for are kept', () => {
  const done: string[] = []
  const words = keptByText((text: string, mark: string) => {
    done.push(`${text.length}${mark}`)
    return text.split(mark)
  })
  expect(words('a b', ' ')).toBe(words('a b', ' '))
  expect(words('a-b', '-')).toEqual(['a', 'b'])
  expect(done).toEqual(['3 ', '3-'])
  const long = 'x'.repeat(13_000_000)
  words(long, ' ')
  words(`${long}y`, ' ')
  words('a b', ' ')
  words(long, ' ')
  expect(done.slice(2)).toEqual(['13000000 ', '13000001 ', '3 ', '13000000 '])
})
