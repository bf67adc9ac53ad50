'use client'

import { useState } from 'react'
import type { RepositoryAnswer } from '@/contract'
import { counted } from '@/core/words'

type Proposed = Extract<RepositoryAnswer, { kind: 'proposal' }>

/** What was found in a repository, of which some is taken. */
export function FoundRepository({
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
  return (
    <section aria-label="What was found" className="flex flex-col gap-3">
      <h2 className="font-semibold">{name}</h2>
      <Choose components={components} chosen={chosen} onChoose={setChosen} />
      <Paths title="Styles of all components" paths={styles} />
      <Paths title="Tokens" paths={tokens.map(({ path, count }) => `${path} (${count})`)} />
      <LeftOut modules={leftOut} />
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

interface ChooseProps {
  components: Proposed['components']
  chosen: ReadonlySet<string>
  onChoose(chosen: ReadonlySet<string>): void
}

function Choose({ components, chosen, onChoose }: ChooseProps) {
  const flip = (slug: string) => {
    const next = new Set(chosen)
    if (!next.delete(slug)) next.add(slug)
    onChoose(next)
  }
  const isAll = chosen.size === components.length
  return (
    <fieldset>
      <legend className="flex w-full items-center gap-3 font-semibold">
        {counted(components.length, 'component')}
        {components.length > 1 && (
          <button
            type="button"
            className="font-normal underline"
            onClick={() => onChoose(new Set(isAll ? [] : components.map(({ slug }) => slug)))}
          >
            {isAll ? 'Clear selection' : 'Select all'}
          </button>
        )}
      </legend>
      {components.length === 0 && (
        <p className="text-quiet">
          No React module that exports a component, and no custom element, was found. You can still link the folder and
          make components in it.
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
  )
}

const LeftOut = ({ modules }: { modules: Proposed['leftOut'] }) =>
  modules.length > 0 && (
    <details>
      <summary>
        {modules.length === 1 ? '1 module is' : `${modules.length} modules are`} left out, since{' '}
        {modules.length === 1 ? 'it' : 'they'} cannot be shown
      </summary>
      <ul>
        {modules.map(({ module, why }) => (
          <li key={module}>
            <span className="num">{module}</span> <span className="text-quiet">{why}</span>
          </li>
        ))}
      </ul>
    </details>
  )

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
