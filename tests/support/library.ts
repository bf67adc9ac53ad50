import type { Browser } from 'puppeteer-core'
import { BadInput } from '@/core/problem'
import { readLibrary, treeOf, type FileTree } from '@/core/sheet'
import { openFolder, type OpenOptions } from '@/source'
import type { CaseResult } from '@/core/plan'
import type { Report } from '@/core/report'
import { prepareLibrary, verifyLibrary, type Selection } from '@/runner'

/** A library with one component, `thing`, made from texts. Paths are relative to the library. */
export function thing({
  sheet,
  markup,
  css = '',
  library = '',
  ...files
}: {
  sheet: string
  markup: string
  css?: string
  library?: string
  [path: string]: string | undefined
}): FileTree {
  const source = /^source:/m.test(sheet) ? '' : 'source: { kind: markup, markup: thing.liquid, styles: [thing.css] }\n'
  return treeOf({
    'library.yaml': `library: 1\nname: Test\n${library}`,
    'components/thing/thing.sheet.yaml': `sheet: 1\nname: Thing\n${source}${sheet}`,
    'components/thing/thing.liquid': markup,
    'components/thing/thing.css': css,
    ...(files as Record<string, string>),
  })
}

export interface Verified {
  report: Report
  cases: Map<string, CaseResult>
}

/** Verifies a library in a real browser, and gives back the report and every case. */
export async function verifyTree(browser: Browser, tree: FileTree, selection: Selection = {}): Promise<Verified> {
  const cases = new Map<string, CaseResult>()
  const report = await verifyLibrary(browser, await prepareLibrary(tree, selection), {
    onCase: (_, result) => cases.set(result.key, result),
  })
  return { report, cases }
}

/** What is wrong with a folder, as somebody who verifies it is told: `file:line: message`. */
export async function problemsOf(browser: Browser, folder: string, options?: OpenOptions): Promise<string[]> {
  try {
    await verifyTree(browser, openFolder(folder, options))
  } catch (error) {
    if (error instanceof BadInput) return error.problems.map(({ file, line, message }) => `${file}:${line}: ${message}`)
    throw error
  }
  return []
}

/** `part · reading: verdict (measured)` of every check of a case, for comparing in one go. */
export const told = (result: CaseResult | undefined) =>
  Object.fromEntries(
    (result?.checks ?? []).map(({ part, reading, verdict, measured, reason }) => [
      `${part} · ${reading}`,
      `${verdict}: ${measured || reason}`,
    ]),
  )

export { readLibrary, treeOf }
