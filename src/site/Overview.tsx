import type { ComponentState } from '@/contract'
import type { LibraryPage } from '@/core/pages'
import type { Sheet } from '@/core/sheet'
import { failingWords, standingOf } from '@/ui/live'
import { Mark } from '@/ui/marks'

/** The first page: what there is, and a way of finding anything. */
export function Overview({
  name,
  about,
  pages,
  sheets,
  states,
}: {
  name: string
  about: string | undefined
  pages: readonly LibraryPage[]
  sheets: readonly Sheet[]
  states: ReadonlyMap<string, ComponentState>
}) {
  return (
    <div className="mx-auto max-w-[1000px] p-3">
      <h1 className="text-xl font-semibold">{name}</h1>
      {about && <p className="max-w-[68ch] text-quiet">{about}</p>}
      <div role="search" className="my-3">
        <label htmlFor="search" className="block font-semibold">
          Search
        </label>
        <input id="search" type="search" className="field w-full max-w-96" autoComplete="off" />
        <p id="count" role="status" className="text-quiet" />
        <ul id="found" className="list-inside" />
      </div>
      {pages.length > 0 && (
        <>
          <h2 id="pages" className="mt-4 font-semibold">
            Pages
          </h2>
          <ul>
            {pages.map(({ name: file, title }) => (
              <li key={file} className="border-b border-line py-2">
                <a href={`${file}.html`} className="font-semibold underline">
                  {title}
                </a>
              </li>
            ))}
          </ul>
        </>
      )}
      {(sheets.length > 0 || pages.length === 0) && (
        <h2 id="components" className="mt-4 font-semibold">
          Components
        </h2>
      )}
      {sheets.length === 0 && pages.length === 0 && <p className="text-quiet">This library has no components yet.</p>}
      <ul>
        {sheets.map((sheet) => (
          <Listed key={sheet.slug} sheet={sheet} state={states.get(sheet.slug)} />
        ))}
      </ul>
    </div>
  )
}

function Listed({ sheet: { slug, data }, state }: { sheet: Sheet; state: ComponentState | undefined }) {
  const standing = standingOf(state ? [state] : [])
  const failing = failingWords(standing)
  return (
    <li className="grid gap-x-4 border-b border-line py-2 sm:grid-cols-[180px_minmax(0,1fr)_auto]">
      <a href={`${slug}.html`} className="font-semibold underline">
        {data.name}
      </a>
      <span className="text-quiet">
        {data.status !== 'ready' && <strong className="text-miss">{data.status}. </strong>}
        {data.about}
      </span>
      {state && (
        <span className="num flex items-center gap-1">
          <Mark kind="holds" /> {standing.cases.holds}
          <span className="sr-only"> cases hold</span>
          <Mark kind="misses" className="ml-2" /> {standing.cases.misses}
          <span className="sr-only"> cases miss</span>
          {failing && <span className="ml-2 text-miss">{failing}</span>}
        </span>
      )}
    </li>
  )
}
