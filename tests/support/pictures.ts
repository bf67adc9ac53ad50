import { createHash } from 'node:crypto'
import type { Browser } from 'puppeteer-core'
import { approve, isOpen, type PictureGroup, type PictureResult } from '@/core/picture'
import type { Report } from '@/core/report'
import { treeOf } from '@/core/sheet'
import { prepareLibrary, verifyLibrary, type ComponentPictures, type Selection } from '@/runner'

export type Files = Readonly<Record<string, string | Uint8Array>>

/** What a run found of a library's pictures, by component and case. */
export interface Pictured {
  report: Report
  results: Map<string, PictureResult>
  groups: PictureGroup[]
  components: Map<string, ComponentPictures>
}

export async function takePictures(
  browser: Browser,
  files: Files,
  { rig = 'here', ...selection }: Selection & { rig?: string } = {},
): Promise<Pictured> {
  const components = new Map<string, ComponentPictures>()
  const report = await verifyLibrary(browser, await prepareLibrary(treeOf(files), selection), {
    pictures: { rig },
    onPictures: (slug, found) => components.set(slug, found),
  })
  const all = [...components].flatMap(([slug, { results }]) =>
    results.map((each) => [`${slug} ${each.key}`, each] as const),
  )
  return { report, results: new Map(all), groups: [...components.values()].flatMap(({ groups }) => groups), components }
}

/** The files with all pictures approved that are open. */
export async function approveAll(files: Files, { components }: Pictured, rig = 'here'): Promise<Files> {
  const changes = await approve(
    treeOf(files),
    [...components].map(([slug, { results, gone }]) => ({
      slug,
      results: results.filter((each) => isOpen(each) || rig !== 'here'),
      gone,
    })),
    { rig, by: 'Warden', on: '2026-11-28T00:00:00.000Z' },
    {
      png: async (picture) => {
        for (const { png } of components.values()) {
          const found = await png(picture)
          if (found) return found
        }
        return undefined
      },
      hash: (text) => createHash('sha256').update(text).digest('hex'),
    },
  )
  const result: Record<string, string | Uint8Array> = { ...files }
  for (const [path, contents] of changes) {
    if (contents === null) delete result[path]
    else result[path] = contents
  }
  return result
}
