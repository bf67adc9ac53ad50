import { encodingProblem, textOf, type FileTree } from '@/core/sheet'
import type { Problem } from '@/core/problem'
import { compileScss } from './sass'
import { buildStyles, type StyleText } from './postcss'

/** A library's style sheet as CSS: compiled from SCSS where it is that, then built as its repository does. Undefined, and a problem more, when it cannot be. */
export async function styleText(tree: FileTree, path: string, problems: Problem[]): Promise<StyleText | undefined> {
  const isForeign = encodingProblem(tree, path)
  if (isForeign) return void problems.push(isForeign)
  const text = textOf(tree, path)!
  const plain = path.endsWith('.scss') ? await compileScss(tree, path, text, problems) : { css: text }
  return plain && buildStyles(tree, path, plain, problems)
}
