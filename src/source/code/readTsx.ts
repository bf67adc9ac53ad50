import { createRequire } from 'node:module'
import type * as TS from 'typescript'
import { kebabCase, type CodeProp, type CodeReading } from '@/core/code'
import { resolvePath, textOf, type FileTree } from '@/core/sheet'
import { moduleFile } from '../moduleFile'
import { commentOf, componentIn, defaultsOf, lineOf, type Ts } from './syntax'
import { TypeScope } from './TypeScope'

// Required, and only where there is something to read: as an import its nine megabytes are gone through twice more, for half a second.
const loadTypeScript = (): Ts => createRequire(import.meta.url)('typescript') as Ts

/**
 * Reads what a TSX module's component takes, from its types alone: nothing of it is run.
 * @param wanted the export; without it, the first that looks like a component
 */
export async function readTsx(tree: FileTree, path: string, wanted?: string): Promise<CodeReading> {
  const ts = loadTypeScript()
  const scope = new TypeScope(
    ts,
    path,
    (file) => textOf(tree, file),
    (from, to) => {
      const base = resolvePath(from, to)
      return base && moduleFile(base, (each) => tree.paths.includes(each))
    },
  )
  const found = componentIn(ts, scope.file(path), wanted)
  if (!found)
    return {
      name: wanted ?? '',
      props: [],
      unclear: [
        { line: 1, what: wanted ? `no export "${wanted}" that is a component` : 'no export that is a component' },
      ],
    }
  const { name, parameter, type, node } = found
  const unclear: CodeReading['unclear'] = []
  const members = type ? scope.membersOf(type, path, unclear) : []
  const defaults = parameter ? defaultsOf(ts, parameter) : new Map<string, TS.Expression>()
  const props = members.flatMap(({ member, file }): CodeProp[] => {
    const codeName = member.name.getText().replace(/^['"]|['"]$/g, '')
    const shape = member.type ? scope.shapeOf(member.type, file) : { type: 'data' as const }
    const initial = defaults.get(codeName)
    const given = initial && scope.literalOf(initial, path)
    const about = commentOf(ts, member)
    const type = /^on[A-Z]/.test(codeName) ? 'event' : shape.type
    return [
      {
        name: kebabCase(type === 'event' ? codeName.replace(/^on/, '') : codeName),
        codeName,
        type,
        ...('values' in shape && { values: shape.values }),
        ...(given !== undefined && { default: given }),
        ...(about && { about }),
        isOptional: member.questionToken !== undefined,
        file,
        line: lineOf(member),
      },
    ]
  })
  if (!type && parameter) unclear.push({ line: lineOf(parameter), what: `the props of ${name} have no type` })
  const about = commentOf(ts, node)
  return { name, ...(about && { about }), props, unclear }
}
