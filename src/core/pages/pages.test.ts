import { describe, expect, test } from '@jest/globals'
import { readLibrary, treeOf } from '../sheet'
import { libraryPages, linksOf, linkTarget, pageProblems } from '.'

const { library } = readLibrary(
  treeOf({
    'library.yaml': 'library: 1\nname: Hut\nguides: [guides/writing.md, guides/voice/tone.md]',
    'guides/writing.md': '# Writing\n\n## Words we use\n\nSee [tone](voice/tone.md#calm-first) or [gone](gone.md).\n',
    'guides/voice/tone.md': '# Tone\n\n## Calm, first\n',
    'guides/peak.png': 'x',
  }),
)
const pages = libraryPages(library!)
const places = { pages, components: ['bunk-check'], files: library!.tree.paths }

test('pages have a name, a title, and what stands under it', () => {
  expect(pages.map(({ name, title, line }) => [name, title, line])).toEqual([
    ['page-guides-writing', 'Writing', 3],
    ['page-guides-voice-tone', 'Tone', 3],
  ])
})

describe('a link of a page', () => {
  test.each([
    ['voice/tone.md', { to: 'page', page: pages[1] }],
    ['voice/tone.md#calm-first', { to: 'page', page: pages[1], heading: 's-calm-first' }],
    ['#words-we-use', { to: 'page', page: pages[0], heading: 's-words-we-use' }],
    ['#s-words-we-use', { to: 'page', page: pages[0], heading: 's-words-we-use' }],
    ['bunk-check', { to: 'component', slug: 'bunk-check' }],
    ['peak.png', { to: 'file', path: 'guides/peak.png' }],
    ['https://hut.example/', { to: 'elsewhere' }],
    ['mailto:hut@hut.example', { to: 'elsewhere' }],
    ['voice/tone.md#loud', { to: 'nowhere', message: 'guides/voice/tone.md has no heading "loud"' }],
    ['gone.md', { to: 'nowhere', message: 'the link "gone.md" leads to nothing that the guide has' }],
    ['../../etc/passwd', { to: 'nowhere', message: 'the link "../../etc/passwd" leads to nothing that the guide has' }],
    ['%E0%A4%A', { to: 'nowhere', message: 'the link "%E0%A4%A" leads to nothing that the guide has' }],
  ])('%s leads there', (href, expected) => expect(linkTarget(pages[0]!, href, places)).toEqual(expected))
})

test('links that lead nowhere are told at their lines', () => {
  expect(linksOf(pages[0]!)).toEqual([
    { href: 'voice/tone.md#calm-first', line: 5 },
    { href: 'gone.md', line: 5 },
  ])
  expect(pageProblems(places)).toEqual([
    { file: 'guides/writing.md', line: 5, column: 1, message: expect.stringContaining('"gone.md"') },
  ])
})

test('what stands in code is no link', () => {
  const text = 'A `[word](gone.md)`\n\n```md\n[word](gone.md)\n```\n\n[word](far.md)\n'
  expect(linksOf({ path: 'a.md', name: 'page-a', title: 'A', text, line: 1 })).toEqual([{ href: 'far.md', line: 7 }])
})

test('a page that is not there is told at its place in library.yaml', () => {
  const { problems } = readLibrary(
    treeOf({ 'library.yaml': 'library: 1\nname: Hut\nguides: [writin.md]', 'writing.md': '' }),
  )
  expect(problems).toMatchObject([{ file: 'library.yaml', line: 3, nearest: 'writing.md' }])
})
