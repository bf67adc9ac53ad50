'use client'

import { type RepositoryAnswer, ROUTES } from '@/contract'
import { counted } from '@/core/words'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { call } from '../live'

type Proposed = Extract<RepositoryAnswer, { kind: 'proposal' }>

/** Takes a repository in as it stands: what is found in it is shown first, and files are written once that is agreed to. */
export function Repository() {
  const router = useRouter()
  const [folder, setFolder] = useState('')
  const [found, setFound] = useState<RepositoryAnswer>()
  const [problem, setProblem] = useState<string>()
  const [isBusy, setBusy] = useState(false)
  const busily = async <Answer,>(work: () => Promise<Answer>): Promise<Answer | undefined> => {
    setProblem(undefined)
    setBusy(true)
    try {
      return await work()
    } catch (error) {
      setProblem((error as Error).message)
      return undefined
    } finally {
      setBusy(false)
    }
  }
  const link = async (components: readonly string[]) => {
    const made = await busily(() => call(ROUTES.takeRepository, {}, { given: { folder, components: [...components] } }))
    if (made) router.push(`/${made.id}`)
  }
  return (
    <div className="flex min-h-0 flex-1 flex-col gap-3 overflow-auto p-3">
      <p className="max-w-prose">
        A repository on this machine, as it stands: Brelt looks for components, manifests, styles and tokens, and shows
        what it would write. The library stays linked to the folder.
      </p>
      <form
        className="flex gap-2"
        onSubmit={(event) => {
          event.preventDefault()
          setFound(undefined)
          void busily(() => call(ROUTES.proposeRepository, {}, { given: { folder } })).then(setFound)
        }}
      >
        <input
          className="field num min-w-0 flex-1"
          aria-label="Folder of the repository"
          placeholder="/home/…/design-system"
          value={folder}
          onChange={(event) => setFolder(event.target.value)}
        />
        <button type="submit" className="control" disabled={folder.trim() === '' || isBusy}>
          {isBusy && !found ? 'Searching …' : 'Search'}
        </button>
      </form>
      {problem !== undefined && (
        <p role="alert" className="whitespace-pre-wrap text-miss">
          {problem}
        </p>
      )}
      {found?.kind === 'library' && (
        <div>
          <p className="mb-2">This folder is a library already: it has a library.yaml.</p>
          <button type="button" className="control font-semibold" disabled={isBusy} onClick={() => void link([])}>
            Link to this folder
          </button>
        </div>
      )}
      {found?.kind === 'proposal' && <Proposed key={folder} found={found} isBusy={isBusy} onLink={link} />}
    </div>
  )
}

function Proposed({
  found,
  isBusy,
  onLink,
}: {
  found: Proposed
  isBusy: boolean
  onLink(components: readonly string[]): Promise<void>
}) {
  const { name, components, styles, tokens, leftOut } = found
  const [chosen, setChosen] = useState<ReadonlySet<string>>(
    () => new Set(components.filter(({ isPiece }) => !isPiece).map(({ slug }) => slug)),
  )
  const flip = (slug: string) => {
    const next = new Set(chosen)
    if (!next.delete(slug)) next.add(slug)
    setChosen(next)
  }
  const isAll = chosen.size === components.length
  return (
    <section aria-label="What was found" className="flex flex-col gap-3">
      <h2 className="font-semibold">{name}</h2>
      <fieldset>
        <legend className="flex w-full items-center gap-3 font-semibold">
          {counted(components.length, 'component')}
          {components.length > 1 && (
            <button
              type="button"
              className="font-normal underline"
              onClick={() => setChosen(new Set(isAll ? [] : components.map(({ slug }) => slug)))}
            >
              {isAll ? 'Clear selection' : 'Select all'}
            </button>
          )}
        </legend>
        {components.length === 0 && (
          <p className="text-quiet">
            No React module that exports a component, and no custom element, was found. You can still link the folder
            and make components in it.
          </p>
        )}
        <ul>
          {components.map(({ slug, module, isPiece, understood, unclear }) => (
            <li key={slug}>
              <label className="flex items-baseline gap-2" title={[...understood, ...unclear].join('\n')}>
                <input type="checkbox" checked={chosen.has(slug)} onChange={() => flip(slug)} />
                <span>{slug}</span>
                <span className="num truncate text-quiet">{module}</span>
                {isPiece && <span className="shrink-0 text-quiet">piece</span>}
                <span className="ml-auto shrink-0 text-quiet">{axesIn(understood)}</span>
              </label>
            </li>
          ))}
        </ul>
      </fieldset>
      <Paths title="Styles of all components" paths={styles} />
      <Paths title="Tokens" paths={tokens.map(({ path, count }) => `${path} (${count})`)} />
      {leftOut.length > 0 && (
        <details>
          <summary>
            {leftOut.length === 1 ? '1 module is' : `${leftOut.length} modules are`} left out, since{' '}
            {leftOut.length === 1 ? 'it' : 'they'} cannot be shown
          </summary>
          <ul>
            {leftOut.map(({ module, why }) => (
              <li key={module}>
                <span className="num">{module}</span> <span className="text-quiet">{why}</span>
              </li>
            ))}
          </ul>
        </details>
      )}
      <div>
        <button
          type="button"
          className="control font-semibold"
          disabled={isBusy}
          onClick={() => void onLink([...chosen])}
        >
          {isBusy ? 'Writing …' : `Write library.yaml and ${counted(chosen.size, 'sheet')}, and link`}
        </button>
        <p className="mt-1 text-quiet">Sheets stand beside their modules. No existing file is changed.</p>
      </div>
    </section>
  )
}

function Paths({ title, paths }: { title: string; paths: readonly string[] }) {
  if (paths.length === 0) return null
  return (
    <div>
      <h3 className="font-semibold">{title}</h3>
      <ul className="num">
        {paths.map((path) => (
          <li key={path}>{path}</li>
        ))}
      </ul>
    </div>
  )
}

function axesIn(understood: readonly string[]): string {
  const count = understood.filter((one) => /, an axis$|^axis /.test(one)).length
  return count === 1 ? '1 axis' : `${count} axes`
}
