import { BadInput } from '@/core/problem'
import { filesOfComponent, textOf } from '@/core/sheet'
import { titleOf } from '@/core/words'
import { editYaml } from '@/core/yaml'
import { save } from './saving'
import type { Workspace } from './Workspace'

/**
 * Copies a component under another name: its folder where it has one of its own, else its sheet alone, beside the code that both share.
 * @returns whether there is such a component. @throws BadInput where the name is taken or something cannot be read
 */
export async function duplicateComponent(
  workspace: Workspace,
  libraryId: string,
  slug: string,
  to: string,
): Promise<boolean> {
  await workspace.links.sync(libraryId)
  const opened = await workspace.open(libraryId)
  const file = opened?.fileOf(slug)
  if (!opened || file === undefined) return false
  const { tree } = opened.library
  const folder = file.slice(0, file.lastIndexOf('/') + 1)
  const target = `components/${to}/`
  const hasFolder = folder === `components/${slug}/`
  const own = hasFolder ? filesOfComponent(opened.library, file).filter((path) => path.startsWith(folder)) : [file]
  const texts = Object.fromEntries(
    own.flatMap((path) => {
      const text = textOf(tree, path)
      const next = path === file ? `${to}.sheet.yaml` : path.slice(folder.length)
      return text === undefined ? [] : [[(hasFolder ? target : folder) + next, text] as const]
    }),
  )
  const copy = `${hasFolder ? target : folder}${to}.sheet.yaml`
  texts[copy] = editYaml(texts[copy]!, [
    { do: 'set', path: ['name'], value: titleOf(to) },
    { do: 'set', path: ['status'], value: 'draft' },
  ])
  const saved = await save(workspace, libraryId, to, { texts, note: `Duplicated from ${slug}` })
  if (saved.kind === 'refused') throw new BadInput(saved.problems)
  return true
}
