import dynamic from 'next/dynamic'
import { defineView } from '../frame'

export const matrixView = defineView({
  name: 'matrix',
  label: 'Matrix',
  about: 'Every case, live, with what was measured in it.',
  keys: [
    ['Arrows', 'The case beside, above, below'],
    ['Shift or Ctrl, click; drag', 'Select several cases'],
    ['Shift arrows', 'Select up to there'],
    ['a', 'Select all cases'],
    ['s', 'Add an expectation for the selection'],
    ['n', 'The next case that misses'],
    ['+ and -', 'Larger, smaller'],
    ['Enter on the selected case', 'Go to its readings'],
    ['Esc', 'Clear the selection'],
  ],
  Component: dynamic(async () => (await import('./Matrix')).Matrix),
})
