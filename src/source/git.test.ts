import { mkdirSync, mkdtempSync, realpathSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { beginRepository, commitAll } from '../../tests/support/git'
import { changedFiles, gitState, lastCommit } from './index'

let root: string
let folder: string

beforeAll(() => {
  root = realpathSync(mkdtempSync(join(tmpdir(), 'brelt-git-')))
  folder = join(root, 'design huts')
  mkdirSync(folder)
  for (const name of ['lamp.css', 'lamp*.css', 'größe.css']) writeFileSync(join(folder, name), 'a')
  beginRepository(root)
  writeFileSync(join(folder, 'lamp.css'), 'b')
  commitAll(root, 'Dim "the" lamp')
})
afterAll(() => rmSync(root, { recursive: true }))

test.each<[string, string[], string | undefined]>([
  ['the last of some files', ['größe.css', 'lamp.css'], 'Dim "the" lamp'],
  ['a name that could be a pattern is one file', ['lamp*.css'], 'Begin'],
  ['a file that was never committed', ['none.css'], undefined],
  ['no files', [], undefined],
])('the commit that last changed: %s', async (_, paths, subject) => {
  expect((await lastCommit(folder, paths))?.subject).toBe(subject)
})

test('files that differ from what is committed are told as seen from the folder', async () => {
  const clean = (await gitState(folder))!
  expect(clean).toMatchObject({ branch: 'main', isClean: true, folder: 'design huts/' })
  expect(await changedFiles(folder, clean)).toEqual([])
  writeFileSync(join(folder, 'größe.css'), 'b')
  writeFileSync(join(folder, 'new hut.css'), 'b')
  rmSync(join(folder, 'lamp.css'))
  writeFileSync(join(root, 'outside.css'), 'b')
  expect((await changedFiles(folder, clean)).toSorted()).toEqual(['größe.css', 'lamp.css', 'new hut.css'])
  expect((await gitState(folder))!.isClean).toBe(false)
})
