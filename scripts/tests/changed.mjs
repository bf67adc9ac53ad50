// Which test files are reached by what has changed since the last commit, or since the one that is named.
import { spawnSync } from 'node:child_process'
import { graphOf } from './bundle.mjs'
import { filesOf } from './lanes.mjs'

const git = (...given) => spawnSync('git', given, { encoding: 'utf8' }).stdout.split('\n').filter(Boolean)

/** Files that differ from a commit, those that are not committed included. */
const changedFiles = (since) => [
  ...new Set([...git('diff', '--name-only', since), ...git('ls-files', '--others', '--exclude-standard')]),
]

/** All that a file imports, itself included. */
function reachedFrom(file, graph) {
  const reached = new Set()
  const waiting = [file]
  for (let next = waiting.pop(); next !== undefined; next = waiting.pop()) {
    if (reached.has(next)) continue
    reached.add(next)
    waiting.push(...(graph.get(next) ?? []))
  }
  return reached
}

/** @returns the test files of some lanes that what has changed may break: by what they import, and by what they run */
export async function testsOfChanged(lanes, since = 'HEAD') {
  const changed = changedFiles(since)
  const graph = await graphOf(lanes.flatMap(filesOf))
  return lanes.flatMap((lane) => {
    const isRun = changed.some((file) => lane.runs?.some((folder) => file.startsWith(`${folder}/`)))
    if (isRun) return filesOf(lane)
    return filesOf(lane).filter((file) => {
      const reached = reachedFrom(file, graph)
      return changed.some((each) => reached.has(each))
    })
  })
}
