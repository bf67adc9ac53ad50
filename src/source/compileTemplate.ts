import { Liquid, LiquidError } from 'liquidjs'
import { textOf, type FileTree } from '@/core/sheet'
import { errorSentence, type Problem } from '@/core/problem'
import type { StagePiece } from '@/stage'
import { nowReading } from './apart'

type Template = Extract<StagePiece, { kind: 'markup' }>['template']

/** A Liquid template with every other that it may include. */
export function compileTemplate(tree: FileTree, file: string): { template: Template; problems: Problem[] } {
  nowReading(file)
  const template = { name: file, text: textOf(tree, file)!, partials: partialsFor(tree, file) }
  return { template, problems: [...templateProblems(template)] }
}

/** Every template of the library, by its path as seen from the component's folder. */
function partialsFor(tree: FileTree, templateFile: string): Record<string, string> {
  const folder = templateFile.split('/').slice(0, -1)
  const templates = tree.paths.filter((path) => path.endsWith('.liquid'))
  return Object.fromEntries(templates.map((path) => [relativeTo(folder, path), textOf(tree, path)!]))
}

function relativeTo(folder: readonly string[], path: string): string {
  const steps = path.split('/')
  let shared = 0
  while (shared < folder.length && steps[shared] === folder[shared]) shared++
  return [...folder.slice(shared).map(() => '..'), ...steps.slice(shared)].join('/')
}

function* templateProblems({ name: file, text }: Template): Generator<Problem> {
  try {
    new Liquid().parse(text, file)
  } catch (error) {
    if (!(error instanceof LiquidError)) throw error // our bug, not the author's
    const [line, column] = error.token.getPosition() as [number, number]
    const message = `not readable as a template: ${errorSentence(error).replace(/, (file|line):.*$/, '')}`
    yield { file, line, column, message }
  }
}
