/** What a parser's error says, in one line. That it ran out of stack is no news to an author: the depth of nesting is. */
export function errorSentence(error: unknown): string {
  const [line = ''] = String((error as Error | undefined)?.message ?? error).split('\n')
  return isTooDeep(line) ? 'it is nested too deeply' : line
}

const isTooDeep = (message: string) => /call stack|too much recursion|stack overflow/i.test(message)
