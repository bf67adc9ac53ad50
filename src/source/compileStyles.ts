import { cssFaults } from '@/core/css'
import { isOnServer, referencesIn } from '@/core/lint'
import { findFile, missingFile, type FileTree } from '@/core/sheet'
import type { Problem } from '@/core/problem'
import type { StageComponent } from '@/stage'
import { nowReading } from './apart'
import { scopeStyles } from './scopeStyles'
import { originalPlace, type StylePlaces } from './stylePlaces'
import { styleText } from './styleText'

/** A style sheet ready for the stage, and the way back from its lines to the author's. */
export interface CompiledStyles {
  sheet: Omit<StageComponent['sheets'][number], 'of'>
  places: StylePlaces
}

/** Compiles one .css or .scss file. Files that it names are taken in, from the library and from installed packages. */
export async function compileStyles(
  tree: FileTree,
  path: string,
  marks: readonly string[] = [],
): Promise<{ styles: CompiledStyles[]; problems: Problem[] }> {
  const problems: Problem[] = []
  const done = new Set<string>()
  const styles: CompiledStyles[] = []
  const add = async (file: string) => {
    if (done.has(file)) return
    done.add(file)
    nowReading(file)
    const compiled = await styleText(tree, file, problems)
    if (!compiled) return
    const tooDeep = cssFaults(compiled.css).find(({ isTooDeep }) => isTooDeep)
    if (tooDeep) {
      // A browser goes down at it.
      const place = originalPlace({ file, map: compiled.map }, tooDeep.line, tooDeep.column)
      return void problems.push({ ...place, message: tooDeep.message })
    }
    const { css, imports } = inlineAssets(tree, file, compiled.css, problems)
    for (const imported of imports) await add(imported)
    styles.push({
      sheet: { url: file, text: css, ...scopeStyles(css, marks) },
      places: { file, map: compiled.map },
    })
  }
  await add(path)
  return { styles, problems }
}

const TYPES: Record<string, string> = {
  svg: 'image/svg+xml',
  png: 'image/png',
  jpg: 'image/jpeg',
  jpeg: 'image/jpeg',
  gif: 'image/gif',
  webp: 'image/webp',
  avif: 'image/avif',
  woff2: 'font/woff2',
  woff: 'font/woff',
  ttf: 'font/ttf',
  otf: 'font/otf',
}

/** Puts pictures and fonts into the text, since a stage reaches no files; lists the sheets that it imports. */
function inlineAssets(
  tree: FileTree,
  file: string,
  css: string,
  problems: Problem[],
): { css: string; imports: string[] } {
  const imports: string[] = []
  const edits: { start: number; end: number; text: string }[] = []
  for (const { value, line, column, isImport, start, end } of referencesIn(css)) {
    if (/^(data:|#)/.test(value)) continue
    // What a server has would not come in any case, and a lint tells of it. A sheet that a document adopts must not import.
    if (isImport) edits.push({ start, end, text: '' })
    if (isOnServer(value)) continue
    const plain = value.replace(/[?#].*$/, '')
    const path = findFile(tree, file, plain)
    if (path === undefined) problems.push({ file, line, column, message: missingFile(tree, file, plain) })
    else if (isImport) imports.push(path)
    else edits.push({ start, end, text: dataUrl(path, tree.bytes(path)!) })
  }
  let text = css
  for (const { start, end, text: put } of edits.toSorted((a, b) => b.start - a.start))
    text = text.slice(0, start) + put + text.slice(end)
  return { css: text, imports }
}

function dataUrl(path: string, bytes: Uint8Array): string {
  const type = TYPES[path.slice(path.lastIndexOf('.') + 1).toLowerCase()] ?? 'application/octet-stream'
  return `url("data:${type};base64,${Buffer.from(bytes).toString('base64')}")`
}
