import { describe, expect, test } from '@jest/globals'
import { treeOf } from '@/core/sheet'
import { sheetsToBreak } from './sheetsToBreak'

describe('the style sheets that are broken', () => {
  const tree = treeOf({ 'a/a.sheet.yaml': '', 'b/b.sheet.yaml': '', 'a/a.css': '', 'b/b.css': '', 'all.css': '' })
  const sheets = (given: Record<string, 'own' | 'shared' | 'others'>) =>
    Object.entries(given).map(([url, of]) => ({ url, of, text: '', scoped: '', page: '' }))

  test.each([
    ['are its own', { 'a/a.css': 'own', 'all.css': 'shared' }, ['a/a.css']],
    ['are those that it shares, where it has none', { 'all.css': 'shared', 'b/b.css': 'others' }, ['all.css']],
    ['are not those of another component’s folder', { 'b/b.css': 'own', 'a/a.css': 'own' }, ['a/a.css']],
    ['may stand in a folder of their own', { 'styles/a.css': 'own' }, ['styles/a.css']],
    [
      'are not those that others made',
      { 'vendor/x.css': 'own', 'a/x.min.css': 'shared', 'all.css': 'shared' },
      ['all.css'],
    ],
    ['may be none', { 'b/b.css': 'own' }, []],
  ] as const)('%s', (_, given, wanted) =>
    expect(sheetsToBreak({ tree }, { file: 'a/a.sheet.yaml' }, sheets(given) as never).map(({ url }) => url)).toEqual(
      wanted,
    ),
  )
})
