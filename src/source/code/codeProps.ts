import type { CodeProp } from '@/core/code'
import { resolvePath, textOf, type FileTree, type Sheet } from '@/core/sheet'
import { nowReading } from '../apart'
import { readTsx } from './readTsx'

// Reading types loads the compiler; a sheet is linted at each keystroke in its other files.
const kept = new Map<string, { text: string; props: readonly CodeProp[] }>()
const MAX_KEPT = 100

/** A module that nests without end: whoever bundles it tells so, or can read it. */
function noProps(error: unknown): { props: readonly CodeProp[] } {
  if (!(error instanceof RangeError)) throw error
  return { props: [] }
}

/** Props as the module of a React component declares them; nothing for other kinds. */
export async function codePropsOf(sheet: Sheet, tree: FileTree): Promise<readonly CodeProp[] | undefined> {
  const { source } = sheet.data
  if (source.kind !== 'react') return undefined
  const path = resolvePath(sheet.file, source.module)!
  const text = textOf(tree, path) ?? ''
  const key = `${path}|${source.export}`
  const known = kept.get(key)
  // Types that other modules declare may change without this text: such modules are small and read anew.
  if (known?.text === text && !/from\s+['"]\./.test(text)) return known.props
  nowReading(path)
  const { props } = await readTsx(tree, path, source.export).catch(noProps)
  if (kept.size >= MAX_KEPT) kept.clear()
  kept.set(key, { text, props })
  return props
}
