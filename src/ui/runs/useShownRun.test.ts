import { expect, test } from '@jest/globals'
import type { ListedRun } from '@/contract'
import { runBefore } from './useShownRun'

const run = (id: string, ...components: string[]) => ({ id, components }) as unknown as ListedRun

test.each<[string, ListedRun[], string | undefined]>([
  ['the first of all', [run('now', 'a')], undefined],
  ['the one before', [run('now', 'a'), run('old', 'a'), run('older', 'a')], 'old'],
  ['the last that took as much', [run('now', 'a', 'b'), run('some', 'a'), run('all', 'b', 'a')], 'all'],
  ['the one before, where none took as much', [run('now', 'a', 'b'), run('some', 'a')], 'some'],
])('a run is held against %s', (_, runs, expected) => expect(runBefore(runs, runs[0]!)?.id).toBe(expected))
