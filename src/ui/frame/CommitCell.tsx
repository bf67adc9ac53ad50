import type { LibraryFacts } from '@/contract'
import { counted } from '@/core/words'
import { useGit } from '../live'
import { shortTime } from './time'
import { Cell } from './Cell'

const SHOWN = 8

/** The commit that last changed the component, or that is checked out, and what differs from it; nothing where there is no repository. */
export function CommitCell({ library, slug }: { library: LibraryFacts; slug: string | undefined }) {
  const git = useGit(library)
  if (!git) return null
  const component = git.components.find((each) => each.slug === slug)
  if (!component)
    return (
      <Cell label="Commit">
        <span className="num" title={git.branch}>
          {git.commit.slice(0, SHOWN)}
        </span>
        {git.isClean ? ', clean' : ', with changes'}
      </Cell>
    )
  const { last, changed } = component
  return (
    <Cell label="Commit">
      {last ? (
        <span className="num" title={`${last.subject}, ${shortTime(last.at)}`}>
          {last.commit.slice(0, SHOWN)}
        </span>
      ) : (
        'none yet'
      )}
      <span title={changed.join('\n')}>
        {changed.length === 0 ? ', clean' : `, ${counted(changed.length, 'file')} changed since`}
      </span>
    </Cell>
  )
}
