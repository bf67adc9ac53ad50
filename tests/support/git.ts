import { spawnSync } from 'node:child_process'

const WHO = ['-c', 'user.name=Warden', '-c', 'user.email=warden@hut.invalid']

/** Runs git in a folder. @returns what it printed @throws Error with what it said */
export function gitIn(folder: string, ...given: string[]): string {
  const { status, stderr, stdout } = spawnSync('git', [...WHO, ...given], {
    cwd: folder,
    encoding: 'utf8',
    // A test's own environment, which is not its process's.
    env: process.env,
  })
  if (status !== 0) throw new Error(stderr)
  return stdout.trim()
}

/** Makes a folder a repository, with all that stands in it committed. */
export function beginRepository(folder: string): void {
  gitIn(folder, 'init', '-q', '-b', 'main')
  commitAll(folder, 'Begin')
}

export function commitAll(folder: string, subject: string): void {
  gitIn(folder, 'add', '-A')
  gitIn(folder, 'commit', '-qm', subject)
}
