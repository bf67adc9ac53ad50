import { CONTEXTS } from '../contexts'
import { textOf } from '../sheet'
import { readJson, type TokenIssue } from '../tokens'
import { defineLint, type Fault, type Subjects } from './defineLint'
import { tokenFaults, tokenSentence, type TokenAbout } from './tokenFaults'

type Subject = Subjects['library']

export const tokenCycle = defineLint({
  code: 'token-cycle',
  severity: 'error',
  about: 'A token’s alias leads back to itself.',
  find: { tokens: (subject) => tokenFaults(subject, 'token-cycle') },
})

export const tokenType = defineLint({
  code: 'token-type',
  severity: 'error',
  about: 'A token’s value does not fit its type.',
  find: { tokens: (subject) => tokenFaults(subject, 'token-type') },
})

/** Once for all tokens of a file that have the same type. */
function* unknownTypes({ tokens: { issues } }: Subject): Generator<Fault<TokenAbout>> {
  const groups = new Map<string, Extract<TokenIssue, { code: 'unknown-type' }>[]>()
  for (const issue of issues)
    if (issue.code === 'unknown-type') {
      const key = `${issue.token.file}|${issue.type}`
      groups.set(key, [...(groups.get(key) ?? []), issue])
    }
  for (const [first, ...others] of groups.values()) {
    const place = { file: first!.token.file, line: 1 }
    const count = others.length === 0 ? '' : ` and ${others.length} more`
    yield { at: place, message: tokenSentence(first!).replace(/^(The token "[^"]+")/, `$1${count}`) }
  }
}

function* emptyFiles({ tokens: { empty } }: Subject): Generator<Fault> {
  for (const file of empty)
    yield {
      at: { file, line: 1 },
      message: `No token was found in ${file}. A token is an object with "$value" (or "value", in the older form).`,
    }
}

/** Told once a file. */
function* ignoredKeys({ library, tokens: { ignored, empty } }: Subject): Generator<Fault> {
  const files = new Set(ignored.map(({ file }) => file))
  for (const file of files) {
    // That it gives none at all is told already.
    if (empty.includes(file)) continue
    const [first, ...others] = ignored.filter((each) => each.file === file)
    const { line } = readJson(textOf(library.tree, file) ?? '', file).atKey(first!.at)
    const why = first!.why === 'no token' ? 'is neither a token nor a group' : 'is no key of the format'
    const more = others.length === 0 ? '' : ` There are ${others.length} more like it.`
    yield { at: { file, line }, message: `"${first!.path}" ${why}, and is passed over.${more}` }
  }
}

/** Contexts that have an effect of their own, with values that have none: cases would be read as if they had it. */
function* contextValues({ library: { data, source } }: Subject): Generator<Fault> {
  for (const [name, values] of Object.entries(data.contexts)) {
    const known = CONTEXTS.get(name)
    const place = source.atKey(['contexts', name])
    for (const value of known ? values : [])
      if (!known!.effect(value))
        yield {
          at: place,
          message: `"${value}" is no value of the context "${name}" that the browser can bring about: allowed is ${known!.allowed}. It is an attribute of the page’s root only.`,
        }
  }
}

export const contextValue = defineLint({
  code: 'context-value',
  severity: 'warning',
  about: 'A context that the browser brings about has a value that it cannot bring about.',
  find: { library: contextValues },
})

function* untrustedBuild({ library: { tree } }: Subject): Generator<Fault> {
  const { styleBuild } = tree
  if (!styleBuild || styleBuild.isTrusted) return
  yield {
    at: { file: styleBuild.config, line: 1 },
    message: `Styles are read as they are written: this configuration was not run, since it is code of the repository and nobody has said that it may. Say --trust-config, or allow it in the application.`,
  }
}

export const unknownType = defineLint({
  code: 'unknown-type',
  severity: 'warning',
  about: 'A token has a type that the format does not know: its value is used as it is written.',
  find: { tokens: (subject) => tokenFaults(subject, 'unknown-type'), library: unknownTypes },
})

export const noTokens = defineLint({
  code: 'no-tokens',
  severity: 'warning',
  about: 'A file that the library names as one of tokens gives none.',
  find: { library: emptyFiles },
})

export const tokenIgnored = defineLint({
  code: 'token-ignored',
  severity: 'warning',
  about: 'Something stands among tokens that is none, and is passed over.',
  find: { library: ignoredKeys },
})

export const buildNotRun = defineLint({
  code: 'build-not-run',
  severity: 'warning',
  about: 'The team’s own build of styles was not run, since nobody has said that it may.',
  find: { library: untrustedBuild },
})
