import { expect, test } from '@jest/globals'
import { asWrittenByPeople } from './written'

test.each([
  ['rgb(27, 42, 60)', '#1b2a3c'],
  ['rgba(0, 0, 0, 0)', 'transparent'],
  ['rgba(30, 96, 73, 0.22)', '#1e6049 / 22%'],
  ['color(srgb 0.1176 0.3765 0.2863)', '#1e6049'],
  ['color(display-p3 0.2 0.4 0.3)', 'color(display-p3 0.2 0.4 0.3)'],
  ['2px solid rgb(27, 42, 60)', '2px solid #1b2a3c'],
  ['12.000030517578125px', '12px'],
  ['33.333333px 4px', '33.333px 4px'],
  ['0.5', '0.5'],
  ['matrix(1, 0, 0, 1, 23.4567, 0)', 'matrix(1, 0, 0, 1, 23.457, 0)'],
  ['Call the valley at 12.5', 'Call the valley at 12.5'],
])('%s is written %s', (read, written) => expect(asWrittenByPeople(read)).toBe(written))
