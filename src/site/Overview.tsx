import type { ComponentState } from '@/contract'
import type { LibraryPage } from '@/core/pages'
import type { Sheet } from '@/core/sheet'
import { failingWords, standingOf } from '@/ui/live'
import { Mark } from '@/ui/marks'
import type { Face } from '@/runner'
import { facePath } from './facePath'

/** The first page: what there is, and a way of finding anything. */
export function Overview({
  name,
  about,
  pages,
  sheets,
  states,
  faces,
}: {
  name: string
  about: string | undefined
  pages: readonly LibraryPage[]
  sheets: readonly Sheet[]
  states: ReadonlyMap<string, ComponentState>
  faces: ReadonlyMap<string, Face>
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
      {pages.length > 0 && <Pages pages={pages} />}
      {(sheets.length > 0 || pages.length === 0) && (
        <h2 id="components" className="mt-4 font-semibold">
          Components
        </h2>
      )}
      {sheets.length === 0 && pages.length === 0 && <p className="text-quiet">This library has no components yet.</p>}
      <ul className="mt-1 grid grid-cols-[repeat(auto-fill,minmax(min(100%,280px),1fr))] gap-3">
        {sheets.map((sheet) => (
          <Listed
            key={sheet.slug}
            sheet={sheet}
            state={states.get(sheet.slug)}
            face={faces.get(sheet.slug)}
            hasFaces={faces.size > 0}
          />
        ))}
      </ul>
    </div>
  )
}

const Pages = ({ pages }: { pages: readonly LibraryPage[] }) => (
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
)

/** Height of a picture, in px. */
const FACE_HEIGHT = 132

function Listed({
  sheet: { slug, data },
  state,
  face,
  hasFaces,
}: {
  sheet: Sheet
  state: ComponentState | undefined
  face: Face | undefined
  hasFaces: boolean
}) {
  const standing = standingOf(state ? [state] : [])
  const failing = failingWords(standing)
  return (
    <li className="relative flex flex-col border border-line bg-sheet focus-within:border-ink hover:border-ink">
      {hasFaces && <FaceOf slug={slug} face={face} />}
      <div className="flex flex-1 flex-col p-2">
        <h3 className="flex flex-wrap items-baseline gap-x-2">
          {/* Its name is the link; all of the card leads where it does. */}
          <a href={`${slug}.html`} className="font-semibold underline after:absolute after:inset-0">
            {data.name}
          </a>
          {data.status !== 'ready' && <span className="text-miss">{data.status}</span>}
        </h3>
        <p className="mb-2 text-quiet">{data.about}</p>
        {state && (
          <p className="num mt-auto flex flex-wrap items-center gap-1">
            <Mark kind="holds" /> {standing.cases.holds}
            <span className="sr-only"> cases hold</span>
            {standing.cases.misses > 0 && (
              <>
                <Mark kind="misses" className="ml-2" /> {standing.cases.misses}
                <span className="sr-only"> cases miss</span>
              </>
            )}
            {failing && <span className="ml-2 text-miss">{failing}</span>}
          </p>
        )}
      </div>
    </li>
  )
}

/** The component as by default, on its own ground, not larger than it is. */
const FaceOf = ({ slug, face }: { slug: string; face: Face | undefined }) => (
  <div
    className="flex items-center justify-center overflow-clip border-b border-line p-2"
    style={{ height: FACE_HEIGHT, ...(face && { backgroundColor: face.ground }) }}
  >
    {face && (
      <img
        src={facePath(slug)}
        width={face.width}
        height={face.height}
        alt=""
        loading="lazy"
        className="max-h-full max-w-full object-contain"
      />
    )}
  </div>
)
