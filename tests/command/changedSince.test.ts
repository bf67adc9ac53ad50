import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { cli } from '../support/cli'
import type { Report } from '@/core/report'
import { beginRepository, gitIn } from '../support/git'
import { removeRepository, writeRepository } from '../support/repository'

const component = (slug: string, more = '', css = `.${slug} { width: 20px; color: var(--${slug}) }\n`) => ({
  [`design/components/${slug}/${slug}.sheet.yaml`]: `sheet: 1
name: ${slug}
source: { kind: markup, markup: ${slug}.liquid, styles: [${slug}.css] }
pictures: all
parts: { root: .${slug} }
${more}spec: [{ expect: { root: { width: 20px } } }]
`,
  [`design/components/${slug}/${slug}.liquid`]: `<p class="${slug}">{{ slots.inside }}</p>`,
  [`design/components/${slug}/${slug}.css`]: css,
})
const FILES = {
  'README.md': 'Huts',
  'design/library.yaml': 'library: 1\nname: Huts\ntokens: [base.tokens.json]\n',
  'design/base.tokens.json': JSON.stringify({
    lamp: { $type: 'color', $value: '#ff0000' },
    stove: { $type: 'color', $value: '#00ff00' },
  }),
  ...component('lamp'),
  ...component('shelf', 'slots: { inside: { accepts: [lamp], default: lamp } }\n'),
  ...component('stove'),
}

let root: string
beforeAll(async () => {
  root = writeRepository(FILES)
  beginRepository(root)
  git('tag', 'v1')
})
afterAll(() => removeRepository(root))

const git = (...given: string[]) => gitIn(root, ...given)
async function verify(...given: string[]) {
  const { status, stdout, stderr } = await cli(['verify', 'design', '--format', 'json', ...given], { cwd: root })
  const slugs = stdout ? (JSON.parse(stdout) as Report).components.map(({ slug }) => slug) : undefined
  return { status, stderr, stdout, slugs }
}
const edit = (path: string, from: string, to: string) =>
  writeFileSync(join(root, 'design', path), readFileSync(join(root, 'design', path), 'utf8').replace(from, to))

test('only what has changed since a commit is verified, by what it comes to', async () => {
  expect(await verify('--changed-since', 'HEAD')).toMatchObject({ status: 0, slugs: [] })
  edit('components/lamp/lamp.css', '.lamp {', '.lamp { margin: 0;')
  const changed = await verify('--changed-since', 'HEAD')
  expect(changed.slugs).toEqual(['lamp', 'shelf'])
  expect(changed.stderr).toContain('1 component as at HEAD, not verified; 2 components changed.')
  git('commit', '-qam', 'Change the lamp')
  expect((await verify('--changed-since', 'HEAD')).slugs).toEqual([])
  expect((await verify('--changed-since', 'v1')).slugs).toEqual(['lamp', 'shelf'])
  expect((await verify('--changed-since', 'main~1', '--component', 'stove')).slugs).toEqual([])
  // A token touches what is styled by it; a file that is no library's nothing.
  edit('base.tokens.json', '#00ff00', '#00aa00')
  writeFileSync(join(root, 'README.md'), 'More huts')
  expect((await verify('--changed-since', 'HEAD')).slugs).toEqual(['stove'])
  git('checkout', '-q', '.')
})

test('a library that could not be read then has changed altogether', async () => {
  edit('library.yaml', 'library: 1', 'library: one')
  git('commit', '-qam', 'Break it')
  edit('library.yaml', 'library: one', 'library: 1')
  expect((await verify('--changed-since', 'HEAD')).slugs).toEqual(['lamp', 'shelf', 'stove'])
  git('commit', '-qam', 'Mend it')
})

test('since a report: what held then and has not changed is left out', async () => {
  const file = join(root, 'before.json')
  edit('components/stove/stove.css', 'width: 20px', 'width: 21px')
  expect((await verify('--out', file)).status).toBe(1)
  expect(await verify('--changed-since', file)).toMatchObject({ status: 1, slugs: ['stove'] })
  edit('components/lamp/lamp.css', 'width: 20px', 'width: calc(19px + 1px)')
  expect((await verify('--changed-since', file)).slugs).toEqual(['lamp', 'shelf', 'stove'])
  // Pictures that nobody has approved were not asked for then.
  expect((await verify('--changed-since', file, '--pictures')).slugs).toEqual(['lamp', 'shelf', 'stove'])
  git('checkout', '-q', '.')
})

test.each([
  ['nothing-of-that-name', 'names neither a report that was written as JSON nor a commit of this repository'],
  ['--all', 'names neither'],
  ['README.md', 'is no report that was written as JSON'],
])('since %s: refused', async (name, words) => {
  expect(await verify(`--changed-since=${name}`)).toMatchObject({
    status: 2,
    stderr: expect.stringContaining(words) as unknown,
  })
})
