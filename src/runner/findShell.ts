import { accessSync, constants } from 'node:fs'
import { delimiter, join } from 'node:path'

export const isExecutable = (path: string): boolean => {
  try {
    accessSync(path, constants.X_OK)
    return true
  } catch {
    return false
  }
}

const NAMES = ['chromium-headless-shell', 'chrome-headless-shell', 'headless_shell']

/** The browser whose frames and time can be driven: `BRELT_HEADLESS_SHELL`, else an installed one; undefined where there is none. */
export function findShell(environment: Readonly<Record<string, string | undefined>> = process.env): string | undefined {
  const named = environment.BRELT_HEADLESS_SHELL
  if (named !== undefined) return named !== '' && isExecutable(named) ? named : undefined
  return (environment.PATH ?? '')
    .split(delimiter)
    .flatMap((folder) => NAMES.map((name) => join(/* turbopackIgnore: true */ folder, name)))
    .find(isExecutable)
}
