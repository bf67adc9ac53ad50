import { expect, test } from '@jest/globals'
import { docAddress } from './docAddress'

test.each([
  ['runs.md', 'how-to', '/-/docs/runs'],
  ['reference/steps.md', 'how-to', '/-/docs/reference/steps'],
  ['../runs.md#pictures', 'reference/steps', '/-/docs/runs#s-pictures'],
  ['#here', 'runs', '#here'],
  ['https://example.com/a.md', 'runs', 'https://example.com/a.md'],
  ['../LICENSE', 'runs', '../LICENSE'],
])('%s on %s leads to %s', (href, from, expected) => expect(docAddress(href, from)).toBe(expected))
