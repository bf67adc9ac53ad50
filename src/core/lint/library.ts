import { textOf, type Library } from '../sheet'
import { readJson, type TokenBook, type TokenIssue } from '../tokens'
import { sharedAssetNotLoaded } from './assets'
import type { YamlSource } from '../yaml'
import { makeLint, type Lint } from './lint'

/** What is wrong with what all components share. */
export const lintLibrary = (library: Library, tokens: TokenBook): Lint[] => [
  ...lintTokens(library, tokens).filter(({ code }) => code !== 'unknown-type'),
  ...unknownTypes(tokens),
  ...noTokens(tokens),
  ...tokensIgnored(library, tokens),
  ...sharedAssetNotLoaded(library),
  ...buildNotRun(library),
]

/** `unknown-type`, once for all tokens of a file that have the same type. */
function* unknownTypes({ issues }: TokenBook): Generator<Lint> {
  const groups = new Map<string, Extract<TokenIssue, { code: 'unknown-type' }>[]>()
  for (const issue of issues)
    if (issue.code === 'unknown-type') {
      const key = `${issue.token.file}|${issue.type}`
      groups.set(key, [...(groups.get(key) ?? []), issue])
    }
  for (const [first, ...others] of groups.values()) {
    const place = { file: first!.token.file, line: 1 }
    const count = others.length === 0 ? '' : ` and ${others.length} more`
    yield makeLint('unknown-type', place, `${sentence(first!).replace(/^(The token "[^"]+")/, `$1${count}`)}`)
  }
}

/** `no-tokens`: a file that the library names as one of tokens gives none. */
function* noTokens({ empty }: TokenBook): Generator<Lint> {
  for (const file of empty)
    yield makeLint(
      'no-tokens',
      { file, line: 1 },
      `No token was found in ${file}. A token is an object with "$value" (or "value", in the older form).`,
    )
}

/** `token-ignored`: what stands among tokens and is none, told once a file. */
function* tokensIgnored(library: Library, { ignored, empty }: TokenBook): Generator<Lint> {
  const files = new Set(ignored.map(({ file }) => file))
  for (const file of files) {
    // That it gives none at all is told already.
    if (empty.includes(file)) continue
    const [first, ...others] = ignored.filter((each) => each.file === file)
    const { line } = readJson(textOf(library.tree, file) ?? '', file).atKey(first!.at)
    const why = first!.why === 'no token' ? 'is neither a token nor a group' : 'is no key of the format'
    const more = others.length === 0 ? '' : ` There are ${others.length} more like it.`
    yield makeLint('token-ignored', { file, line }, `"${first!.path}" ${why}, and is passed over.${more}`)
  }
}

/** `build-not-run`: the team's own build changes styles in a way that was not asked for here. */
function* buildNotRun({ tree: { styleBuild } }: Library): Generator<Lint> {
  if (!styleBuild || styleBuild.isTrusted) return
  yield makeLint(
    'build-not-run',
    { file: styleBuild.config, line: 1 },
    `Styles are read as they are written: this configuration was not run, since it is code of the repository and nobody has said that it may. Say --trust-config, or allow it in the application.`,
  )
}

/** `token-cycle`, `token-type`, `unknown-type` and dangling aliases of a library's tokens, told at the token's file. */
export function lintTokens(library: Library, tokens: TokenBook): Lint[] {
  const sources = new Map<string, YamlSource>()
  return tokens.issues.map((issue) => {
    const { file, at } = issue.token
    if (!sources.has(file)) sources.set(file, readJson(textOf(library.tree, file) ?? '', file))
    return makeLint(issue.code, { file, line: sources.get(file)!.atKey(at).line }, sentence(issue))
  })
}

function sentence(issue: TokenIssue): string {
  const name = `The token "${issue.token.path}"`
  switch (issue.code) {
    case 'token-cycle':
      return `${name} leads back to itself: ${issue.cycle.join(' → ')}. Give one of them a value of its own.`
    case 'unknown-token':
      return `${name} stands for "${issue.name}", which does not exist.${issue.nearest ? ` Did you mean "${issue.nearest}"?` : ''}`
    case 'unknown-type':
      return `${name} has the type "${issue.type}", which the format does not know${issue.nearest ? ` (did you mean "${issue.nearest}"?)` : ''}: its value is used as it is written.`
    case 'token-type':
      return `${name} ${issue.message}.`
  }
}
