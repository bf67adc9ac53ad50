/** A script as a component takes it, and what was done to make it one. */
export interface TakenScript {
  text: string
  understood: string[]
  unclear: string[]
  /** It looks at the whole document, so each case needs one of its own. */
  isOfDocument: boolean
}

/** A plain script runs once for a whole page: put into a function it runs once for each case, when that is mounted. */
export function takenScript(text: string): TakenScript {
  const isOfDocument = /\bdocument\.(querySelector|getElement|addEventListener)|\bwindow\.addEventListener/.test(text)
  const given = text.trim() + '\n'
  if (/^\s*export\s+default\b/m.test(text))
    return { text: given, understood: ['the script, as it is'], unclear: [], isOfDocument }
  if (/^\s*(import|export)\b/m.test(text))
    return {
      text: given,
      understood: [],
      unclear: [
        'The script has no default export. Brelt calls export default (root, { props, emit }) => cleanup for each case.',
      ],
      isOfDocument,
    }
  const inner = given
    .trimEnd()
    .split('\n')
    .map((line) => (line === '' ? '' : `  ${line}`))
  return {
    text: `export default (root) => {\n${inner.join('\n')}\n}\n`,
    understood: ['the script, put into a function that runs for each case'],
    unclear: [],
    isOfDocument,
  }
}
