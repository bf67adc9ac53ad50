'use client'

import { FilePlus2, Pencil, Trash2 } from 'lucide-react'
import { DropdownMenu } from 'radix-ui'
import { useState } from 'react'
import { ROUTES } from '@/contract'
import {
  addFileEdits,
  isNeededFile,
  NEW_FILES,
  removeFileEdits,
  renameFileEdits,
  takesFile,
  type NewFile,
} from '@/core/edit'
import { problemSentence } from '@/core/problem'
import { editYaml, type YamlEdit } from '@/core/yaml'
import { IconButton, TextField, type Ready } from '../editing'
import { call, editsSaved } from '../live'

export interface FileToolsProps {
  library: string
  slug: string
  ready: Ready
  /** The file that is open; undefined where there is none. */
  open: string | undefined
  onOpen(path: string): void
}

/** What can be done with the files of a component; its sheet follows. */
function useFiles({ library, slug, ready: { sheet, texts, definition }, open, onOpen }: FileToolsProps) {
  const { file } = definition
  const folder = file.slice(0, file.lastIndexOf('/') + 1)
  const [problem, setProblem] = useState<string>()
  const names = Object.keys(texts).flatMap((path) => (path.startsWith(folder) ? [path.slice(folder.length)] : []))
  const name = open?.slice(folder.length) ?? ''
  /** Saves files that come and go with what the sheet says of them. @param opened what is open when that is done */
  const save = async (files: Record<string, string | null>, edits: readonly YamlEdit[], opened?: string) => {
    setProblem(undefined)
    await editsSaved()
    const given = { base: definition.base, texts: { ...files, [file]: editYaml(texts[file]!, edits) } }
    const answer = await call(ROUTES.save, { library, slug }, { given }).catch((error: Error) => error)
    if (answer instanceof Error) setProblem(answer.message)
    else if (answer.kind === 'refused') setProblem(answer.problems.map(problemSentence).join(' '))
    else if (answer.kind === 'conflict') setProblem('It was changed elsewhere meanwhile: try again')
    else if (opened !== undefined) onOpen(opened)
  }
  return {
    problem,
    names,
    name,
    isOwn: open?.startsWith(folder) && open !== file,
    add: async ({ kind, nameFor, text }: NewFile) => {
      const made = nameFor(slug, names)
      await save({ [folder + made]: text(sheet.data.name) }, addFileEdits(sheet, kind, made), folder + made)
    },
    rename: (to: string) =>
      save({ [open!]: null, [folder + to]: texts[open!] ?? '' }, renameFileEdits(sheet, name, to), folder + to),
    remove: () => save({ [open!]: null }, removeFileEdits(sheet, name)),
  }
}

/** Adds, renames and deletes files of a component. */
export function FileTools(props: FileToolsProps) {
  const { sheet } = props.ready
  const { problem, names, name, isOwn, add, rename, remove } = useFiles(props)
  const [isNaming, setNaming] = useState(false)
  return (
    <span className="ml-auto flex items-center px-1">
      {problem !== undefined && (
        <span role="alert" className="px-2 text-miss">
          {problem}
        </span>
      )}
      {isNaming && isOwn ? (
        <TextField
          autoFocus
          label={`Name of ${name}`}
          value={name}
          check={(text) => nameFault(text, name, names)}
          className="num w-40"
          onLeave={() => setNaming(false)}
          onDone={(to) => void rename(to)}
        />
      ) : (
        <>
          <AddFile kinds={NEW_FILES.filter((each) => takesFile(sheet, each))} onAdd={(kind) => void add(kind)} />
          <IconButton label={`Rename ${name}`} disabled={!isOwn} onClick={() => setNaming(true)}>
            <Pencil size={13} aria-hidden />
          </IconButton>
          <IconButton
            label={`Delete ${name}`}
            disabled={!isOwn || isNeededFile(sheet, name)}
            onClick={() => void remove()}
          >
            <Trash2 size={13} aria-hidden />
          </IconButton>
        </>
      )}
    </span>
  )
}

function nameFault(text: string, name: string, names: readonly string[]): string | undefined {
  if (!/^[\w][\w.-]*$/.test(text)) return 'Letters, digits, points and hyphens'
  if (text !== name && names.includes(text)) return `There is a ${text} already`
  const ending = name.slice(name.lastIndexOf('.'))
  return text.endsWith(ending) ? undefined : `The name ends with ${ending}`
}

const AddFile = ({ kinds, onAdd }: { kinds: readonly NewFile[]; onAdd(kind: NewFile): void }) => (
  <DropdownMenu.Root>
    <DropdownMenu.Trigger className="icon-button" aria-label="Add a file" title="Add a file">
      <FilePlus2 size={13} aria-hidden />
    </DropdownMenu.Trigger>
    <DropdownMenu.Portal>
      <DropdownMenu.Content className="floating py-1" align="end" sideOffset={4}>
        {kinds.map((each) => (
          <DropdownMenu.Item key={each.kind} className="floating-item" onSelect={() => onAdd(each)}>
            {each.label}
          </DropdownMenu.Item>
        ))}
      </DropdownMenu.Content>
    </DropdownMenu.Portal>
  </DropdownMenu.Root>
)
