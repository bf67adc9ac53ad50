import type { ListedRun } from '@/contract'

const COMMIT_SHOWN = 8

/** The commit that was checked out, its branch, and whether files differed from it. */
export function commitOf({ git }: Pick<ListedRun, 'git'>) {
  if (!git) return <span className="text-quiet">–</span>
  return (
    <>
      <span className="num" title={git.commit}>
        {git.commit.slice(0, COMMIT_SHOWN)}
      </span>
      <span className="block text-quiet">
        {[git.branch, !git.isClean && 'with changes'].filter(Boolean).join(', ')}
      </span>
    </>
  )
}
