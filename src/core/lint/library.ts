import type { TokenIssue } from '../tokens'
import type { Library } from '../sheet'
import type { TokenBook } from '../tokens'
import { sharedAssetNotLoaded } from './assets'
import { makeLint, type Lint } from './lint'

/** What is wrong with what all components share. */
export const lintLibrary = (library: Library, tokens: TokenBook): Lint[] => [
  ...lintTokens(library, tokens),
  ...sharedAssetNotLoaded(library),
  ...buildNotRun(library),
]

/** `build-not-run`: the team's own build changes styles in a way that was not asked for here. */
function* buildNotRun({ tree: { styleBuild } }: Library): Generator<Lint> {
  if (!styleBuild || styleBuild.isTrusted) return
  yield makeLint(
    'build-not-run',
    { file: styleBuild.config, line: 1 },
    `Styles are read as they are written: this configuration was not run, since it is code of the repository and nobody has said that it may. Say --trust-config, or allow it in the application.`,
  )
}

/** `token-cycle`, `token-type` and dangling aliases of a library's tokens, told at the token's file. */
export function lintTokens(library: Library, tokens: TokenBook): Lint[] {
  return tokens.issues.map((issue) => {
    const line = lineOf(library.tree.bytes(issue.token.file), issue)
    return makeLint(issue.code, { file: issue.token.file, line }, sentence(issue))
  })
}

function sentence(issue: TokenIssue): string {
  const name = `The token "${issue.token.path}"`
  switch (issue.code) {
    case 'token-cycle':
      return `${name} leads back to itself: ${issue.cycle.join(' → ')}. Give one of them a value of its own.`
    case 'unknown-token':
      return `${name} stands for "${issue.name}", which does not exist.${issue.nearest ? ` Did you mean "${issue.nearest}"?` : ''}`
    case 'token-type':
      return `${name} ${issue.message}.`
  }
}

/** The line of the token's last key; token files are JSON, whose keys stand where they are named. */
function lineOf(bytes: Uint8Array | undefined, { token }: TokenIssue): number {
  const text = new TextDecoder().decode(bytes)
  let from = 0
  for (const step of token.at.filter((key) => typeof key === 'string')) {
    const found = text.indexOf(JSON.stringify(step), from)
    if (found >= 0) from = found
  }
  return text.slice(0, from).split('\n').length
}
