import { posix } from 'node:path'
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

/** Tags that take in another template, whose name may be a value. */
const TAKES_IN = /\{%-?\s*(?:render|include|layout)\s+(?:(["'])(.*?)\1|(?=[^"']))/g

/** The templates of the library that one may take in, by their paths as seen from the component's folder: all where a name is a value. */
function partialsFor(tree: FileTree, templateFile: string): Record<string, string> {
  const folder = templateFile.split('/').slice(0, -1)
  const all = new Map(
    tree.paths.filter((path) => path.endsWith('.liquid')).map((path) => [relativeTo(folder, path), path] as const),
  )
  const found = new Map<string, string>()
  const texts = [textOf(tree, templateFile)!]
  for (let text = texts.pop(); text !== undefined; text = texts.pop())
    for (const [, , name] of text.matchAll(TAKES_IN)) {
      if (name === undefined) return Object.fromEntries([...all].map(([key, path]) => [key, textOf(tree, path)!]))
      for (const key of [name, `${name}.liquid`].map((each) => posix.normalize(each))) {
        const path = all.get(key)
        if (path === undefined || found.has(key)) continue
        found.set(key, textOf(tree, path)!)
        texts.push(found.get(key)!)
      }
    }
  return Object.fromEntries(found)
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
