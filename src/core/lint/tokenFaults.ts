import { textOf } from '../sheet'
import { readJson, type TokenIssue } from '../tokens'
import type { Fault, Subjects } from './defineLint'

/** The token that a lint is about. */
export interface TokenAbout {
  token: string
}

/** What is wrong with single tokens, told at the token's file. */
export function tokenFaults({ library, tokens }: Subjects['tokens'], code: TokenIssue['code']): Fault<TokenAbout>[] {
  const issues = tokens.issues.filter((issue) => issue.code === code)
  // A file may have hundreds of issues: it is parsed once.
  const files = new Set(issues.map(({ token }) => token.file))
  const sources = new Map([...files].map((file) => [file, readJson(textOf(library.tree, file) ?? '', file)]))
  return issues.map((issue) => {
    const { file, at, path } = issue.token
    const { line } = sources.get(file)!.atKey(at)
    return { at: { file, line }, message: tokenSentence(issue), about: { token: path } }
  })
}

/** What is wrong with a token, as a sentence. */
export function tokenSentence(issue: TokenIssue): string {
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
