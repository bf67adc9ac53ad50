import type { LibraryFacts, Review } from '@/contract'
import { counted } from '@/core/words'
import { Link, longTime } from '../frame'

/** There is nothing to decide: why, and what was decided last. */
export function NothingOpen({ model, library }: { model: Review; library: LibraryFacts }) {
  return (
    <main className="flex-1 overflow-auto p-6">
      <p className="prose" data-testid="nothing-open">
        {!model.asksForPictures
          ? 'No sheet asks for pictures. Say “pictures: all” in a component’s sheet, or of which cases, and verify.'
          : model.taken === 0
            ? 'No pictures have been taken yet: verify the library.'
            : model.elsewhere > 0 && model.same === 0
              ? `All ${counted(model.elsewhere, 'picture')} are approved for another rig only: they are not held against this one’s. This is ${model.rig}.`
              : `All ${counted(model.same, 'picture')} are as approved.`}
      </p>
      {model.history.length > 0 && (
        <>
          <h2 className="mt-6 font-semibold">Decided so far</h2>
          <ol className="mt-1" reversed>
            {model.history.toReversed().map(({ note, by, on }) => (
              <li key={on} className="flex gap-3 border-t border-line py-1">
                <time className="num text-quiet" dateTime={on}>
                  {longTime(on)}
                </time>
                <span>{by}</span>
                <span>{note}</span>
              </li>
            ))}
          </ol>
        </>
      )}
      <p className="mt-6">
        <Link className="control" href={`/${library.id}`}>
          To the wall
        </Link>
      </p>
    </main>
  )
}
